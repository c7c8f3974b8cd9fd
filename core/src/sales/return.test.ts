import { cash, ROPE, shop } from '../../test/shop';
import { assertBalanced } from '../ledger';
import { NO_DISCOUNT_TAKEN, NO_FEE } from '../returns';
import { decideSale, type OriginalSale, type SaleState, type SaleTicket } from '.';

describe('a ticket that takes back', () => {
  const original: OriginalSale = {
    id: 5,
    date: '2026-02-20',
    isVoid: false,
    lines: [
      {
        position: 1,
        departmentId: 1,
        itemId: ROPE,
        description: 'Rope',
        quantity: '2',
        netMinor: 200_00,
        discountMinor: 0,
        parts: [
          { authorityId: 1, taxMinor: 10_00 },
          { authorityId: 2, taxMinor: 2_50 },
        ],
        returned: { quantity: '0', netMinor: 0, discountMinor: 0, parts: [] },
      },
    ],
    refunds: {
      paid: [
        {
          saleTenderId: 8,
          tenderId: 1,
          kind: 'cash',
          amountMinor: 212_50,
          keptMinor: 212_50,
          refundedMinor: 0,
          chargeAccountId: null,
          unpaidMinor: 0,
          writtenOffMinor: 0,
        },
      ],
      givenMinor: {},
      cashOutMinor: 0,
      usedMinor: 0,
      tradedInMinor: 0,
    },
    discount: NO_DISCOUNT_TAKEN,
    fee: NO_FEE,
  };
  const returned = {
    saleId: 5,
    lines: [{ position: 1, quantity: '1' }],
    reason: 'changedMind',
    condition: 'asNew' as const,
  };
  const refundOf = (amountMinor: number) => ({
    kind: 'cash' as const,
    tenderId: 1,
    amountMinor,
  });
  const decide = (ticket: Partial<SaleTicket>, change: Partial<SaleState> = {}) =>
    decideSale({ lines: [], tenders: [], returned, ...ticket }, shop({ original, ...change }));

  test('one difference is given back or paid, and every entry balances', () => {
    const books = [{ departmentId: 2, amountMinor: 50_00 }];
    const less = decide({ lines: books, refunds: [refundOf(56_25)] });
    expect(less).toMatchObject({ value: { totalMinor: -56_25, usedMinor: 50_00 } });
    const more = decide({
      lines: [{ departmentId: 2, amountMinor: 120_00 }],
      tenders: [cash(13_75)],
    });
    expect(more).toMatchObject({ value: { totalMinor: 13_75, usedMinor: 106_25 } });
    const even = decide({ lines: [{ departmentId: 2, amountMinor: 106_25 }] });
    expect(even).toMatchObject({ value: { totalMinor: 0, tenders: [], refunds: [] } });
    for (const decided of [less, more, even]) {
      if (!decided.ok) throw new Error(decided.refusals[0]!.code);
      assertBalanced(decided.value.lines);
      expect(decided.value.creditValidUntil).toBeNull();
    }
  });

  test('store credit is valid for the days that the shop set, counted from its issue', () => {
    const refunds = [{ kind: 'storeCredit' as const, tenderId: 8, amountMinor: 106_25 }];
    // 60 days from 2 March: common practice.
    expect(decide({ refunds })).toMatchObject({
      value: { creditValidUntil: '2026-05-01', broken: [] },
    });
  });

  test.each<[string, Partial<SaleTicket>, Partial<SaleState>, string]>([
    [
      'a reason that the shop has not',
      { returned: { ...returned, reason: '?' } },
      {},
      'return.reason',
    ],
    ['a void sale', {}, { original: { ...original, isVoid: true } }, 'return.void'],
    ['a sale that is not there', {}, { original: null }, 'return.unknownSale'],
    ['a payment where money goes back', { tenders: [cash(5)] }, {}, 'tender.notDue'],
    [
      'a refund by a tender of another kind',
      { refunds: [{ ...refundOf(106_25), tenderId: 2 }] },
      {},
      'tender.unknown',
    ],
    [
      'a refund where there is something to pay',
      { lines: [{ departmentId: 2, amountMinor: 200_00 }], refunds: [refundOf(1)] },
      {},
      'refund.notDue',
    ],
  ])('%s is refused', (_, ticket, change, code) => {
    expect(decide(ticket, change)).toMatchObject({ refusals: [{ code }] });
  });

  test('the rules that it breaks are all named at once', () => {
    const returnRules = { ...shop().returnRules, returnDays: 9, approvalAboveMinor: 106_24 };
    const broken = decide({ refunds: [refundOf(106_25)] }, { returnRules });
    expect(broken).toMatchObject({
      value: { broken: [{ code: 'rule.returnLate' }, { code: 'rule.returnAbove' }] },
    });
  });
});
