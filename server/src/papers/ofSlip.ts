import { sum } from '@abacist/core/money';
import type { SlipView } from '@abacist/contracts';
import type { HeadOfShop, PaperContent, PaperLine } from './content';
import { formats, shopHead } from './format';
import { word } from './words';

/** Where a slip's cash comes from: a drawer, a count of the safe; or what left the safe before. */
const cashOf = (drawer: string, refund: boolean) =>
  refund ? 'refundsOf' : drawer ? 'takingsOf' : 'foundOf';

/** A slip as its paper: cash by denomination or by day, each cheque with its drawer, the total. */
export function paperOfSlip(slip: SlipView, shop: HeadOfShop, copy: boolean): PaperContent {
  const { money, date } = formats(shop);
  const cash = slip.items.filter(({ cheque }) => cheque === null);
  const cheques = slip.items.filter(({ cheque }) => cheque !== null);
  const cashMinor = sum(cash.map(({ amountMinor }) => amountMinor));
  const chequesMinor = sum(cheques.map(({ amountMinor }) => amountMinor));
  const plain = (name: string, more: Partial<PaperLine>): PaperLine => ({
    name,
    details: [],
    quantity: '',
    price: '',
    amount: '',
    ...more,
  });
  return {
    shop: { ...shopHead(shop), foot: '' },
    title: word('numbered', { kind: word('depositSlip'), number: slip.number }),
    marks: [
      ...(copy ? [word('copy')] : []),
      ...(slip.recalled ? [word('recalled', { number: slip.recalled.number })] : []),
    ],
    to: [],
    date: date(slip.date),
    facts: [
      { label: word('bank'), value: slip.bank },
      { label: word('accountNumber'), value: slip.accountNumber },
      { label: word('date'), value: date(slip.date) },
      ...(slip.bankReference ? [{ label: word('bagNumber'), value: slip.bankReference }] : []),
      { label: word('by'), value: slip.by },
    ],
    priced: true,
    lines: [
      ...(cash.length ? [plain(word('pot_cash'), { heading: true })] : []),
      ...(slip.count.length
        ? slip.count.map(({ denominationMinor, pieces }) =>
            plain(money(denominationMinor), {
              quantity: String(pieces),
              amount: money(denominationMinor * pieces),
            }),
          )
        : cash.map(({ takingsDay, drawer, refund, amountMinor }) =>
            plain(word(cashOf(drawer, refund), { date: date(takingsDay), drawer }), {
              amount: money(amountMinor),
            }),
          )),
      ...(cheques.length ? [plain(word('pot_cheque'), { heading: true })] : []),
      ...cheques.map(({ cheque, amountMinor }, i) =>
        plain(word('chequeRow', { at: i + 1, ...cheque }), {
          details: [word('chequeDated', { date: date(cheque!.dated) })],
          amount: money(amountMinor),
        }),
      ),
    ],
    sums: [
      { label: word('pot_cash'), amount: money(cashMinor) },
      ...(cheques.length
        ? [
            {
              label: word('chequesCount', { count: cheques.length }),
              amount: money(chequesMinor),
            },
          ]
        : []),
      { label: word('total'), amount: money(slip.totalMinor), strong: true },
    ],
    notes: [word('teller')],
    barcode: slip.number,
    copiesFor: [word('forBank'), word('forShop')],
  };
}
