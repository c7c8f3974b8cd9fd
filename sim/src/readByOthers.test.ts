import { readStatementFile } from '@abacist/core/bank';
import { parseCamt053 } from 'camt-parser';
import fc from 'fast-check';
import { Parser } from 'mt940js';
import { parseStrict } from 'ofx-js';
import { statementCamt053, type BankLine } from './bank';
import { statementMt940, statementOfx } from './bankFormats';

/*
 * Statements that our stand-in bank writes, read by packages of the registry that know nothing of us: what our readers make
 * of a file (and what our writers wrote) is what mt940js, ofx-js and camt-parser make of it.
 */
const PERIOD = { from: '2026-03-02', to: '2026-03-31' };
const line: fc.Arbitrary<BankLine> = fc.record({
  date: fc.integer({ min: 2, max: 31 }).map((n) => `2026-03-${String(n).padStart(2, '0')}`),
  amountMinor: fc.integer({ min: -9_000_00, max: 9_000_00 }).filter((n) => n !== 0),
  text: fc.constantFrom('DEPOSIT QUAY', 'HALYARD PAY & CO', 'RENT <MARCH>', 'FEE, MONTHLY'),
  reference: fc.constantFrom('B12345', 'HP20260302', 'C104'),
  type: fc.constantFrom('deposit', 'card', 'cheque', '') as fc.Arbitrary<BankLine['type']>,
});
const statement = fc.tuple(
  fc.integer({ min: -5_000_00, max: 5_000_00 }),
  fc.array(line, { minLength: 1, maxLength: 12 }).map((lines) => lines.sort(byDate)),
);
const byDate = (a: BankLine, b: BankLine) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0);

/** What any reader says of a statement. Amounts in minor units, of a float where a package has one. */
type Told = {
  account: string;
  openingMinor?: number;
  closingMinor: number;
  lines: { date: string; amountMinor: number; text?: string; id?: string | null }[];
};
const minor = (amount: number | string) => Math.round(Number(amount) * 100);
const day = (date: Date) => date.toISOString().slice(0, 10);

function ours(text: string): Told {
  const read = readStatementFile(text);
  if (!read.ok) throw new Error(read.refusals[0]!.code);
  const [one] = read.value;
  return {
    account: one!.accountNumber,
    openingMinor: one!.openingMinor!,
    closingMinor: one!.closingMinor!,
    lines: one!.lines.map(({ date, amountMinor, text: words, bankId }) => ({
      ...{ date, amountMinor, text: words, id: bankId },
    })),
  };
}

test('MT940, read by mt940js', () => {
  fc.assert(
    fc.property(statement, ([openingMinor, lines]) => {
      const text = statementMt940(openingMinor, lines, PERIOD);
      const [one] = new Parser().parse(text);
      expect(ours(text)).toMatchObject({
        account: one!.accountIdentification,
        openingMinor: minor(one!.openingBalance),
        closingMinor: minor(one!.closingBalance),
        lines: one!.transactions.map(({ entryDate, amount, details }) => ({
          ...{ date: day(entryDate), amountMinor: minor(amount), text: details },
        })),
      });
    }),
  );
});

test('OFX, read by ofx-js', () => {
  fc.assert(
    fc.property(statement, ([openingMinor, lines]) => {
      const text = statementOfx(openingMinor, lines, PERIOD);
      const { STMTRS } = parseStrict(text).OFX.BANKMSGSRSV1!.STMTTRNRS as unknown as OfxAnswer;
      const all = [STMTRS.BANKTRANLIST.STMTTRN].flat();
      expect(ours(text)).toMatchObject({
        account: STMTRS.BANKACCTFROM.ACCTID,
        closingMinor: minor(STMTRS.LEDGERBAL.BALAMT),
        lines: all.map(({ DTPOSTED: on, TRNAMT, FITID, NAME }) => ({
          date: [on.slice(0, 4), on.slice(4, 6), on.slice(6, 8)].join('-'),
          ...{ amountMinor: minor(TRNAMT), id: FITID, text: NAME },
        })),
      });
    }),
  );
});
type OfxLine = { DTPOSTED: string; TRNAMT: string; FITID: string; NAME: string };
type OfxAnswer = {
  STMTRS: {
    BANKACCTFROM: { ACCTID: string };
    BANKTRANLIST: { STMTTRN: OfxLine | OfxLine[] };
    LEDGERBAL: { BALAMT: string };
  };
};

test('camt.053, read by camt-parser', async () => {
  await fc.assert(
    fc.asyncProperty(statement, async ([openingMinor, lines]) => {
      const text = statementCamt053(openingMinor, lines, PERIOD);
      const [one] = (await parseCamt053(text)).statements;
      const signed = (of: { amount: { value: string }; creditDebitIndicator: string }) =>
        of.creditDebitIndicator === 'DBIT'
          ? 0 - minor(of.amount.value)
          : minor(of.amount.value);
      const balance = (type: string) =>
        signed(one!.balances.find((each) => each.type === type)!);
      expect(ours(text)).toMatchObject({
        openingMinor: balance('OPBD'),
        closingMinor: balance('CLBD'),
        lines: one!.transactions.map((of) => ({
          ...{ date: of.bookingDate, amountMinor: signed(of) },
          id: of.accountServicerReference,
        })),
      });
    }),
  );
});
