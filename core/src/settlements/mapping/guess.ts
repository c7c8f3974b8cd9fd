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
  type TableRow,
} from '../../tables';
import { MEANINGS, type Mapping, type Meaning, type RowKind } from './types';

/** Words of heads that tell what a column is; the first meaning that fits takes it. */
const HEADS: Record<Meaning, RegExp> = {
  rowKind: /^(record|row|line)?[ _-]*(type|kind|record)$|^(transaction|entry)[ _-]*type$/,
  payout:
    /(payout|payment|settlement|deposit|funding)[ _-]*(id|no|nr|number|ref(erence)?)$|^payout$/,
  payoutDate:
    /(payout|payment|settle(ment|d)?|deposit|funding|value|paid)[ _-]*(date|on|day)?$/,
  merchant: /merchant|outlet|store[ _-]*(id|no)/,
  currency: /currency|^ccy$|^cur$/,
  batch: /batch/,
  moment:
    /(transaction|sale|purchase|trade)?[ _-]*(date|day|timestamp)([ _-]*time)?$|^taken([ _-]*(at|on))?$/,
  clock: /time$|^clock$/,
  cardKind: /(card|funding)[ _-]*(kind|type|class|product)|^product$/,
  scheme: /scheme|brand|network|^card$|card[ _-]*(name|company)/,
  items: /^(items|count|number|qty|quantity|transactions)$|(number|no|count)[ _-]*of/,
  refunds: /refund|returns?$|credits?$/,
  tax: /tax|vat|gst/,
  fee: /fee|commission|charge(s)?$|discount|deduct/,
  net: /^net|[ _-]net$|paid[ _-]*out/,
  gross: /gross|amount|sales?$|value$|total$/,
  authorisation: /auth|approval/,
  lastFour: /last[ _-]*(4|four)|pan|card[ _-]*(no|nr|number)|^digits$/,
  reference: /ref(erence)?|arn|trace|(transaction|receipt|order)[ _-]*(id|no|number)|^id$/,
  words: /description|text|memo|narrative|reason|details|remark/,
};

/** Words of rows that tell what they are. */
const KINDS: readonly (readonly [RowKind, RegExp])[] = [
  ['chargebackWon', /(chargeback|dispute).*(won|revers|credit)|represent/],
  ['chargebackFee', /(chargeback|dispute).*fee/],
  ['chargeback', /chargeback|dispute|^cb$/],
  ['reserveReleased', /reserve.*(release|return|paid)|release.*reserve/],
  ['reserveHeld', /reserve|hold/],
  ['taxOnFees', /tax|vat|gst/],
  ['fee', /fee|rent|charge/],
  ['adjustment', /adjust|correct/],
  ['refund', /refund|return|credit/],
  ['card', /^card|^transaction|^txn/],
  ['sale', /sale|purchase|debit|^s$|capture/],
  ['payout', /payout|total|settlement|transfer|deposit|payment/],
  ['trailer', /trailer|^end|footer|^eof/],
  ['total', /batch|summary|scheme/],
];

/** So many rows tell what a file is. */
const TELLING_ROWS = 200;

/** What a row's own word for its kind most likely means. */
const guessKind = (word: string): RowKind =>
  KINDS.find(([, words]) => words.test(word.toLowerCase()))?.[0] ?? 'leftOut';

/** The word that stands in half of the rows at least. */
function mostFrequent(words: readonly string[]): string | null {
  const counts = new Map<string, number>();
  for (const word of words)
    counts.set(word.toLowerCase(), (counts.get(word.toLowerCase()) ?? 0) + 1);
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  return most && most[1] * 2 >= words.length ? most[0] : null;
}

function guessColumns(
  heads: readonly string[] | null,
  body: readonly TableRow[],
): Partial<Record<Meaning, number>> {
  const columns: Partial<Record<Meaning, number>> = {};
  const taken = new Set<number>();
  const take = (meaning: Meaning, column: number) => {
    if (columns[meaning] !== undefined || taken.has(column)) return;
    columns[meaning] = column;
    taken.add(column);
  };
  const words = (heads ?? []).map((head) => head.trim().toLowerCase());
  const order: Meaning[] = [
    ...(['lastFour', 'cardKind', 'authorisation', 'payout', 'batch', 'merchant'] as const),
    ...MEANINGS,
  ];
  for (const meaning of order) {
    const at = words.findIndex((word, i) => !taken.has(i) && HEADS[meaning].test(word));
    if (at >= 0) take(meaning, at);
  }
  if (heads) return columns;
  // Without heads the cells themselves tell the plainest: days, amounts, last four digits.
  const width = Math.max(0, ...body.map(({ cells }) => cells.length));
  const all = (column: number) => body.map(({ cells }) => cells[column] ?? '').filter(Boolean);
  for (let column = 0; column < width; column += 1) {
    const cells = all(column);
    const every = (test: (cell: string) => boolean) =>
      cells.length > 0 && cells.filter(test).length * 2 > body.length;
    if (every((cell) => /^\d{4}$/.test(cell))) take('lastFour', column);
    else if (every((cell) => readMoment(cell, guessDateForm(cells), 'UTC').ok))
      take(columns.moment === undefined ? 'moment' : 'payoutDate', column);
    else if (
      every(
        (cell) =>
          /\d[.,]\d{2}$/.test(cell) && readMoney(cell, guessDecimalSign(cells), 'CAD').ok,
      )
    )
      take(columns.gross === undefined ? 'gross' : 'net', column);
  }
  return columns;
}

/**
 * What a file's columns and rows most likely are: a beginning that a person puts right. Nothing is
 * read by it before he has looked at it.
 */
export function guessMapping(file: TableFile, given?: Shape): Mapping {
  const shape: Shape = given ?? ('cells' in file ? { kind: 'sheet' } : guessShape(file.text));
  const table = readTable(file, shape, { most: TELLING_ROWS });
  const rows = table.ok ? table.value : [];
  const headRow = guessHeadRow(rows);
  const at = rows.findIndex(({ row }) => row === headRow);
  const heads = at < 0 ? null : rows[at]!.cells;
  const body = rows.slice(at + 1);
  const columns = guessColumns(heads, body);
  const cells = (...meanings: Meaning[]) =>
    meanings.flatMap((meaning) => {
      const column = columns[meaning];
      return column === undefined ? [] : body.map((row) => row.cells[column] ?? '');
    });
  const decimals = guessDecimalSign(cells('gross', 'net', 'fee'));
  const below = (meaning: Meaning) => {
    const said = cells(meaning).filter((cell) => /[1-9]/.test(cell));
    return (
      said.length > 0 &&
      said.filter((cell) => /^\s*[-−(]|-$/.test(cell)).length * 2 > said.length
    );
  };
  const kinds = new Map<string, RowKind>();
  for (const cell of cells('rowKind')) kinds.set(cell.toLowerCase(), guessKind(cell));
  // A word that says nothing to us, and stands in most rows, is that of the cards.
  const most = mostFrequent(cells('rowKind'));
  if (most !== null && kinds.get(most) === 'leftOut') kinds.set(most, 'card');
  return {
    ...{ shape, heads, columns, decimals, schemes: {}, belongs: 'each' },
    dates: guessDateForm(cells('moment', 'batch', 'payoutDate')),
    deductions: below('fee') ? 'minus' : 'plus',
    kinds: {
      otherwise: columns.rowKind === undefined ? 'card' : 'leftOut',
      values: Object.fromEntries(kinds),
    },
  };
}
