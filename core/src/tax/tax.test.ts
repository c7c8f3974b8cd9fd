import fc from 'fast-check';
import { percent, sum, type Rounding } from '../money';
import { taxByAuthority, taxTicket, type TaxCode } from '.';

const code = (...rates: string[]): TaxCode => ({
  id: 1,
  parts: rates.map((rate, i) => ({ authorityId: i + 1, rate: percent(rate) })),
});
const NET = { pricesIncludeTax: false, roundBy: 'document', rounding: 'halfUp' } as const;
const GROSS = { ...NET, pricesIncludeTax: true } as const;
const one = (amountMinor: number, taxCode: TaxCode, rules: typeof NET | typeof GROSS) => {
  const [line] = taxTicket([{ amountMinor, code: taxCode }], rules);
  return line!;
};

describe('published and handbook figures', () => {
  // The VAT fraction, HMRC VAT Notice 700 (from memory); figures derived.
  test.each([
    [120_00, 20_00],
    [99_99, 16_67],
    [10_00, 1_67],
    [5, 1],
  ])('tax inside %d at 20 %% is %d', (gross, tax) => {
    expect(one(gross, code('20'), GROSS).taxMinor).toBe(tax);
  });

  // Streamlined Sales and Use Tax Agreement, section 324 (from memory); figure derived.
  test('19.99 at 6.25 % is 1.25', () => {
    expect(one(19_99, code('6.25'), NET).taxMinor).toBe(1_25);
  });

  // Several authorities make one code: common practice; derived.
  test('340.00 at 4.5 + 1.75 + 0.5 %', () => {
    const line = one(340_00, code('4.5', '1.75', '0.5'), NET);
    expect(line.parts.map((part) => part.taxMinor)).toEqual([15_30, 5_95, 1_70]);
    expect(line.taxMinor).toBe(22_95);
  });

  // Parts of a rounded tax add up, by largest remainder; derived.
  test('33.33 at 5 + 1.25 % is 2.08 = 1.66 + 0.42', () => {
    const line = one(33_33, code('5', '1.25'), NET);
    expect(line.parts.map((part) => part.taxMinor)).toEqual([1_66, 42]);
  });

  // Inclusive totals taken apart at 6.25 %; derived.
  test.each([
    [10_00, 9_41, 59],
    [100_00, 94_12, 5_88],
    [21_24, 19_99, 1_25],
  ])('%d holds net %d and tax %d', (gross, net, tax) => {
    expect(one(gross, code('5', '1.25'), GROSS)).toMatchObject({
      netMinor: net,
      taxMinor: tax,
    });
  });

  // Three lines of 0.10 at 6.25 % by document: 0.02, never 0.03; derived.
  test('rounding by document rounds once', () => {
    const lines = Array.from({ length: 3 }, () => ({ amountMinor: 10, code: code('6.25') }));
    expect(sum(taxTicket(lines, NET).map((line) => line.taxMinor))).toBe(2);
    const byLine = taxTicket(lines, { ...NET, roundBy: 'line' });
    expect(sum(byLine.map((line) => line.taxMinor))).toBe(3);
  });

  test('a compound part is charged on the net plus the tax below it', () => {
    const compound: TaxCode = {
      id: 2,
      parts: [
        { authorityId: 1, rate: percent('5') },
        { authorityId: 2, rate: percent('10'), onTopOf: [1] },
      ],
    };
    const line = one(100_00, compound, NET);
    expect(line.parts.map((part) => part.taxMinor)).toEqual([5_00, 10_50]);
    const wrongOrder = { id: 3, parts: [...compound.parts].reverse() };
    expect(() => one(1_00, wrongOrder, NET)).toThrow('is not before');
  });

  test('a code without authorities is free of tax', () => {
    expect(one(50_00, code(), GROSS)).toEqual({ netMinor: 50_00, taxMinor: 0, parts: [] });
  });
});

describe('any ticket', () => {
  const rates = fc.array(fc.constantFrom('5', '1.25', '7.5', '0.5', '20'), { maxLength: 3 });
  const ticket = fc.array(
    fc.record({ amountMinor: fc.integer({ min: 0, max: 500_00 }), rates }),
    { minLength: 1, maxLength: 12 },
  );
  const rules = fc.record({
    pricesIncludeTax: fc.boolean(),
    roundBy: fc.constantFrom<'line' | 'document'>('line', 'document'),
    rounding: fc.constantFrom<Rounding>('halfUp', 'halfEven', 'down'),
  });
  const build = (lines: { amountMinor: number; rates: string[] }[]) =>
    lines.map((line) => ({
      amountMinor: line.amountMinor,
      code: {
        ...code(...line.rates),
        id: Number(line.rates.join('').replace(/\D/g, '') || 0),
      },
    }));

  test('adds up by line, by authority and in total; inclusive totals never move', () => {
    fc.assert(
      fc.property(ticket, rules, (lines, how) => {
        const given = build(lines);
        const taxed = taxTicket(given, how);
        taxed.forEach((line, i) => {
          expect(sum(line.parts.map((part) => part.taxMinor))).toBe(line.taxMinor);
          expect(line.taxMinor).toBeGreaterThanOrEqual(0);
          const base = how.pricesIncludeTax ? line.netMinor + line.taxMinor : line.netMinor;
          expect(base).toBe(given[i]!.amountMinor);
        });
        const byAuthority = taxByAuthority(taxed).map((row) => row.taxMinor);
        expect(sum(byAuthority)).toBe(sum(taxed.map((line) => line.taxMinor)));
      }),
    );
  });

  test('a ticket of the opposite sign is its mirror', () => {
    fc.assert(
      fc.property(ticket, rules, (lines, how) => {
        const given = build(lines);
        const back = given.map((line) => ({ ...line, amountMinor: -line.amountMinor }));
        const mirrored = taxTicket(back, how).map((line) => line.taxMinor + 0);
        expect(mirrored).toEqual(taxTicket(given, how).map((line) => 0 - line.taxMinor));
      }),
    );
  });
});
