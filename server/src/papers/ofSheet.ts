import type { DaySheet } from '@abacist/contracts';
import type { CheckRow } from '@abacist/core/days';
import { negate, minor, sum } from '@abacist/core/money';
import type { HeadOfShop, PaperContent, PaperLine } from './content';
import { formats, shopHead } from './format';
import { word, type PaperWord } from './words';

type Sheet = Omit<DaySheet, 'closing'>;
type Closing = {
  number: string;
  version: number;
  by: string;
  /** The instant. */
  at: string;
  note: string;
  checks: readonly CheckRow[];
};
type Formats = ReturnType<typeof formats>;

const NONE = { details: [], quantity: '', price: '', amount: '' } satisfies Partial<PaperLine>;
const heading = (name: PaperWord, more: Partial<PaperLine> = {}): PaperLine => ({
  ...NONE,
  name: word(name),
  heading: true,
  ...more,
});
const line = (name: string, amount: string, more: Partial<PaperLine> = {}): PaperLine => ({
  ...NONE,
  name,
  amount,
  ...more,
});

/** Names of pots that the shop gave none. */
const POT_WORDS: Partial<Record<string, PaperWord>> = {
  cash: 'pot_cash',
  cheque: 'pot_cheque',
  onAccount: 'pot_onAccount',
  storeCredit: 'pot_storeCredit',
  voucher: 'pot_voucher',
  prepayment: 'pot_prepayment',
};
const potName = ({ key, label }: Sheet['tenders'][number]) => {
  const known = POT_WORDS[key];
  return known && label === key ? word(known) : label;
};

/**
 * A day's sheet as its paper, in words and figures as they are when it is closed: tenders expected, counted and
 * their difference, departments, taxes, what stands beside, money in and out, each count by denomination and who signed.
 */
export function paperOfSheet(sheet: Sheet, closing: Closing, shop: HeadOfShop): PaperContent {
  const f = formats(shop);
  return {
    // The foot speaks to customers of their goods.
    shop: { ...shopHead(shop), foot: '' },
    title: word('sheetTitle', { date: f.date(sheet.date) }),
    marks: [],
    to: [],
    date: f.date(sheet.date),
    facts: [
      { label: word('sheet'), value: closing.number },
      {
        label: word('closedBy'),
        value: word('signedAt', {
          name: closing.by,
          date: f.date(sheet.date),
          time: f.time(closing.at),
        }),
      },
      ...(closing.version > 1
        ? [{ label: word('version'), value: String(closing.version) }]
        : []),
    ],
    priced: true,
    heads: { name: '', tax: '', amount: '', balance: '' },
    lines: [
      ...tenders(sheet, f),
      ...departments(sheet, f),
      ...beside(sheet, f),
      ...acts(sheet, f),
      ...counts(sheet, f),
    ],
    sums: [
      {
        label: word('takenThatDay'),
        amount: f.money(sheet.takenMinor ?? 0),
        strong: true,
      },
    ],
    notes: [
      ...closing.checks
        .filter(({ state }) => state !== 'done')
        .map(({ code, count, names }) =>
          word(`left_${code}` as PaperWord, { count, names: names.join(', ') }),
        ),
      ...(closing.note ? [word('noteIs', { note: closing.note })] : []),
      ...sheet.drawers.flatMap(({ name, closes }) =>
        closes.map(({ by, witness }) =>
          word(witness ? 'signaturesTwo' : 'signatures', {
            drawer: name,
            by,
            witness: witness ?? '',
          }),
        ),
      ),
    ],
    barcode: closing.number,
  };
}

/** A difference in words too: a roll has one column alone, and none may be overlooked there. */
const differs = (differenceMinor: number, money: Formats['money']): string[] =>
  differenceMinor === 0 ? [] : [word('differs', { amount: money(differenceMinor) })];

function tenders({ tenders: all, roundingMinor }: Sheet, { money }: Formats): PaperLine[] {
  const told = (amount: number | null) => (amount === null ? word('notYet') : money(amount));
  return [
    heading('byTender', {
      tax: word('expected'),
      amount: word('counted'),
      balance: word('difference'),
    }),
    ...all.map((tender) =>
      line(potName(tender), told(tender.countedMinor), {
        tax: money(tender.expectedMinor),
        balance: told(tender.differenceMinor),
        details: differs(tender.differenceMinor ?? 0, money),
      }),
    ),
    ...(roundingMinor ? [line(word('rounding'), money(negate(minor(roundingMinor))))] : []),
  ];
}

function departments(sheet: Sheet, { money }: Formats): PaperLine[] {
  return [
    heading('byDepartment', {
      tax: word('column_tax'),
      amount: word('net'),
      balance: word('total'),
    }),
    ...sheet.departments.map(({ name, netMinor, returnedMinor, taxMinor }) =>
      line(name, money(netMinor - returnedMinor), {
        tax: money(taxMinor),
        balance: money(sum([netMinor, -returnedMinor, taxMinor])),
      }),
    ),
    heading('byAuthority', { tax: word('net'), amount: word('column_tax') }),
    ...sheet.taxes.map(({ authority, netMinor, taxMinor }) =>
      line(authority, money(taxMinor), { tax: money(netMinor) }),
    ),
  ];
}

/** What was taken off, voided, refunded, and what came in that is no goods; nothing where nothing was. */
function beside(
  { beside: of, extras, restockingMinor }: Sheet,
  { money }: Formats,
): PaperLine[] {
  const rows: [PaperWord, number][] = [
    ['beside_discounts', sum([of.lineDiscountsMinor, of.ticketDiscountsMinor])],
    ['beside_earlyDiscounts', of.earlyDiscountsMinor],
    ['beside_writtenOff', of.writtenOffMinor],
    ['beside_refunds', of.refunds.totalMinor],
    ['beside_voids', of.voids.totalMinor],
    ['beside_exempt', of.exempt.netMinor],
    ['restocking', restockingMinor],
    ...extras.map(({ kind, amountMinor }): [PaperWord, number] => [
      `extra_${kind}`,
      amountMinor,
    ]),
  ];
  const shown = rows.filter(([, amount]) => amount !== 0);
  if (shown.length === 0) return [];
  return [
    heading('besides'),
    ...shown.map(([name, amount]) => line(word(name), money(amount))),
  ];
}

function acts({ acts: all }: Sheet, { money }: Formats): PaperLine[] {
  if (all.length === 0) return [];
  return [
    heading('moneyInAndOut'),
    ...all.map(({ number, kind, party, words, amountMinor, undoneBy, drawer }) =>
      line(word('numbered', { kind: word(`act_${kind}`), number }), money(amountMinor), {
        details: [
          [drawer, party, words].filter(Boolean).join(' · '),
          ...(undoneBy ? [word('void', { number: undoneBy })] : []),
        ],
      }),
    ),
  ];
}

/** What was counted, by denomination, and the cheques beside it. */
function inPieces(
  { count, countedMinor }: Sheet['drawers'][number]['closes'][number],
  money: Formats['money'],
): string {
  const chequesMinor = sum([
    countedMinor,
    ...count.map(({ denominationMinor, pieces }) => -denominationMinor * pieces),
  ]);
  return [
    ...count.map(({ denominationMinor, pieces }) => `${pieces} × ${money(denominationMinor)}`),
    ...(chequesMinor ? [`${word('pot_cheque')} ${money(chequesMinor)}`] : []),
  ].join(', ');
}

/** Each count: what was expected and found, by denomination, and what was left in. */
function counts({ drawers }: Sheet, { money, time }: Formats): PaperLine[] {
  return drawers.flatMap(({ name, openings, closes }) => [
    ...openings.flatMap((opening) => [
      {
        ...NONE,
        heading: true,
        name: word('openingOf', {
          drawer: name,
          number: opening.number,
          by: opening.by,
          time: time(opening.openedAt),
        }),
      },
      line(word('counted'), money(opening.countedMinor), {
        details: [
          ...differs(opening.differenceMinor, money),
          ...(opening.note ? [word('noteIs', { note: opening.note })] : []),
        ],
      }),
    ]),
    ...closes.flatMap((close) => [
      {
        ...NONE,
        heading: true,
        name: word('countOf', {
          drawer: name,
          number: close.number,
          by: close.by,
          time: time(close.closedAt),
        }),
      },
      line(word('expected'), money(close.expectedMinor)),
      line(word('counted'), money(close.countedMinor), {
        balance: money(close.differenceMinor),
        details: [
          ...differs(close.differenceMinor, money),
          inPieces(close, money),
          ...(close.note ? [word('noteIs', { note: close.note })] : []),
        ].filter(Boolean),
      }),
      line(word('toSafe'), money(close.toSafeMinor)),
      line(word('floatLeft'), money(close.floatLeftMinor)),
      ...close.cards.map(({ label, tillMinor, terminalMinor }) =>
        line(word('terminalOf', { label }), money(terminalMinor), {
          tax: money(tillMinor),
          balance: money(terminalMinor - tillMinor),
          details: differs(terminalMinor - tillMinor, money),
        }),
      ),
    ]),
  ]);
}
