import fc from 'fast-check';
import { card, cash, decide, posted, refusal, ROPE, tender } from '../../test/shop';
import { assertBalanced } from '../ledger';
import { decideVoid, type SaleTicket } from '.';

test('a split payment: the card pays exactly, cash is rounded, change comes from cash', () => {
  // 14.5 m × 3.40 = 49.30; book 12.00; tax 6.25 % of 49.30 = 3.08; together 64.38
  const { ticket, tenders, lines } = decide({
    lines: [
      { itemId: ROPE, quantity: '14.5' },
      { departmentId: 2, amountMinor: 12_00 },
    ],
    tenders: [card(40_00), cash(30_00)],
  });
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
  expect(lines.find((line) => line.ledgerAccount === 'cardClearing')).toMatchObject({
    amountMinor: 40_00,
    processorId: 9,
  });
});

// Cash rounding: 21.24 pays 21.25; only what is settled in cash is rounded.
test('19.99 at 6.25 % paid in cash or by card', () => {
  const lines = [{ departmentId: 1, amountMinor: 19_99 }];
  const byCash = decide({ lines, tenders: [cash(21_25)] });
  expect(byCash).toMatchObject({ tenders: [{ keptMinor: 21_25 }] });
  const byCard = decide({ lines, tenders: [card(21_24)] });
  expect(byCard).toMatchObject({ tenders: [{ keptMinor: 21_24 }] });
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
      tenders: [{ ...card(10_00), reference: '4111 1111 1111 1111' }],
    },
    'text.cardNumber',
    'tenders.0.reference',
  ],
  [
    'no quantity',
    { lines: [{ itemId: ROPE, quantity: '0.000' }], tenders: [cash(5)] },
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
        const total = decide({ lines: rung, tenders: [cash(1_000_000)] }).totalMinor;
        const onCard = Math.floor((total * share) / 100);
        const due = total - onCard;
        const tenders = [
          ...(onCard > 0 ? [card(onCard)] : []),
          ...(due > 0 ? [cash(due + extra + 5)] : []),
        ];
        const sold = decide({ lines: rung, tenders });
        assertBalanced(sold.lines);
        for (const tender of sold.tenders) {
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
    foundByCount: false,
    batchClosed: false,
    hasReturns: false,
    corrected: false,
    creditUsed: false,
    extraUsed: false,
    chequeCashed: false,
    allocatedTo: null,
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
    [{ corrected: true }, 'void.corrected'],
    [{ creditUsed: true }, 'void.creditUsed'],
    [{ chequeCashed: true }, 'void.chequeCashed'],
    [{ allocatedTo: 'R-7' }, 'void.allocated'],
  ])('%o is refused', (change, code) => {
    expect(decideVoid({ ...state, ...change })).toMatchObject({ refusals: [{ code }] });
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
    const decided = decide({ lines, tenders: [cheque(), other()] });
    expect(decided).toMatchObject({
      tenders: [{ cheque: { number: '104' }, keptMinor: 60_00 }, { reference: null }],
    });
    expect(posted(decided)).toEqual([
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
    const asking = { tenders: [tender(1, 'cash'), tender(4, 'other')] };
    expect(refusal({ lines, tenders: [other(), cash(60_00)] }, asking)).toMatchObject({
      code: 'tender.reference',
    });
  });
});
