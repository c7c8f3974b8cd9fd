import fc from 'fast-check';
import { account, card, cash, COIL, decide } from '../../test/shop';
import { assertBalanced, reverseLines, type LedgerAccount, type JournalLine } from '../ledger';
import { sum, type Minor } from '../money';
import { NO_DISCOUNT_TAKEN, NO_FEE, proposeRefund, type PaidTender } from '../returns';
import type { OfferedTender } from '../tenders';
import type { DecidedSale, ExtraLine, OriginalSale } from '.';

/* Whole tickets: what is posted is computed a second way, account by account, from the receipt. */

const state = {
  accounts: [account()],
  credits: [{ id: 6, leftMinor: 1_000_000_00, validUntil: '2026-12-31' }],
  vouchers: [{ id: 5, leftMinor: 1_000_000_00, soldMinor: 1_000_000_00, validUntil: null }],
};

/** Ways to pay a part that is no cash, each with the tender of the made-up shop. */
const WAYS: ((amountMinor: number, i: number) => OfferedTender)[] = [
  (amountMinor) => card(amountMinor),
  (amountMinor, i) => ({
    kind: 'cheque',
    tenderId: 3,
    amountMinor,
    cheque: { number: String(i), drawnBy: 'Bo', dated: '2026-03-02' },
  }),
  (amountMinor) => ({ kind: 'other', tenderId: 4, amountMinor, reference: '' }),
  (amountMinor) => ({ kind: 'voucher', tenderId: 6, voucherId: 5, amountMinor }),
  (amountMinor) => ({ kind: 'storeCredit', tenderId: 8, creditNoteId: 6, amountMinor }),
  (amountMinor) => ({
    kind: 'transfer',
    tenderId: 11,
    amountMinor,
    bankAccountId: 1,
    reference: 'By phone',
  }),
];
const onAccount = (amountMinor: number): OfferedTender => ({
  kind: 'onAccount',
  tenderId: 10,
  chargeAccountId: 4,
  amountMinor,
  buyer: '',
  reference: '',
});

const line = fc.oneof(
  fc.record({
    departmentId: fc.constantFrom(1, 2),
    amountMinor: fc.integer({ min: 1, max: 900_00 }),
  }),
  fc.record({
    itemId: fc.constant(COIL),
    quantity: fc.integer({ min: 1, max: 9 }).map(String),
  }),
);
const extra = fc.oneof(
  fc.record({
    kind: fc.constant('voucher' as const),
    amountMinor: fc.integer({ min: 1, max: 500_00 }),
  }),
  fc.record({
    kind: fc.constant('prepayment' as const),
    orderId: fc.constant(3),
    amountMinor: fc.integer({ min: 1, max: 212_50 }),
  }),
);
const part = fc.record({
  way: fc.integer({ min: 0, max: WAYS.length }),
  share: fc.integer({ min: 0, max: 100 }),
});

/** A sum over the lines of an account. */
const moved = (lines: readonly JournalLine[], role: LedgerAccount, of?: number): Minor =>
  sum(
    lines.map((one) =>
      one.ledgerAccount === role && (of === undefined || one.authorityId === of)
        ? one.amountMinor
        : 0,
    ),
  );

/** What a receipt says that each account moves, from its tenders and parts alone. */
function fromReceipt({ ticket, returned, extras, tenders, refunds }: DecidedSale) {
  const kept = (...kinds: string[]) =>
    sum([...tenders, ...refunds].map((one) => (kinds.includes(one.kind) ? one.keptMinor : 0)));
  const taken = (kind: ExtraLine['kind']) =>
    extras.filter((one) => one.kind === kind && one.amountMinor > 0);
  const tax = (authorityId: number) => {
    const of = (parts: readonly { authorityId: number; taxMinor: number }[]) =>
      sum(parts.map((one) => (one.authorityId === authorityId ? one.taxMinor : 0)));
    return (
      of(returned?.lines.flatMap(({ parts }) => parts) ?? []) -
      of(ticket?.lines.flatMap(({ parts }) => parts) ?? []) -
      of(taken('prepayment').flatMap(({ parts }) => parts.taxes))
    );
  };
  return {
    drawer: kept('cash', 'cheque'),
    cardClearing: kept('card'),
    bankInTransit: kept('transfer', 'ownCheque'),
    rounding: sum([...tenders, ...refunds].map(({ roundingMinor }) => roundingMinor)),
    discountsGiven: sum(
      [...tenders, ...refunds].map(({ kind, amountMinor }) =>
        kind === 'other' ? amountMinor : 0,
      ),
    ),
    storeCredit: kept('storeCredit'),
    vouchers: kept('voucher') - sum(taken('voucher').map((one) => one.amountMinor)),
    prepayments: -sum(taken('prepayment').map(({ parts }) => parts.netMinor)),
    sales: -(ticket?.netMinor ?? 0),
    returns: sum(returned?.lines.map(({ netMinor }) => netMinor) ?? []),
    'tax 1': tax(1),
    'tax 2': tax(2),
  };
}

const fromLines = (lines: readonly JournalLine[]) => ({
  drawer: moved(lines, 'drawer'),
  cardClearing: moved(lines, 'cardClearing'),
  bankInTransit: moved(lines, 'bankInTransit'),
  rounding: moved(lines, 'rounding'),
  discountsGiven: moved(lines, 'discountsGiven'),
  storeCredit: moved(lines, 'storeCredit'),
  vouchers: moved(lines, 'vouchers'),
  prepayments: moved(lines, 'prepayments'),
  sales: moved(lines, 'sales'),
  returns: moved(lines, 'returns'),
  'tax 1': moved(lines, 'taxPayable', 1),
  'tax 2': moved(lines, 'taxPayable', 2),
});
const plain = (figures: Record<string, number>) =>
  Object.fromEntries(Object.entries(figures).map(([name, amount]) => [name, amount + 0]));

/** What tagged lines say that each pot took today. */
function tookByPot(lines: readonly JournalLine[]): Record<string, number> {
  const took: Record<string, number> = {};
  for (const { tag, amountMinor } of lines) {
    if (!tag) continue;
    expect(tag.takingsDay).toBe('2026-03-02');
    took[tag.pot] = (took[tag.pot] ?? 0) + amountMinor;
  }
  return nonZero(took);
}

/** What the receipt says that each pot took: its tenders kept; an allowance is taken as it is. */
function keptByPot({ tenders, refunds, extras }: DecidedSale): Record<string, number> {
  const pots: Record<string, string> = {
    cash: 'cash',
    cheque: 'cheque',
    card: 'card 9 Meridian',
    transfer: 'transfer',
    other: 'other 4',
  };
  const took: Record<string, number> = {};
  for (const { kind, keptMinor, amountMinor } of [...tenders, ...refunds]) {
    const pot = pots[kind];
    if (pot) took[pot] = (took[pot] ?? 0) + (kind === 'other' ? amountMinor : keptMinor);
  }
  for (const { kind, amountMinor } of extras) {
    if (kind === 'cashBack') took['cash'] = (took['cash'] ?? 0) - amountMinor;
  }
  return nonZero(took);
}

const nonZero = (figures: Record<string, number>) =>
  Object.fromEntries(Object.entries(figures).filter(([, amount]) => amount !== 0));

test('a ticket that sells posts what its receipt says, however it is paid', () => {
  fc.assert(
    fc.property(
      fc.array(line, { minLength: 1, maxLength: 4 }),
      fc.option(extra, { nil: undefined }),
      fc.array(part, { maxLength: 4 }),
      (lines, one, parts) => {
        const extras = one ? [one] : [];
        const whole = decide({ lines, extras, tenders: [cash(99_999_999)] }, state);
        let left: number = whole.totalMinor;
        const tenders: OfferedTender[] = [];
        let charged = false;
        for (const [i, { way, share }] of parts.entries()) {
          const amount = Math.floor((left * share) / 100);
          const make: (typeof WAYS)[number] = WAYS[way] ?? (charged ? WAYS[0]! : onAccount);
          if (amount === 0) continue;
          charged ||= make === onAccount;
          tenders.push(make(amount, i));
          left -= amount;
        }
        if (left > 0) tenders.push(cash(left + 5 - ((left + 5) % 5)));
        const sold = decide({ lines, extras, tenders }, state);
        assertBalanced(sold.lines);
        expect(plain(fromLines(sold.lines))).toEqual(plain(fromReceipt(sold)));
        const byAccount = sum(
          sold.tenders.map(({ kind, amountMinor }) =>
            kind === 'onAccount' ? amountMinor : 0,
          ),
        );
        expect(moved(sold.lines, 'chargeAccounts')).toBe(byAccount);
        expect(sum(sold.charges.map(({ amountMinor }) => amountMinor))).toBe(byAccount);
        expect(tookByPot(sold.lines)).toEqual(keptByPot(sold));
        // What its tenders settle is what it comes to; what they keep differs by rounding alone.
        expect(sum(sold.tenders.map(({ amountMinor }) => amountMinor))).toBe(sold.totalMinor);
        expect(Math.abs(moved(sold.lines, 'rounding'))).toBeLessThanOrEqual(2);
        // Voided, all of it is as if it had never been.
        const both = [...sold.lines, ...reverseLines(sold.lines)];
        expect(plain(fromLines(both))).toEqual(
          Object.fromEntries(Object.keys(fromLines([])).map((name) => [name, 0])),
        );
      },
    ),
    { numRuns: 300 },
  );
});

/** A tender that paid for what comes back. */
const paidBy = (
  kind: PaidTender['kind'],
  tenderId: number,
  amountMinor: number,
  more: Partial<PaidTender> = {},
): PaidTender => ({
  saleTenderId: tenderId,
  tenderId,
  kind,
  amountMinor,
  keptMinor: amountMinor,
  refundedMinor: 0,
  chargeAccountId: null,
  unpaidMinor: 0,
  writtenOffMinor: 0,
  ...more,
});

test('a ticket that takes back posts what its receipt says, and gives nothing that never came', () => {
  const tenths = fc.integer({ min: 0, max: 10 });
  fc.assert(
    fc.property(
      fc.integer({ min: 100, max: 9_000_00 }),
      fc.array(tenths, { minLength: 5, maxLength: 5 }),
      fc.integer({ min: 1, max: 4 }),
      tenths,
      (netMinor, shares, pieces, unpaidTenths) => {
        const taxes = [
          { authorityId: 1, taxMinor: Math.round(netMinor / 20) },
          { authorityId: 2, taxMinor: Math.round(netMinor / 80) },
        ];
        const whole = sum([netMinor, ...taxes.map(({ taxMinor }) => taxMinor)]);
        const weight = sum(shares) || 1;
        const part = (i: number) => Math.floor((whole * shares[i]!) / weight);
        const rest = whole - sum([0, 1, 2, 3].map(part));
        const charge = part(3);
        const unpaidMinor = Math.floor((charge * unpaidTenths) / 10);
        const paid = [
          paidBy('card', 2, part(0)),
          paidBy('transfer', 11, part(1)),
          paidBy('other', 4, part(2), { keptMinor: 0 }),
          paidBy('onAccount', 10, charge, { chargeAccountId: 4, unpaidMinor }),
          paidBy('cash', 1, rest, { keptMinor: rest - (rest % 5) }),
        ].filter(({ amountMinor }) => amountMinor > 0);
        const refundState = {
          paid,
          givenMinor: {},
          cashOutMinor: 0,
          usedMinor: 0,
          tradedInMinor: 0,
        };
        const original: OriginalSale = {
          id: 5,
          date: '2026-02-20',
          isVoid: false,
          lines: [
            {
              position: 1,
              departmentId: 1,
              itemId: COIL,
              description: 'Coil',
              quantity: '4',
              netMinor,
              discountMinor: 0,
              parts: taxes,
              returned: { quantity: '0', netMinor: 0, discountMinor: 0, parts: [] },
            },
          ],
          refunds: refundState,
          discount: NO_DISCOUNT_TAKEN,
          fee: NO_FEE,
        };
        const returned = {
          saleId: 5,
          lines: [{ position: 1, quantity: String(pieces) }],
          reason: 'changedMind',
          condition: 'asNew' as const,
        };
        const share = (amount: number) => Math.round((amount * pieces) / 4);
        const dueMinor = share(netMinor) + sum(taxes.map(({ taxMinor }) => share(taxMinor)));
        const tenderOf = { card: 2, transfer: 11, other: 4, onAccount: 10, cash: 1 };
        const refunds = proposeRefund(dueMinor, refundState).map((one) => ({
          ...one,
          tenderId: tenderOf[one.kind as keyof typeof tenderOf] ?? 8,
          reference: 'B-1',
          bankAccountId: 1,
        }));
        const back = decide(
          { lines: [], tenders: [], returned, refunds: refunds as never },
          { ...state, original },
        );
        assertBalanced(back.lines);
        expect(tookByPot(back.lines)).toEqual(keptByPot(back));
        expect(plain(fromLines(back.lines))).toEqual(plain(fromReceipt(back)));
        expect(back.totalMinor).toBe(-dueMinor);
        // The open part of the charge is credited before a cent leaves as money.
        const credited = -sum(
          back.refunds.map(({ kind, amountMinor }) =>
            kind === 'onAccount' ? amountMinor : 0,
          ),
        );
        expect(credited).toBeGreaterThanOrEqual(Math.min(dueMinor, unpaidMinor));
        for (const { kind, keptMinor } of back.refunds) {
          const brought = paid.find((one) => one.kind === kind)?.amountMinor ?? 0;
          if (kind !== 'storeCredit') expect(-keptMinor).toBeLessThanOrEqual(brought + 2);
        }
      },
    ),
    { numRuns: 300 },
  );
});
