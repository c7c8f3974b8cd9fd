import {
  guessDateForm,
  guessDecimalSign,
  guessHeadRow,
  guessShape,
  readMoment,
  readMoney,
  readTable,
  type Shape,
  type TableFile,
} from '../../tables';
import type { StatementMapping, StatementMeaning } from './types';

/** By which words a head tells its meaning: the first that fits, each meaning once but a text. */
const HEADS: readonly (readonly [StatementMeaning, RegExp])[] = [
  ['valueDate', /value ?da(te|y)|valuta|effective/],
  ['date', /\bda(te|tum)\b|\bda(te|y)\b|booked|posted/],
  ['balance', /balance|saldo|solde/],
  ['moneyOut', /debit|withdraw|paid out|money out|\bout\b|charges?\b/],
  ['moneyIn', /credit|deposit|paid in|money in|\bin\b/],
  ['side', /d\/?c|cr\/?dr|dr\/?cr|direction|side|sign/],
  ['amount', /amount|betrag|montant|\bsum\b|\bvalue\b/],
  ['bankId', /transaction (id|no|number)|bank id|unique|fitid/],
  ['reference', /\bref|reference|cheque/],
  ['text', /text|descri|detail|memo|narrat|partic|payee|name|type|purpose/],
];
/** Words by which banks say that money leaves; English, and the book-keeper's own. */
const OUT_WORDS = ['d', 'dr', 'debit', 'out', '-', 's', 'soll', 'w'] as const;
const SAMPLE = 60;

/** A first reading of a bank's table, for a person to look at: by its heads, else by what its cells look like. */
export function guessStatement(file: TableFile): StatementMapping {
  const shape: Shape = 'cells' in file ? { kind: 'sheet' } : guessShape(file.text);
  const table = readTable(file, shape, { most: SAMPLE });
  const rows = table.ok ? table.value : [];
  const headRow = guessHeadRow(rows);
  const heads = rows.find(({ row }) => row === headRow)?.cells ?? null;
  const body = rows.filter(({ row }) => row > (headRow ?? 0));
  const cells = body.flatMap((row) => row.cells);
  const [dates, decimals] = [guessDateForm(cells), guessDecimalSign(cells)];
  const width = Math.max(0, ...rows.map((row) => row.cells.length));
  const used = new Set<StatementMeaning>();
  const columns = Array.from({ length: width }, (_, column): StatementMeaning | null => {
    const said = heads
      ? HEADS.find(
          ([meaning, words]) =>
            words.test((heads[column] ?? '').toLowerCase()) &&
            (meaning === 'text' || !used.has(meaning)),
        )?.[0]
      : bySight(
          body.map((row) => row.cells[column] ?? ''),
          used,
        );
    if (said) used.add(said);
    return said ?? null;
  });
  return {
    ...{ shape, heads, columns, dates, decimals, out: 'minus' },
    outWords: [...OUT_WORDS],
  };

  function bySight(
    all: readonly string[],
    already: ReadonlySet<StatementMeaning>,
  ): StatementMeaning | undefined {
    const filled = all.filter(Boolean);
    const every = (is: (cell: string) => boolean) => filled.length > 0 && filled.every(is);
    if (every((cell) => readMoment(cell, dates, 'UTC').ok))
      return already.has('date')
        ? already.has('valueDate')
          ? undefined
          : 'valueDate'
        : 'date';
    if (every((cell) => readMoney(cell, decimals, 'CAD').ok && /[.,]\d\d\D?$/.test(cell)))
      return already.has('amount')
        ? already.has('balance')
          ? undefined
          : 'balance'
        : 'amount';
    return every((cell) => /\p{L}/u.test(cell)) ? 'text' : undefined;
  }
}
