import fc from 'fast-check';
import { assertBalanced } from '../ledger';
import { percent } from '../money';
import { decideSale, decideVoid, type SaleState, type SaleTicket } from '.';

const STATE: SaleState = {
  catalogue: {
    departments: [
      { id: 1, name: 'Rope', taxCodeId: 1 },
      { id: 2, name: 'Books', taxCodeId: 2 },
    ],
    items: [{ id: 7, name: 'Rope 12 mm', departmentId: 1, priceMinor: 340, taxCodeId: 1 }],
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
  cashStepMinor: 5,
  drawerId: 1,
  tenders: [
    { id: 1, kind: 'cash', processorId: null },
    { id: 2, kind: 'card', processorId: 9 },
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
  expect(ticket.taxes).toEqual([
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
    'tender.cardOver',
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
        const total = priced.value.ticket.totalMinor;
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
  ])('%o is refused', (change, code) => {
    expect(decideVoid({ ...state, ...change })).toMatchObject({ refusals: [{ code }] });
  });
});
