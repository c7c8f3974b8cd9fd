import fc from 'fast-check';
import { checkOwnTransfer, checkSplit, ownTransferLines } from '.';
import { checkTaxPayment, paidOf, taxPaymentLines } from '../tax';

const sumOf = (lines: readonly { amountMinor: number }[]) =>
  lines.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
const codeOf = (outcome: ReturnType<typeof checkSplit>) =>
  outcome.ok ? null : outcome.refusals[0]!.code;

test('a transfer leaves one account and reaches the other; what lies between is nothing', () => {
  const lines = ownTransferLines({ fromId: 1, toId: 2, amountMinor: 250_00 });
  expect(
    lines.map(({ ledgerAccount, bankAccountId, amountMinor }) => [
      ...[ledgerAccount, ledgerAccount === 'bankInTransit' ? bankAccountId : '', amountMinor],
    ]),
  ).toEqual([
    ['transfers', '', 250_00],
    ['bankInTransit', 1, -250_00],
    ['bankInTransit', 2, 250_00],
    ['transfers', '', -250_00],
  ]);
});

test.each([
  [{ bankAccountId: 1, amountMinor: -250_00 }, true],
  [{ bankAccountId: 2, amountMinor: 250_00 }, true],
  [null, true],
  [{ bankAccountId: 1, amountMinor: 250_00 }, 'bankTransfer.line'],
  [{ bankAccountId: 2, amountMinor: 250_01 }, 'bankTransfer.line'],
  [{ bankAccountId: 3, amountMinor: 250_00 }, 'bankTransfer.line'],
])('of the line %j a transfer of 250.00 from 1 to 2 is %s', (line, expected) => {
  const checked = checkOwnTransfer({ fromId: 1, toId: 2, amountMinor: 250_00 }, line);
  expect(checked.ok || codeOf(checked)).toBe(expected);
  expect(codeOf(checkOwnTransfer({ fromId: 1, toId: 1, amountMinor: 5 }, null))).toBe(
    'bankTransfer.same',
  );
});

test('parts of a line stand in its place only while nothing of it is left over', () => {
  expect(codeOf(checkSplit(-120_00, [-120_00]))).toBe('lineSplit.parts');
  expect(codeOf(checkSplit(-120_00, [-120_00, 0]))).toBe('lineSplit.nothing');
  fc.assert(
    fc.property(
      fc.array(
        fc.integer({ min: -9_999, max: 9_999 }).filter((one) => one !== 0),
        { minLength: 2, maxLength: 9 },
      ),
      fc.integer({ min: -50, max: 50 }),
      (parts, apart) => {
        const line = parts.reduce((sum, one) => sum + one, apart);
        expect(codeOf(checkSplit(line, parts))).toBe(apart === 0 ? null : 'lineSplit.differs');
      },
    ),
  );
});

// 500.00 owed, 120.00 on purchases, 5.00 kept for paying in time: 375.00 (the posting table's own example).
test('what is paid of a tax is what was owed, less what is set against it, with a penalty', () => {
  const payment = {
    ...{ payableMinor: 500_00, inputTaxMinor: 120_00, discountMinor: 5_00, penaltyMinor: 0 },
  };
  expect(paidOf(payment)).toBe(375_00);
  expect(checkTaxPayment(payment, -375_00).ok).toBe(true);
  expect(checkTaxPayment({ ...payment, penaltyMinor: 10_00 }, -385_00).ok).toBe(true);
  for (const [over, line, code] of [
    [{}, -375_01, 'taxPayment.line'],
    [{}, 375_00, 'taxPayment.line'],
    [{ payableMinor: 125_00 }, null, 'taxPayment.nothing'],
    [{ payableMinor: 0, discountMinor: 5_00 }, null, 'taxPayment.discount'],
  ] as const)
    expect(codeOf(checkTaxPayment({ ...payment, ...over }, line) as never)).toBe(code);
});

test('a payment of tax balances, and the bank in transit has what the bank will show', () => {
  const minor = fc.integer({ min: 0, max: 1_000_00 });
  fc.assert(
    fc.property(
      fc.record({
        ...{ payableMinor: minor, inputTaxMinor: minor, discountMinor: minor },
        penaltyMinor: minor,
      }),
      (payment) => {
        const lines = taxPaymentLines(payment, { authorityId: 1, bankAccountId: 2 });
        expect(sumOf(lines)).toBe(0);
        const atBank = sumOf(
          lines.filter(({ ledgerAccount }) => ledgerAccount === 'bankInTransit'),
        );
        expect(atBank).toBe(-paidOf(payment) + 0);
        const checked = checkTaxPayment(payment, atBank);
        expect(checked.ok).toBe(atBank !== 0 && payment.discountMinor <= payment.payableMinor);
      },
    ),
  );
});
