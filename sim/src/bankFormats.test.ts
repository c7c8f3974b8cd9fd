import {
  lineIdentities,
  readStatementFile,
  type LinesAlone,
  type Statement,
} from '@abacist/core/bank';
import { recogniseStatement, type StatementFormat } from '@abacist/core/statementFormats';
import fc from 'fast-check';
import { statementCamt053, statementCsv, type BankLine } from './bank';
import { statementBai2, statementMt940, statementOfx, type Written } from './bankFormats';

/*
 * A statement in each format that banks send: the same lines come out of all; damaged files are refused
 * or prove their own sums, and nothing ever breaks.
 */
const PERIOD = { from: '2026-03-02', to: '2026-03-31' };
const WRITTEN: Record<Exclude<StatementFormat, 'camt.052'>, Written> = {
  csv: (opening, lines, _, of) => statementCsv(opening, lines, of),
  'camt.053': statementCamt053,
  ofx: statementOfx,
  mt940: statementMt940,
  bai2: statementBai2,
};
const FORMATS = Object.keys(WRITTEN) as (keyof typeof WRITTEN)[];
const read = (text: string) => readStatementFile(text);

const line: fc.Arbitrary<BankLine> = fc.record({
  date: fc.integer({ min: 2, max: 31 }).map((n) => `2026-03-${String(n).padStart(2, '0')}`),
  amountMinor: fc.integer({ min: -9_000_00, max: 9_000_00 }).filter((n) => n !== 0),
  text: fc.constantFrom('DEPOSIT QUAY BRANCH', 'HALYARD PAY & CO', 'RENT', 'FEE, MONTHLY'),
  reference: fc.constantFrom(undefined, 'B12345', 'HP-20260302') as fc.Arbitrary<string>,
  type: fc.constantFrom('deposit', 'card', 'cheque', '') as fc.Arbitrary<BankLine['type']>,
});
const months = fc
  .array(line, { minLength: 1, maxLength: 45 })
  .map((lines) =>
    lines
      .map(({ reference, ...one }) => ({ ...one, ...(reference && { reference }) }))
      .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0)),
  );

/** What a statement says, whatever it came in. */
const told = (statements: readonly (Statement | LinesAlone)[]) =>
  statements
    .flatMap(({ lines }) => lines)
    .map(({ date, amountMinor, text, references }) => [date, amountMinor, text, references]);

test('the same month in each format gives the same lines and balances', () => {
  fc.assert(
    fc.property(
      months,
      fc.integer({ min: -1_000_00, max: 1_000_00 }),
      (lines, openingMinor) => {
        const all = FORMATS.map((format) => {
          const text = WRITTEN[format](openingMinor, lines, PERIOD);
          expect(recogniseStatement(text)).toBe(format);
          const found = read(text);
          if (!found.ok) throw new Error(`${format}: ${JSON.stringify(found.refusals)}`);
          return { format, statements: found.value };
        });
        const [csv] = all;
        for (const { format, statements } of all) {
          expect({ format, lines: told(statements) }).toEqual({
            format,
            lines: told(csv!.statements),
          });
          expect(statements[0]!.openingMinor).toBe(openingMinor);
          expect(statements.at(-1)!.closingMinor).toBe(csv!.statements[0]!.closingMinor);
          expect(statements[0]!.accountNumber).toBe('00417-2206581');
          expect(statements.at(-1)!.to).toBe(
            format === 'csv' ? lines.at(-1)!.date : PERIOD.to,
          );
        }
        // The bank’s own ids are the same in all that have them: a line is known whatever it comes in.
        const ids = all
          .filter(({ format }) => format !== 'csv')
          .map(({ statements }) => lineIdentities(statements.flatMap((one) => one.lines)));
        for (const one of ids) expect(one).toEqual(ids[0]);
      },
    ),
    { numRuns: 60 },
  );
});

const BASE: BankLine[] = [
  {
    date: '2026-03-02',
    amountMinor: 640_00,
    text: 'DEPOSIT QUAY',
    reference: 'B12345',
    type: 'deposit',
  },
  { date: '2026-03-02', amountMinor: -12_50, text: 'MONTHLY FEE' },
  {
    date: '2026-03-05',
    amountMinor: 1_931_07,
    text: 'HALYARD PAY HP-1',
    reference: 'HP-1',
    type: 'card',
  },
  {
    date: '2026-03-06',
    amountMinor: -60_00,
    text: 'CHEQUE 104',
    reference: '104',
    type: 'cheque',
  },
];

/** One mischief with a text: cut short, a piece taken out, doubled, moved, or written over. */
const damage = fc.tuple(
  fc.constantFrom(
    'cut',
    'out',
    'twice',
    'swap',
    'over',
    'digit',
    'case',
  ) as fc.Arbitrary<string>,
  fc.nat(10_000),
  fc.nat(60),
  fc.string({ maxLength: 6 }),
);
function damaged(
  text: string,
  [how, at, length, sign]: readonly [string, number, number, string],
) {
  const from = at % text.length;
  const piece = text.slice(from, from + length);
  const [head, tail] = [text.slice(0, from), text.slice(from + length)];
  const rows = text.split('\r\n');
  switch (how) {
    case 'cut':
      return head;
    case 'out':
      return head + tail;
    case 'twice':
      return head + piece + piece + tail;
    case 'swap': {
      const i = at % rows.length;
      const j = length % rows.length;
      [rows[i], rows[j]] = [rows[j]!, rows[i]!];
      return rows.join('\r\n');
    }
    case 'over':
      return head + sign + text.slice(from + sign.length);
    case 'digit':
      return text.replace(/\d/g, (one, place) =>
        place === from ? String((Number(one) + 1) % 10) : one,
      );
    default:
      return head + piece.toUpperCase() + tail.toLowerCase();
  }
}

test.each(FORMATS)(
  '%s: a thousand damaged files are refused or prove their own sums',
  (format) => {
    const whole = WRITTEN[format](100_00, BASE, PERIOD);
    fc.assert(
      fc.property(fc.array(damage, { minLength: 1, maxLength: 3 }), (mischief) => {
        const found = read(
          mischief.reduce((text, one) => (text ? damaged(text, one) : text), whole),
        );
        if (!found.ok) {
          expect(found.refusals[0]!.code).toMatch(/^[a-zA-Z0-9]+\.[a-zA-Z0-9]+$/);
          return;
        }
        for (const { openingMinor, closingMinor, lines, from, to, currency } of found.value) {
          const moved = lines.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
          // Without balances of its own: what was there, statements before it say.
          if (openingMinor === null) expect(closingMinor).toBeNull();
          else expect(openingMinor + moved).toBe(closingMinor);
          expect([from, to].every((day) => /^\d{4}-\d{2}-\d{2}$/.test(day))).toBe(true);
          expect(currency).toMatch(/^[A-Z]{3}$/);
        }
      }),
      { numRuns: 1_000 },
    );
  },
);
