import fc from 'fast-check';
import { percent } from '../money';
import { decideSale, type DecidedSale, type SaleState, type SaleTicket } from '../sales';
import {
  orderStatus,
  spendPrepayment,
  takePrepayment,
  type Order,
  type PrepaidOrder,
} from '.';

/** An order of 200.00 and 12.50 tax: two coils at 100.00. */
const order = (more: Partial<Order> = {}): Order => ({
  id: 3,
  open: true,
  totalMinor: 212_50,
  taxes: [
    { authorityId: 1, taxMinor: 10_00 },
    { authorityId: 2, taxMinor: 2_50 },
  ],
  taxAt: 'atReceipt',
  prepaidMinor: 0,
  spentMinor: 0,
  lines: [
    {
      position: 1,
      itemId: 7,
      departmentId: 1,
      quantity: '2',
      leftQuantity: '2',
      unitPriceMinor: 100_00,
      agreedMinor: 200_00,
    },
  ],
  ...more,
});
const tender = (id: number, kind: SaleState['tenders'][number]['kind']) => ({
  id,
  kind,
  isDebit: false,
  processorId: null,
  account: null,
  asks: { lastFour: true, reference: true },
});
const state = (more: Partial<SaleState> = {}): SaleState => ({
  today: '2026-03-02',
  catalogue: {
    departments: [{ id: 1, name: 'Rope', taxCodeId: 1 }],
    items: [
      {
        id: 7,
        name: 'Coil',
        departmentId: 1,
        priceMinor: 130_00,
        priceIncludesTax: false,
        decimals: 0,
        taxCodeId: 1,
      },
    ],
    taxCodes: [
      {
        id: 1,
        parts: [
          { authorityId: 1, rate: percent('5') },
          { authorityId: 2, rate: percent('1.25') },
        ],
      },
    ],
  },
  rules: { pricesIncludeTax: false, roundBy: 'document', rounding: 'halfUp' },
  cashStepMinor: 5,
  drawerId: 1,
  tenders: [tender(1, 'cash'), tender(2, 'prepayment'), tender(3, 'voucher')],
  allowance: { percent: '10', approver: 'manager' },
  credits: [],
  vouchers: [{ id: 5, leftMinor: 50_00, validUntil: '2026-03-31' }],
  orders: [order()],
  prepaidBy: null,
  cardExtras: { tips: true, cashBackMaxMinor: 100_00 },
  returnRules: {
    returnDays: 30,
    restockingPercent: '20',
    restockingTaxed: false,
    creditDays: 60,
    approvalAboveMinor: null,
    originalTendersFirst: true,
  },
  reasons: [],
  original: null,
  ...more,
});
const cash = (tenderedMinor: number) =>
  ({ kind: 'cash', tenderId: 1, tenderedMinor }) as const;
const byPrepayment = (amountMinor: number) =>
  ({ kind: 'prepayment', tenderId: 2, orderId: 3, amountMinor }) as const;
const ofOrder = (quantity: string, unitPriceMinor = 100_00) => ({
  itemId: 7,
  quantity,
  unitPriceMinor,
  order: { orderId: 3, position: 1 },
});
const decide = (ticket: SaleTicket, more: Partial<SaleState> = {}): DecidedSale => {
  const decided = decideSale(ticket, state(more));
  if (!decided.ok) throw new Error(decided.refusals[0]!.code);
  return decided.value;
};
const refusal = (ticket: SaleTicket, more: Partial<SaleState> = {}) => {
  const decided = decideSale(ticket, state(more));
  return decided.ok ? undefined : decided.refusals[0];
};
const posted = ({ lines }: DecidedSale) =>
  lines.map(({ account, amountMinor, authorityId }) => [
    account + (authorityId ?? ''),
    amountMinor,
  ]);

describe('a prepayment and its sale', () => {
  const taken: SaleTicket = {
    lines: [],
    extras: [{ kind: 'prepayment', orderId: 3, amountMinor: 106_25 }],
    tenders: [cash(106_25)],
  };
  const sale: SaleTicket = {
    lines: [ofOrder('2')],
    tenders: [byPrepayment(106_25), cash(106_25)],
  };

  // Half of 200.00 + 12.50 paid ahead, taxed at receipt, then the sale; derived.
  test('taxed at receipt: the tax is owed then, and the sale owes the rest', () => {
    expect(posted(decide(taken))).toEqual([
      ['prepayments', -100_00],
      ['taxPayable1', -5_00],
      ['taxPayable2', -1_25],
      ['drawer', 106_25],
    ]);
    const later = { orders: [order({ prepaidMinor: 106_25 })] };
    expect(posted(decide(sale, later))).toEqual([
      ['sales', -200_00],
      ['taxPayable1', -5_00],
      ['taxPayable2', -1_25],
      ['prepayments', 100_00],
      ['drawer', 106_25],
    ]);
  });

  test('taxed at the sale (the default): all of it is owed to the customer until then', () => {
    const atSale = (more: Partial<Order> = {}) => ({
      orders: [order({ taxAt: 'atSale', ...more })],
    });
    expect(posted(decide(taken, atSale()))).toEqual([
      ['prepayments', -106_25],
      ['drawer', 106_25],
    ]);
    expect(posted(decide(sale, atSale({ prepaidMinor: 106_25 })))).toEqual([
      ['sales', -200_00],
      ['taxPayable1', -10_00],
      ['taxPayable2', -2_50],
      ['prepayments', 106_25],
      ['drawer', 106_25],
    ]);
  });

  test('the agreed price needs no approval again, less than it does', () => {
    const later = { orders: [order({ prepaidMinor: 106_25 })] };
    expect(decide(sale, later).broken).toEqual([]);
    const cheaper = { lines: [ofOrder('2', 90_00)], tenders: [cash(191_25)] };
    expect(decide(cheaper, later).broken).toMatchObject([{ code: 'rule.priceChange' }]);
  });

  test.each<[string, SaleTicket, Partial<Order>, object]>([
    [
      'more than the order comes to',
      { ...taken, extras: [{ kind: 'prepayment', orderId: 3, amountMinor: 212_51 }] },
      {},
      { code: 'prepayment.over', params: { leftMinor: 212_50 } },
    ],
    ['more than was paid ahead', sale, { prepaidMinor: 100_00 }, { code: 'prepayment.short' }],
    ['an order that is closed', taken, { open: false }, { code: 'order.closed' }],
    [
      'more than is left of a line',
      { ...sale, lines: [ofOrder('1'), ofOrder('2')] },
      {},
      { code: 'order.moreThanLeft', at: 'lines.1.order', params: { left: '2' } },
    ],
    [
      'a part of what is paid back on cancelling',
      {
        lines: [],
        tenders: [],
        extras: [{ kind: 'prepaymentBack', orderId: 3, amountMinor: 1_00 }],
      },
      { prepaidMinor: 106_25 },
      { code: 'prepayment.wholeBack', params: { leftMinor: 106_25 } },
    ],
    [
      'goods beside a prepayment that goes back',
      {
        ...sale,
        extras: [{ kind: 'prepaymentBack', orderId: 3, amountMinor: 106_25 }],
      },
      { prepaidMinor: 106_25 },
      { code: 'prepayment.alone' },
    ],
  ])('%s is refused', (_what, ticket, more, expected) => {
    expect(refusal(ticket, { orders: [order(more)] })).toMatchObject(expected);
  });
});

describe('any course of prepayments', () => {
  test('parts add up to what was taken and spent, each tax only grows, the whole is exact', () => {
    const steps = fc.array(
      fc.record({ take: fc.boolean(), amount: fc.integer({ min: 1, max: 90_00 }) }),
      {
        maxLength: 25,
      },
    );
    fc.assert(
      fc.property(
        steps,
        fc.constantFrom('atSale' as const, 'atReceipt' as const),
        (list, taxAt) => {
          let now: PrepaidOrder = order({
            taxAt,
            totalMinor: 333_33,
            taxes: [{ authorityId: 1, taxMinor: 19_61 }],
          });
          const balance = { net: 0, tax: 0 };
          for (const { take, amount } of list) {
            const parts = take
              ? takePrepayment(now, amount, '')
              : spendPrepayment(now, amount, '');
            if (!parts.ok) continue;
            const { netMinor, taxes } = parts.value;
            expect(netMinor + taxes[0]!.taxMinor).toBe(amount);
            expect(taxes[0]!.taxMinor).toBeGreaterThanOrEqual(0);
            const sign = take ? 1 : -1;
            balance.net += sign * netMinor;
            balance.tax += sign * taxes[0]!.taxMinor;
            now = take
              ? { ...now, prepaidMinor: now.prepaidMinor + amount }
              : { ...now, spentMinor: now.spentMinor + amount };
          }
          expect(balance.net + balance.tax).toBe(now.prepaidMinor - now.spentMinor);
          if (now.prepaidMinor === now.spentMinor) expect(balance).toEqual({ net: 0, tax: 0 });
        },
      ),
    );
  });
});

describe('gift vouchers', () => {
  const byVoucher = (amountMinor: number) =>
    ({ kind: 'voucher', tenderId: 3, voucherId: 5, amountMinor }) as const;

  test('are sold without tax beside goods, and taken in part', () => {
    const sold = decide({
      lines: [{ itemId: 7, quantity: '1' }],
      extras: [{ kind: 'voucher', amountMinor: 50_00 }],
      tenders: [cash(188_15)],
    });
    expect(sold).toMatchObject({ netMinor: 130_00, taxMinor: 8_13, extraMinor: 50_00 });
    expect(posted(sold)).toContainEqual(['vouchers', -50_00]);
    const paid = decide({
      lines: [{ itemId: 7, quantity: '1' }],
      tenders: [byVoucher(30_00), cash(108_15)],
    });
    expect(posted(paid)).toContainEqual(['vouchers', 30_00]);
  });

  test.each([
    [50_01, {}, 'voucher.over'],
    [10_00, { today: '2026-04-01' }, 'voucher.expired'],
    [10_00, { vouchers: [] }, 'voucher.unknown'],
  ])('%d taken where %o is refused', (amountMinor, more, code) => {
    const ticket = { lines: [ofOrder('2')], tenders: [byVoucher(amountMinor), cash(300_00)] };
    expect(refusal(ticket, more)).toMatchObject({ code });
  });
});

test.each([
  [{}, 'open'],
  [{ kind: 'quotation', validUntil: '2026-03-01' }, 'expired'],
  [{ kind: 'quotation', validUntil: '2026-03-02' }, 'open'],
  [{ kind: 'quotation', ordered: true, validUntil: '2026-03-01' }, 'ordered'],
  [{ prepaidMinor: 1 }, 'partPaid'],
  [{ prepaidMinor: 100 }, 'paid'],
  [{ fulfilled: true }, 'paid'],
  [{ cancelled: true, prepaidMinor: 100 }, 'void'],
] as const)('an order with %o is %s', (more, status) => {
  const paper = {
    kind: 'order' as const,
    cancelled: false,
    ordered: false,
    validUntil: null,
    totalMinor: 100,
    prepaidMinor: 0,
    fulfilled: false,
  };
  expect(orderStatus({ ...paper, ...more }, '2026-03-02')).toBe(status);
});

describe('tips and cash back', () => {
  const card = (amountMinor: number, tenderId = 4) =>
    ({ kind: 'card', tenderId, amountMinor, lastFour: '1111', reference: 'A1' }) as const;
  const tenders = [
    tender(1, 'cash'),
    { ...tender(4, 'card'), processorId: 9 },
    { ...tender(5, 'card'), processorId: 9, isDebit: true },
  ];
  const goods = { itemId: 7, quantity: '1' };
  const tip = (amountMinor: number) => ({ kind: 'tip', amountMinor }) as const;
  const cashBack = (amountMinor: number) => ({ kind: 'cashBack', amountMinor }) as const;
  const on = (more: Partial<SaleTicket>, rules: Partial<SaleState> = {}) => ({
    ticket: { lines: [goods], tenders: [], ...more },
    state: { tenders, ...rules },
  });

  // 130.00 + 8.13 tax, 10.00 tip, 40.00 back: the card pays 188.13.
  test('the card pays all of it; the tip is owed, the cash leaves the drawer', () => {
    const { ticket, state: more } = on({
      extras: [tip(10_00), cashBack(40_00)],
      tenders: [card(188_13, 5)],
    });
    const decided = decide(ticket, more);
    expect(posted(decided)).toEqual(
      expect.arrayContaining([
        ['cardClearing', 188_13],
        ['tipsPayable', -10_00],
        ['drawer', -40_00],
      ]),
    );
    expect(decided).toMatchObject({ netMinor: 130_00, extraMinor: 50_00 });
  });

  test.each([
    ['a tip in cash', on({ extras: [tip(10_00)], tenders: [cash(150_00)] }), 'tip.byCard'],
    [
      'cash back on a credit card',
      on({ extras: [cashBack(40_00)], tenders: [card(178_13)] }),
      'cashBack.byDebit',
    ],
    [
      'a tip that only the cash back’s card could pay',
      on({ extras: [tip(10_00), cashBack(40_00)], tenders: [card(40_00, 5), cash(150_00)] }),
      'tip.byCard',
    ],
    [
      'more cash back than allowed',
      on({ extras: [cashBack(100_05)], tenders: [card(238_18, 5)] }),
      'cashBack.most',
    ],
    [
      'cash back that no coin makes',
      on({ extras: [cashBack(10_03)], tenders: [card(148_16, 5)] }),
      'cashBack.coins',
    ],
    [
      'a tip where none is taken',
      on(
        { extras: [tip(1_00)], tenders: [card(139_13)] },
        { cardExtras: { tips: false, cashBackMaxMinor: null } },
      ),
      'tip.notTaken',
    ],
  ])('%s is refused', (_what, { ticket, state: more }, code) => {
    expect(refusal(ticket, more)).toMatchObject({ code });
  });
});
