import fc from 'fast-check';
import { assertBalanced } from '../ledger';
import { percent } from '../money';
import {
  decideSale,
  decideVoid,
  priceTicket,
  type DecidedSale,
  type OriginalSale,
  type SaleState,
  type SaleTicket,
  type TenderState,
} from '.';

const tender = (id: number, kind: TenderState['kind']): TenderState => ({
  id,
  kind,
  isDebit: false,
  processorId: null,
  account: null,
  asks: { lastFour: true, reference: true },
});
const STATE: SaleState = {
  catalogue: {
    departments: [
      { id: 1, name: 'Rope', taxCodeId: 1 },
      { id: 2, name: 'Books', taxCodeId: 2 },
    ],
    items: [
      {
        id: 7,
        name: 'Rope 12 mm',
        departmentId: 1,
        priceMinor: 340,
        priceIncludesTax: false,
        decimals: 1,
        taxCodeId: 1,
      },
      {
        id: 8,
        name: 'Mug',
        departmentId: 1,
        priceMinor: 21_24,
        priceIncludesTax: true,
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
      { id: 2, parts: [] },
    ],
  },
  rules: { pricesIncludeTax: false, roundBy: 'document', rounding: 'halfUp' },
  today: '2026-03-02',
  cashStepMinor: 5,
  drawerId: 1,
  allowance: null,
  credits: [],
  vouchers: [],
  orders: [],
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
  reasons: [{ code: 'changedMind', restocking: false }],
  original: null,
  tenders: [
    tender(1, 'cash'),
    { ...tender(2, 'card'), processorId: 9 },
    tender(3, 'cheque'),
    {
      ...tender(4, 'other'),
      account: 'discountsGiven',
      asks: { lastFour: false, reference: false },
    },
  ],
};
const cash = (tenderedMinor: number) =>
  ({ kind: 'cash', tenderId: 1, tenderedMinor }) as const;
const card = (amountMinor: number, reference = 'A1') =>
  ({ kind: 'card', tenderId: 2, amountMinor, lastFour: '1111', reference }) as const;
const sell = (ticket: SaleTicket) => decideSale(ticket, STATE);
const refusal = (ticket: SaleTicket) => {
  const decided = sell(ticket);
  return decided.ok ? undefined : decided.refusals[0];
};

test('a split payment: the card pays exactly, cash is rounded, change comes from cash', () => {
  // 14.5 m × 3.40 = 49.30; book 12.00; tax 6.25 % of 49.30 = 3.08; together 64.38
  const decided = sell({
    lines: [
      { itemId: 7, quantity: '14.5' },
      { departmentId: 2, amountMinor: 12_00 },
    ],
    tenders: [card(40_00), cash(30_00)],
  });
  if (!decided.ok) throw new Error('refused');
  const { ticket, tenders, lines } = decided.value;
  expect(ticket).toMatchObject({ netMinor: 61_30, taxMinor: 3_08, totalMinor: 64_38 });
  expect(ticket?.taxes).toEqual([
    { authorityId: 1, taxMinor: 2_46 },
    { authorityId: 2, taxMinor: 62 },
  ]);
  expect(tenders[1]).toMatchObject({
    amountMinor: 24_38,
    keptMinor: 24_40,
    changeMinor: 5_60,
    roundingMinor: -2,
  });
  assertBalanced(lines);
  expect(lines.find((line) => line.account === 'cardClearing')).toMatchObject({
    amountMinor: 40_00,
    processorId: 9,
  });
});

// Cash rounding: 21.24 pays 21.25; only what is settled in cash is rounded.
test('19.99 at 6.25 % paid in cash or by card', () => {
  const lines = [{ departmentId: 1, amountMinor: 19_99 }];
  const byCash = sell({ lines, tenders: [cash(21_25)] });
  expect(byCash).toMatchObject({ ok: true, value: { tenders: [{ keptMinor: 21_25 }] } });
  const byCard = sell({ lines, tenders: [card(21_24)] });
  expect(byCard).toMatchObject({ ok: true, value: { tenders: [{ keptMinor: 21_24 }] } });
});

test.each<[string, SaleTicket, string, string]>([
  ['no line', { lines: [], tenders: [] }, 'ticket.empty', 'lines'],
  [
    'short of cash',
    { lines: [{ departmentId: 2, amountMinor: 10_00 }], tenders: [cash(9_95)] },
    'tender.short',
    'tenders',
  ],
  [
    'card above the total',
    { lines: [{ departmentId: 2, amountMinor: 10_00 }], tenders: [card(10_01)] },
    'tender.over',
    'tenders',
  ],
  [
    'a card number as reference',
    {
      lines: [{ departmentId: 2, amountMinor: 10_00 }],
      tenders: [card(10_00, '4111 1111 1111 1111')],
    },
    'text.cardNumber',
    'tenders.0.reference',
  ],
  [
    'no quantity',
    { lines: [{ itemId: 7, quantity: '0.000' }], tenders: [cash(5)] },
    'line.quantity',
    'lines.0.quantity',
  ],
  [
    'an unknown department',
    { lines: [{ departmentId: 99, amountMinor: 1 }], tenders: [cash(5)] },
    'line.unknown',
    'lines.0.departmentId',
  ],
  [
    'cash and card beyond need',
    { lines: [{ departmentId: 2, amountMinor: 10_00 }], tenders: [card(10_00), cash(5)] },
    'tender.cashNotDue',
    'tenders',
  ],
])('%s is refused where it stands', (_, ticket, code, at) => {
  expect(refusal(ticket)).toMatchObject({ code, at });
});

test('any sale balances, keeps what was tendered less change, and rounds less than half a step', () => {
  const lines = fc.array(
    fc.record({
      departmentId: fc.constantFrom(1, 2),
      amountMinor: fc.integer({ min: 1, max: 900_00 }),
    }),
    { minLength: 1, maxLength: 8 },
  );
  fc.assert(
    fc.property(
      lines,
      fc.integer({ min: 0, max: 100 }),
      fc.nat(50_00),
      (rung, share, extra) => {
        const priced = sell({ lines: rung, tenders: [cash(1_000_000)] });
        if (!priced.ok) throw new Error('refused');
        const total = priced.value.totalMinor;
        const onCard = Math.floor((total * share) / 100);
        const due = total - onCard;
        const tenders = [
          ...(onCard > 0 ? [card(onCard)] : []),
          ...(due > 0 ? [cash(due + extra + 5)] : []),
        ];
        const sold = sell({ lines: rung, tenders });
        if (!sold.ok) throw new Error(sold.refusals[0]!.code);
        assertBalanced(sold.value.lines);
        for (const tender of sold.value.tenders) {
          expect(tender.keptMinor).toBe(tender.tenderedMinor - tender.changeMinor);
          expect(Math.abs(tender.roundingMinor)).toBeLessThan(3);
        }
      },
    ),
  );
});

describe('voiding', () => {
  const state = {
    today: '2026-03-02',
    saleDate: '2026-03-02',
    alreadyVoid: false,
    drawerCounted: false,
    batchClosed: false,
    hasReturns: false,
    creditUsed: false,
    extraUsed: false,
    lines: [],
  };
  test('needs a manager', () => {
    expect(decideVoid(state)).toMatchObject({
      ok: true,
      value: { broken: [{ code: 'rule.void', approver: 'manager' }] },
    });
  });
  test.each([
    [{ alreadyVoid: true }, 'void.already'],
    [{ saleDate: '2026-03-01' }, 'void.notToday'],
    [{ drawerCounted: true }, 'void.drawerCounted'],
    [{ batchClosed: true }, 'void.batchClosed'],
    [{ hasReturns: true }, 'void.hasReturns'],
    [{ creditUsed: true }, 'void.creditUsed'],
  ])('%o is refused', (change, code) => {
    expect(decideVoid({ ...state, ...change })).toMatchObject({ refusals: [{ code }] });
  });
});

describe('discounts', () => {
  const lines: SaleTicket['lines'] = [
    { itemId: 7, quantity: '10' },
    { departmentId: 2, amountMinor: 16_00 },
  ];

  test('off a line and off the ticket, spread over its lines and taken before tax', () => {
    // 34.00 − 4.00 and 16.00 = 46.00; 10 % of it is 4.60 = 3.00 + 1.60; tax 6.25 % of 27.00.
    const decided = sell({
      lines: [{ ...lines[0]!, discount: { amountMinor: 4_00 } }, lines[1]!],
      discount: { percent: '10' },
      tenders: [card(43_09)],
    });
    expect(decided).toMatchObject({ ok: true, value: { totalMinor: 43_09 } });
    const { ticket } = (decided as { value: DecidedSale }).value;
    expect(ticket).toMatchObject({ netMinor: 41_40, taxMinor: 1_69, discountMinor: 8_60 });
    expect(ticket!.lines.map((line) => line.discountMinor)).toEqual([7_00, 1_60]);
  });

  test.each<[string, Partial<SaleTicket>, string, string]>([
    [
      'more than the line',
      { lines: [{ departmentId: 2, amountMinor: 5_00, discount: { amountMinor: 5_01 } }] },
      'discount.range',
      'lines.0.discount.amountMinor',
    ],
    [
      'more than the ticket',
      { discount: { amountMinor: 50_01 } },
      'discount.range',
      'discount.amountMinor',
    ],
    [
      'above 100 %',
      { discount: { percent: '100.5' } },
      'discount.percent',
      'discount.percent',
    ],
    ['of nothing', { discount: { percent: '0' } }, 'discount.percent', 'discount.percent'],
  ])('%s is refused', (_, change, code, at) => {
    expect(refusal({ lines, tenders: [card(1_00)], ...change })).toMatchObject({ code, at });
  });

  test('a price moved by more than is allowed is a broken rule, down or up', () => {
    const allowance = { percent: '10', approver: 'manager' as const };
    const broken = (ticket: Omit<SaleTicket, 'tenders'>) => {
      const priced = decideSale(
        { ...ticket, tenders: [cash(1_000_00)] },
        { ...STATE, allowance },
      );
      return priced.ok ? priced.value.broken : priced.refusals;
    };
    const at = (unitPriceMinor: number) => ({
      lines: [{ itemId: 7, quantity: '1', unitPriceMinor }],
    });
    expect(broken(at(3_06))).toEqual([]);
    expect(broken(at(3_05))).toMatchObject([
      { code: 'rule.priceChange', params: { movedMinor: 35, allowedPercent: '10' } },
    ]);
    expect(broken(at(3_75))).toMatchObject([{ params: { movedMinor: -35 } }]);
    expect(broken({ lines, discount: { percent: '11' } })).toMatchObject([
      { params: { lines: 2 } },
    ]);
  });
});

describe('a ticket that takes back', () => {
  const original: OriginalSale = {
    id: 5,
    date: '2026-02-20',
    isVoid: false,
    lines: [
      {
        position: 1,
        departmentId: 1,
        itemId: 7,
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
        },
      ],
      cashRefundedMinor: 0,
      cashOutMinor: 0,
      creditRefundedMinor: 0,
      usedMinor: 0,
    },
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
    decideSale(
      { lines: [], tenders: [], returned, ...ticket },
      { ...STATE, original, ...change },
    );

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
    const tenders = [...STATE.tenders, tender(9, 'storeCredit')];
    const refunds = [{ kind: 'storeCredit' as const, tenderId: 9, amountMinor: 106_25 }];
    // 60 days from 2 March: common practice.
    expect(decide({ refunds }, { tenders })).toMatchObject({
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
    const returnRules = { ...STATE.returnRules, returnDays: 9, approvalAboveMinor: 106_24 };
    const broken = decide({ refunds: [refundOf(106_25)] }, { returnRules });
    expect(broken).toMatchObject({
      value: { broken: [{ code: 'rule.returnLate' }, { code: 'rule.returnAbove' }] },
    });
  });
});

describe('quantities and kinds of price', () => {
  const price = (itemId: number, quantity: string, pricesIncludeTax: boolean) =>
    priceTicket([{ itemId, quantity }], STATE.catalogue, { ...STATE.rules, pricesIncludeTax });

  test.each([
    [7, '2.5', undefined],
    [7, '2.50', undefined],
    [7, '2.55', { code: 'line.decimals', at: 'lines.0.quantity', params: { decimals: 1 } }],
    [8, '3', undefined],
    [8, '1.5', { code: 'line.decimals', at: 'lines.0.quantity', params: { decimals: 0 } }],
    [8, '0', { code: 'line.quantity', at: 'lines.0.quantity' }],
  ])('item %d takes a quantity of %s or says why not', (itemId, quantity, refusal) => {
    const priced = price(itemId, quantity, false);
    expect(priced.ok ? undefined : priced.refusals[0]).toEqual(refusal);
  });

  // Inclusive totals taken apart at 6.25 %: 21.24 holds 19.99 and 1.25; derived.
  test('a price with tax stands on a paper without tax as its net, and the total agrees', () => {
    for (const kind of [true, false]) {
      const priced = price(8, '1', kind);
      expect(priced.ok && priced.value).toMatchObject({
        netMinor: 19_99,
        taxMinor: 1_25,
        totalMinor: 21_24,
        lines: [{ unitPriceMinor: kind ? 21_24 : 19_99, listMinor: kind ? 21_24 : 19_99 }],
      });
    }
  });
});

describe('cheques and other tenders', () => {
  const lines = [{ departmentId: 2, amountMinor: 100_00 }];
  const cheque = (more: object = {}) =>
    ({
      kind: 'cheque',
      tenderId: 3,
      amountMinor: 60_00,
      cheque: { number: '104', drawnBy: 'Bo', dated: '2026-03-04', ...more },
    }) as const;
  const other = (reference = '') =>
    ({ kind: 'other', tenderId: 4, amountMinor: 40_00, reference }) as const;

  test('a cheque lies in the drawer, an allowance on its account; neither gives change', () => {
    const decided = sell({ lines, tenders: [cheque(), other()] });
    expect(decided).toMatchObject({
      value: {
        tenders: [{ cheque: { number: '104' }, keptMinor: 60_00 }, { reference: null }],
      },
    });
    const posted = (decided as { value: DecidedSale }).value.lines;
    expect(posted.map(({ account, amountMinor }) => [account, amountMinor])).toEqual([
      ['sales', -100_00],
      ['drawer', 60_00],
      ['discountsGiven', 40_00],
    ]);
    expect(refusal({ lines, tenders: [cheque(), cheque()] })).toMatchObject({
      code: 'tender.over',
    });
  });

  test.each([
    [{ number: '' }, 'cheque.number'],
    [{ drawnBy: ' ' }, 'cheque.drawnBy'],
    [{ dated: '2026-02-30' }, 'cheque.dated'],
    [{ drawnBy: 'Bo 4111 1111 1111 1111' }, 'text.cardNumber'],
  ])('a cheque with %o is refused', (more, code) => {
    expect(refusal({ lines, tenders: [cheque(more), cash(40_00)] })).toMatchObject({ code });
  });

  test('a reference is asked for only where the shop asks', () => {
    expect(
      refusal({ lines, tenders: [other('4111 1111 1111 1111'), cash(60_00)] }),
    ).toMatchObject({ code: 'text.cardNumber' });
    const asking = {
      ...STATE,
      tenders: STATE.tenders.map((one) => ({
        ...one,
        asks: { lastFour: true, reference: true },
      })),
    };
    const asked = decideSale({ lines, tenders: [other(), cash(60_00)] }, asking);
    expect(asked).toMatchObject({ refusals: [{ code: 'tender.reference' }] });
  });
});
