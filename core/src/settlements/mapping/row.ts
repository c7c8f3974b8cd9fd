import { maskCardNumbers } from '../../cards';
import { addDays, type IsoDate } from '../../dates';
import { minor, minus, sum, ZERO, type Minor } from '../../money';
import { accept, refuse, type Outcome } from '../../outcome';
import { readClock, readMoment, readMoney, type TableRow } from '../../tables';
import type { SettledPart, SettledTransaction, StatedSum } from '../types';
import { ROW_RULES, type Mapping, type Meaning, type RowKind } from './types';

/** What a shop knows that a file of a processor does not say. */
export type ReadWith = { currency: string; zone: string; cutOff: string };

/** Of which payout a row is; empty cells where it stands above or below it. */
type PayoutKey = { payout: string; date: IsoDate | ''; merchant: string };

/** A scheme of a batch as one row says it. */
type TotalRow = {
  batchDate: IsoDate;
  scheme: string;
  items: number;
  grossMinor: Minor;
  refundsMinor: Minor;
  feeMinor: Minor;
  taxMinor: Minor;
};

export type Stated = Partial<Record<StatedSum, number>>;

/** What a row of a file becomes. */
export type RowRead = {
  row: number;
  kind: RowKind;
  key: PayoutKey;
  taxMinor: Minor;
  /** Whether the row says its own fee, be it nothing. */
  saysFee: boolean;
  /** Numbers of cards in its words that were masked. */
  masked: number;
} & (
  | { as: 'card'; card: SettledTransaction }
  | { as: 'total'; total: TotalRow }
  | { as: 'sums'; of: 'payout' | 'file'; stated: Stated }
  | { as: 'part'; parts: SettledPart[] }
  | { as: 'none'; why: 'kind' | 'currency'; text: string }
);

/** Reads cells of one row by their meaning; a refusal ends it. */
class Refused extends Error {
  constructor(readonly refusal: Outcome<never>) {
    super('refused');
  }
}

/** Meanings of columns that hold amounts. */
type Amount = 'gross' | 'refunds' | 'fee' | 'tax' | 'net';

function cellsOf({ row, cells }: TableRow, mapping: Mapping, { currency, zone }: ReadWith) {
  const { columns } = mapping;
  const text = (meaning: Meaning) => {
    const column = columns[meaning];
    return column === undefined ? '' : (cells[column] ?? '').trim();
  };
  const at = (meaning: Meaning) => {
    const column = columns[meaning];
    const head = column === undefined ? undefined : mapping.heads?.[column];
    return `row ${row}, ${head || `column ${(column ?? 0) + 1}`}`;
  };
  const take = <T>(read: Outcome<T>): T => {
    if (!read.ok) throw new Refused(read);
    return read.value;
  };
  const missing = (meaning: Meaning) =>
    new Refused(
      columns[meaning] === undefined
        ? refuse('settlement.columnMissing', `row ${row}`, { meaning })
        : refuse('settlement.cellMissing', at(meaning), { meaning }),
    );
  /** Signed as it stands; null where the cell says nothing. */
  const money = (meaning: Amount): Minor | null => {
    const written = text(meaning);
    if (written === '') return null;
    return take(readMoney(written, mapping.decimals, currency, at(meaning)));
  };
  const deduction = (meaning: Amount): Minor | null => {
    const stands = money(meaning);
    if (stands === null) return null;
    return mapping.deductions === 'minus' ? minus(0, stands) : stands;
  };
  const moment = (meaning: Meaning) =>
    text(meaning) === ''
      ? null
      : take(readMoment(text(meaning), mapping.dates, zone, at(meaning)));
  let masked = 0;
  /** Words that are kept: numbers of cards are masked in them. */
  const kept = (meaning: Meaning, most: number): string => {
    const found = maskCardNumbers(text(meaning));
    masked += found.masked;
    return found.text.slice(0, most);
  };
  return { text, at, missing, money, deduction, moment, kept, masked: () => masked };
}
type Cells = ReturnType<typeof cellsOf>;

/**
 * What one row of a file becomes by a mapping.
 * Refusals name the row and its column: `settlement.cellMissing` and `settlement.columnMissing` (meaning), `settlement.rowSum`
 * (expectedMinor, foundMinor), `settlement.items`, `settlement.clock`, and those of dates and amounts.
 */
export function readRow(
  row: TableRow,
  mapping: Mapping,
  { cutOff, ...shop }: ReadWith,
): Outcome<RowRead> {
  const cells = cellsOf(row, mapping, { cutOff, ...shop });
  try {
    const read = becomes(row, mapping, cells, { cutOff, ...shop });
    return accept({ ...read, masked: cells.masked() });
  } catch (error) {
    if (error instanceof Refused) return error.refusal;
    throw error;
  }
}

function becomes(row: TableRow, mapping: Mapping, cells: Cells, shop: ReadWith): RowRead {
  const { text } = cells;
  const kind = mapping.kinds.values[text('rowKind').toLowerCase()] ?? mapping.kinds.otherwise;
  const rules = ROW_RULES[kind];
  const currency = text('currency').toUpperCase();
  const left = (why: 'kind' | 'currency'): RowRead => ({
    ...{ row: row.row, kind, taxMinor: ZERO, saysFee: false, masked: 0, as: 'none', why },
    key: { payout: '', date: '', merchant: '' },
    text: wordsOf(row),
  });
  if (rules.as === 'none') return left('kind');
  if (currency && currency !== shop.currency) return left('currency');
  const base = {
    ...{ row: row.row, kind, masked: 0, saysFee: text('fee') !== '' },
    key: {
      payout: text('payout').slice(0, 40),
      date: cells.moment('payoutDate')?.date ?? ('' as const),
      merchant: text('merchant').slice(0, 40),
    },
  };
  const taxMinor = cells.deduction('tax') ?? ZERO;
  switch (rules.as) {
    case 'card':
      return { ...base, taxMinor, as: 'card', card: cardOf(row, rules, mapping, cells, shop) };
    case 'total':
      return { ...base, taxMinor, as: 'total', total: totalOf(mapping, cells) };
    case 'sums':
      return { ...base, taxMinor: ZERO, as: 'sums', of: rules.of, stated: statedBy(cells) };
    case 'part':
      return { ...base, taxMinor, as: 'part', parts: partsOf(row, rules, mapping, cells) };
  }
}

/** @throws Refused `settlement.rowSum` where the row's net is another than its parts come to */
function proveNet(cells: Cells, expectedMinor: Minor): void {
  const foundMinor = cells.money('net');
  if (foundMinor !== null && foundMinor !== expectedMinor) {
    throw new Refused(
      refuse('settlement.rowSum', cells.at('net'), { expectedMinor, foundMinor }),
    );
  }
}

/** What a row says, as it is shown where nothing is made of it. */
export const wordsOf = ({ cells }: TableRow): string =>
  maskCardNumbers(cells.filter(Boolean).join(' · ')).text.slice(0, 120);

const schemeOf = (mapping: Mapping, cells: Cells): string => {
  const written = cells.kept('scheme', 40);
  if (written === '') throw cells.missing('scheme');
  return mapping.schemes[written] ?? written;
};

/** Of a card's number, masked or not, nothing but its last four digits is kept. */
const lastFourOf = (written: string): string => /(\d{4})\D*$/.exec(written)?.[1] ?? '';

function cardOf(
  { row }: TableRow,
  { sign }: { sign: 'own' | 'sale' | 'refund' },
  mapping: Mapping,
  cells: Cells,
  { cutOff }: ReadWith,
): SettledTransaction {
  const stands = cells.money('gross');
  if (stands === null) throw cells.missing('gross');
  const magnitude = Math.abs(stands);
  const amountMinor = minor(
    sign === 'own' ? stands : sign === 'sale' ? magnitude : -magnitude,
  );
  const feeMinor = cells.deduction('fee') ?? ZERO;
  proveNet(cells, sum([amountMinor, -feeMinor, -(cells.deduction('tax') ?? 0)]));
  const moment = cells.moment('moment');
  const clock = cells.text('clock');
  const time = clock === '' ? (moment?.time ?? null) : readClock(clock);
  if (clock !== '' && time === null)
    throw new Refused(
      refuse('settlement.clock', cells.at('clock'), { text: clock.slice(0, 20) }),
    );
  const batchDate =
    cells.moment('batch')?.date ??
    (moment && (time !== null && time >= cutOff ? addDays(moment.date, 1) : moment.date));
  if (!batchDate) throw cells.missing('batch');
  return {
    ...{ row, batchDate, scheme: schemeOf(mapping, cells), amountMinor, feeMinor, time },
    cardKind: cells.kept('cardKind', 40),
    reference: cells.kept('reference', 40),
    authorisation: cells.kept('authorisation', 40),
    lastFour: lastFourOf(cells.text('lastFour')),
    on: moment?.date ?? null,
  };
}

function itemsOf(cells: Cells): number | null {
  const written = cells.text('items');
  if (written === '') return null;
  if (!/^\d{1,7}$/.test(written))
    throw new Refused(
      refuse('settlement.items', cells.at('items'), { text: written.slice(0, 20) }),
    );
  return Number(written);
}

function totalOf(mapping: Mapping, cells: Cells): TotalRow {
  const grossMinor = cells.money('gross');
  if (grossMinor === null) throw cells.missing('gross');
  const batchDate = cells.moment('batch')?.date;
  if (!batchDate) throw cells.missing('batch');
  const total = {
    ...{ batchDate, scheme: schemeOf(mapping, cells), items: itemsOf(cells) ?? 0 },
    ...{ grossMinor, refundsMinor: cells.deduction('refunds') ?? ZERO },
    ...{
      feeMinor: cells.deduction('fee') ?? ZERO,
      taxMinor: cells.deduction('tax') ?? ZERO,
    },
  };
  proveNet(cells, sum([grossMinor, -total.refundsMinor, -total.feeMinor, -total.taxMinor]));
  return total;
}

function statedBy(cells: Cells): Stated {
  const found = {
    items: itemsOf(cells),
    gross: cells.money('gross'),
    refunds: cells.deduction('refunds'),
    fee: cells.deduction('fee'),
    tax: cells.deduction('tax'),
    net: cells.money('net'),
  };
  return Object.fromEntries(
    Object.entries(found).filter(([, figure]) => figure !== null),
  ) as Stated;
}

function partsOf(
  { row }: TableRow,
  { part, sign }: { part: SettledPart['kind']; sign: 'deduction' | 'lowers' | 'raises' },
  mapping: Mapping,
  cells: Cells,
): SettledPart[] {
  const own =
    cells.money('gross') || cells.money('net') || (part === 'fee' && cells.money('fee'));
  if (!own) throw cells.missing('gross');
  const asDeduction = mapping.deductions === 'minus' ? -own : own;
  const amount = {
    deduction: asDeduction,
    lowers: Math.abs(own),
    raises: part === 'adjustment' ? -own : -Math.abs(own),
  }[sign];
  const scheme = cells.kept('scheme', 40);
  const of = (kind: SettledPart['kind'], amountMinor: number): SettledPart => ({
    ...{ kind, row, amountMinor: minor(amountMinor) },
    scheme: mapping.schemes[scheme] ?? scheme,
    reference: cells.kept('reference', 40),
    lastFour: lastFourOf(cells.text('lastFour')),
    words: cells.kept('words', 200),
  });
  // What a processor takes for a dispute stands beside its amount in many files.
  const fee = part === 'chargeback' ? cells.deduction('fee') : null;
  const parts = [of(part, amount), ...(fee ? [of('chargebackFee', fee)] : [])];
  if (cells.money('gross'))
    proveNet(
      cells,
      sum([...parts.map((one) => -one.amountMinor), -(cells.deduction('tax') ?? 0)]),
    );
  return parts;
}
