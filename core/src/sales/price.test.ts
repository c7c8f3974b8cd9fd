import { card, cash, decide, MUG, refusal, ROPE, shop } from '../../test/shop';
import { priceTicket, type SaleTicket } from '.';

describe('discounts', () => {
  const lines: SaleTicket['lines'] = [
    { itemId: ROPE, quantity: '10' },
    { departmentId: 2, amountMinor: 16_00 },
  ];

  test('off a line and off the ticket, spread over its lines and taken before tax', () => {
    // 34.00 − 4.00 and 16.00 = 46.00; 10 % of it is 4.60 = 3.00 + 1.60; tax 6.25 % of 27.00.
    const { totalMinor, ticket } = decide({
      lines: [{ ...lines[0]!, discount: { amountMinor: 4_00 } }, lines[1]!],
      discount: { percent: '10' },
      tenders: [card(43_09)],
    });
    expect(totalMinor).toBe(43_09);
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
    const broken = (ticket: Omit<SaleTicket, 'tenders'>) =>
      decide({ ...ticket, tenders: [cash(1_000_00)] }, { allowance }).broken.filter(
        ({ code }) => code === 'rule.priceChange',
      );
    const at = (unitPriceMinor: number) => ({
      lines: [{ itemId: ROPE, quantity: '1', unitPriceMinor }],
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

describe('quantities and kinds of price', () => {
  const { catalogue, rules } = shop();
  const price = (itemId: number, quantity: string, pricesIncludeTax: boolean) =>
    priceTicket([{ itemId, quantity }], catalogue, { ...rules, pricesIncludeTax });

  test.each([
    [ROPE, '2.5', undefined],
    [ROPE, '2.50', undefined],
    [ROPE, '2.55', { code: 'line.decimals', at: 'lines.0.quantity', params: { decimals: 1 } }],
    [MUG, '3', undefined],
    [MUG, '1.5', { code: 'line.decimals', at: 'lines.0.quantity', params: { decimals: 0 } }],
    [MUG, '0', { code: 'line.quantity', at: 'lines.0.quantity' }],
  ])('item %d takes a quantity of %s or says why not', (itemId, quantity, refusal) => {
    const priced = price(itemId, quantity, false);
    expect(priced.ok ? undefined : priced.refusals[0]).toEqual(refusal);
  });

  // Inclusive totals taken apart at 6.25 %: 21.24 holds 19.99 and 1.25; derived.
  test('a price with tax stands on a paper without tax as its net, and the total agrees', () => {
    for (const kind of [true, false]) {
      const priced = price(MUG, '1', kind);
      expect(priced.ok && priced.value).toMatchObject({
        netMinor: 19_99,
        taxMinor: 1_25,
        totalMinor: 21_24,
        lines: [{ unitPriceMinor: kind ? 21_24 : 19_99, listMinor: kind ? 21_24 : 19_99 }],
      });
    }
  });
});
