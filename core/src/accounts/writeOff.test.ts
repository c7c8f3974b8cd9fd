import fc from 'fast-check';
import { decideWriteOff, discountFor, splitWriteOff, taxPartsOf } from '.';

describe('a write-off', () => {
  // 100.00 and 6.00 of tax: a charge of all of its ticket.
  const charge = {
    leftMinor: 106_00,
    amountMinor: 106_00,
    taxes: [
      { authorityId: 1, taxMinor: 5_00 },
      { authorityId: 2, taxMinor: 1_00 },
    ],
    writtenMinor: 0,
    writtenTaxes: [],
  };
  const alone = { allowedMinor: 10_00, adjustsTax: true };

  test('is never more than is left, and takes its tax along', () => {
    expect(decideWriteOff(106_01, charge, alone)).toMatchObject({
      refusals: [{ code: 'allocation.moreThanLeft' }],
    });
    expect(decideWriteOff(53_00, charge, alone)).toMatchObject({
      value: {
        parts: {
          netMinor: 50_00,
          taxMinor: 3_00,
          taxes: [{ taxMinor: 2_50 }, { taxMinor: 50 }],
        },
        broken: [{ code: 'rule.writeOff', approver: 'manager' }],
      },
    });
    expect(decideWriteOff(53_00, charge, { ...alone, adjustsTax: false })).toMatchObject({
      value: { parts: { netMinor: 53_00, taxMinor: 0, taxes: [] } },
    });
  });

  test('in any steps is the whole charge with exactly its tax, and comes back in any steps', () => {
    const steps = fc.array(fc.integer({ min: 1, max: 40_00 }), { minLength: 1, maxLength: 6 });
    const tax = fc.integer({ min: -2_00, max: 5_00 });
    fc.assert(
      fc.property(steps, tax, tax, (parts, first, second) => {
        const amountMinor = parts.reduce((all, part) => all + part, 0) + 20_00;
        const taxes = [
          { authorityId: 1, taxMinor: first },
          { authorityId: 2, taxMinor: second },
        ];
        let leftMinor = amountMinor;
        let written = { writtenMinor: 0, writtenTaxes: taxes.map(none) };
        for (const part of [...parts, 20_00]) {
          const decided = decideWriteOff(
            part,
            { leftMinor, amountMinor, taxes, ...written },
            alone,
          );
          if (!decided.ok) throw new Error(decided.refusals[0]!.code);
          const { netMinor, taxMinor, taxes: now } = decided.value.parts;
          expect(netMinor + taxMinor).toBe(part);
          written = {
            writtenMinor: written.writtenMinor + part,
            writtenTaxes: written.writtenTaxes.map((one, i) => plus(one, now[i]!.taxMinor)),
          };
          leftMinor -= part;
        }
        expect(written).toEqual({ writtenMinor: amountMinor, writtenTaxes: taxes });

        let standing: { amountMinor: number; taxes: typeof taxes } = { amountMinor, taxes };
        let back = taxes.map(none);
        for (const part of [...parts, 20_00]) {
          const { backTaxes, restMinor, restTaxes } = splitWriteOff(part, standing);
          back = back.map((one, i) => plus(one, backTaxes[i]!.taxMinor));
          standing = { amountMinor: restMinor, taxes: restTaxes };
        }
        expect(back).toEqual(taxes);
      }),
    );
  });

  const none = (part: { authorityId: number }) => ({ ...part, taxMinor: 0 });
  const plus = (part: { authorityId: number; taxMinor: number }, more: number) => ({
    ...part,
    taxMinor: part.taxMinor + more,
  });
});

// An exchange that sells 200.00 and 12.50 of tax and takes back half: the charge is 106.25.
test('a charge bears its share of what its ticket sold less what it took back', () => {
  const ticket = { amountMinor: 106_25, taxes: [{ authorityId: 1, taxMinor: 6_25 }] };
  expect(taxPartsOf(106_25, ticket)).toEqual([{ authorityId: 1, taxMinor: 6_25 }]);
  expect(taxPartsOf(53_13, ticket)).toEqual([{ authorityId: 1, taxMinor: 3_13 }]);
  // More of the second tax came back than was sold: its part is below zero.
  const mixed = {
    amountMinor: 104_00,
    taxes: [
      { authorityId: 1, taxMinor: 5_00 },
      { authorityId: 2, taxMinor: -1_00 },
    ],
  };
  expect(taxPartsOf(52_00, mixed)).toEqual([
    { authorityId: 1, taxMinor: 2_50 },
    { authorityId: 2, taxMinor: -50 },
  ]);
});

// 2 % of an invoice of 106.25, of which goods of 53.13 came back: common practice; derived.
test('the discount after a partial return is of what is left of the invoice', () => {
  const invoice = {
    id: 1,
    date: '2026-03-01',
    dueDate: '2026-03-31',
    discountDate: '2026-03-08',
    amountMinor: 106_25,
    discountMinor: 2_13,
    leftMinor: 53_12,
    creditedMinor: 53_13,
  };
  const earned = (amountMinor: number) =>
    discountFor(invoice, amountMinor, '2026-03-05', { partEarns: false }).discountMinor;
  expect(earned(52_06)).toBe(1_06);
  expect(earned(52_05)).toBe(0);
});
