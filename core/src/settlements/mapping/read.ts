import type { Watch } from '../../csv';
import { minus, sum, ZERO, type Minor } from '../../money';
import { accept, refuse, type Outcome } from '../../outcome';
import { readTable, type TableFile, type TableRow } from '../../tables';
import type { Settlement, SettledPart, SettledScheme, StatedSum } from '../types';
import { readRow, wordsOf, type ReadWith, type RowRead, type Stated } from './row';
import { mappingGaps, type Mapping, type Meaning } from './types';

/** A row of which nothing is made, and why. */
export type LeftOut = {
  row: number;
  why: 'kind' | 'currency' | 'merchant' | 'aboveHeads' | 'heads';
  text: string;
};

/** A processor's file, read and proven whole. */
export type ReadFile = {
  settlements: Settlement[];
  leftOut: LeftOut[];
  /** Numbers of cards that were masked. */
  masked: number;
};

/** Heads stand among the first rows of a file. */
const HEADS_WITHIN = 30;

/** The mapping as it stands for a file: columns found by their heads, rows below them. */
export function placed(
  rows: readonly TableRow[],
  mapping: Mapping,
): Outcome<{ mapping: Mapping; body: readonly TableRow[]; above: LeftOut[] }> {
  const { heads } = mapping;
  if (!heads) return accept({ mapping, body: rows, above: [] });
  const plain = (cell: string) => cell.trim().toLowerCase();
  const used = Object.entries(mapping.columns) as [Meaning, number][];
  const wanted = used.map(([, column]) => plain(heads[column] ?? ''));
  const holds = ({ cells }: TableRow) => {
    const here = new Set(cells.map(plain));
    return wanted.filter((head) => !here.has(head));
  };
  const first = rows.slice(0, HEADS_WITHIN);
  const at = first.findIndex((row) => holds(row).length === 0);
  if (at < 0) {
    const nearest = [...first].sort((a, b) => holds(a).length - holds(b).length)[0];
    const missing = nearest ? holds(nearest).join(', ') : wanted.join(', ');
    return refuse('settlement.columns', `row ${nearest?.row ?? 1}`, {
      missing: missing.slice(0, 200),
    });
  }
  const there = rows[at]!.cells.map(plain);
  return accept({
    mapping: {
      ...mapping,
      heads: rows[at]!.cells,
      columns: Object.fromEntries(
        used.map(([meaning], i) => [meaning, there.indexOf(wanted[i]!)]),
      ),
    },
    body: rows.slice(at + 1),
    above: rows.slice(0, at + 1).map((row, i) => ({
      row: row.row,
      why: i === at ? 'heads' : 'aboveHeads',
      text: wordsOf(row),
    })),
  });
}

/** Rows of one payout, and what its own row states of it. */
type Gathered = {
  key: { payout: string; date: string; merchant: string };
  rows: RowRead[];
  stated: Stated | null;
  /** The row that states it, else its first. */
  at: number;
};

/**
 * Reads a processor's file by a mapping and proves it whole: each row's net, what payouts and the
 * file state of their rows. What differs refuses all of it.
 * Refusals: those of {@link readTable} and {@link readRow}; `settlement.mappingGap` (gap),
 * `settlement.columns` (missing), `settlement.noRows`, `settlement.noPayoutDate`,
 * `settlement.noTotal`, `settlement.totalDiffers` (what, rowsMinor, totalMinor, differenceMinor),
 * `settlement.itemsDiffer` (rows, total), `settlement.currency`, `settlement.merchant`.
 * @param merchant the shop's number at the processor; empty: payouts of any are taken
 */
export function readMapped(
  file: TableFile,
  mapping: Mapping,
  shop: ReadWith & { merchant: string },
  watch?: Watch,
): Outcome<ReadFile> {
  const [gap] = mappingGaps(mapping);
  if (gap) return refuse('settlement.mappingGap', undefined, { gap });
  const table = readTable(file, mapping.shape, watch && { watch });
  if (!table.ok) return table;
  const found = placed(table.value, mapping);
  if (!found.ok) return found;
  const rows: RowRead[] = [];
  for (const row of found.value.body) {
    const read = readRow(row, found.value.mapping, shop);
    if (!read.ok) return read;
    rows.push(read.value);
  }
  const leftOut = [...found.value.above];
  for (const one of rows) {
    if (one.as === 'none') leftOut.push({ row: one.row, why: one.why, text: one.text });
  }
  const taken = rows.filter((one) => one.as !== 'none');
  if (taken.length === 0) {
    const foreign = leftOut.find(({ why }) => why === 'currency');
    return foreign
      ? refuse('settlement.currency', `row ${foreign.row}`, { currency: shop.currency })
      : refuse('settlement.noRows', 'file');
  }
  const gathered = gather(taken, mapping);
  if (!gathered.ok) return gathered;
  const trailer = proveFile(taken);
  if (!trailer.ok) return trailer;
  const settlements: Settlement[] = [];
  for (const one of gathered.value) {
    if (one.key.merchant && shop.merchant && one.key.merchant !== shop.merchant) {
      const text = `${one.key.merchant} ${one.key.payout}`;
      leftOut.push(...one.rows.map(({ row }) => ({ row, why: 'merchant' as const, text })));
      continue;
    }
    const settlement = settle(one, mapping, shop.currency);
    if (!settlement.ok) return settlement;
    settlements.push(settlement.value);
  }
  if (settlements.length === 0)
    return refuse('settlement.merchant', 'file', { merchant: shop.merchant });
  const masked = rows.reduce((count, one) => count + one.masked, 0);
  return accept({ settlements, leftOut, masked });
}

/** Puts rows to their payouts, in the order of the file. */
function gather(rows: readonly RowRead[], mapping: Mapping): Outcome<Gathered[]> {
  const payouts = new Map<string, Gathered>();
  const ordered = mapping.belongs === 'below' ? [...rows].reverse() : rows;
  let above: RowRead['key'] | null = null;
  for (const one of ordered) {
    if (one.as === 'sums' && one.of === 'file') continue;
    const isPayout = one.as === 'sums';
    if (isPayout) above = one.key;
    const key: RowRead['key'] =
      mapping.belongs === 'each' || isPayout || !above ? one.key : above;
    if (!key.date) return refuse('settlement.noPayoutDate', `row ${one.row}`);
    const name = JSON.stringify([key.merchant, key.payout, key.date]);
    const here = payouts.get(name) ?? { key, rows: [], stated: null, at: one.row };
    payouts.set(name, here);
    if (isPayout) {
      // A payout that is stated twice in one file is two statements of the same rows.
      if (here.stated) return refuse('settlement.statedTwice', `row ${one.row}`);
      here.stated = one.stated;
      here.at = one.row;
    } else here.rows.push(one);
  }
  const found = [...payouts.values()];
  if (mapping.belongs === 'below') {
    found.reverse();
    for (const one of found) one.rows.reverse();
  }
  const states = [...Object.values(mapping.kinds.values), mapping.kinds.otherwise].includes(
    'payout',
  );
  const unstated = states ? found.find(({ stated }) => !stated) : undefined;
  return unstated
    ? refuse('settlement.noTotal', `row ${unstated.rows.at(-1)!.row + 1}`)
    : accept(found);
}

type Sums = Record<StatedSum, Minor> & { fees: Minor };

/** What rows come to; refunds, fees and taxes above zero. */
function sumsOf(rows: readonly RowRead[]): Sums {
  const cards = rows.flatMap((one) => (one.as === 'card' ? [one.card] : []));
  const totals = rows.flatMap((one) => (one.as === 'total' ? [one.total] : []));
  const parts = rows.flatMap((one) => (one.as === 'part' ? one.parts : []));
  const of = (kind: SettledPart['kind']) =>
    sum(parts.filter((part) => part.kind === kind).map((part) => part.amountMinor));
  const amounts = cards.map(({ amountMinor }) => amountMinor);
  const gross = sum([
    ...amounts.filter((amount) => amount > 0),
    ...totals.map((one) => one.grossMinor),
  ]);
  const refunds = sum([
    ...amounts.filter((amount) => amount < 0).map((amount) => -amount),
    ...totals.map((one) => one.refundsMinor),
  ]);
  const fees = sum([...cards, ...totals].map(({ feeMinor }) => feeMinor));
  const fee = sum([fees, of('fee')]);
  const tax = sum([...rows.map(({ taxMinor }) => taxMinor), of('taxOnFees')]);
  const items = sum([cards.length, ...totals.map((one) => one.items)]);
  const beside = (['chargeback', 'chargebackFee', 'reserve', 'adjustment'] as const).map(of);
  const net = sum([gross, -refunds, -fee, -tax, ...beside.map((one) => -one)]);
  return { items, gross, refunds, fee, fees, tax, net };
}

/** What may be stated otherwise: gross after refunds where no refunds are stated beside it. */
function prove(stated: Stated, sums: Sums, at: string): Outcome<StatedSum[]> {
  const proven: StatedSum[] = [];
  for (const [what, totalMinor] of Object.entries(stated) as [StatedSum, number][]) {
    const rowsMinor = sums[what];
    const afterRefunds = what === 'gross' && stated.refunds === undefined;
    const agrees =
      totalMinor === rowsMinor || (afterRefunds && totalMinor === rowsMinor - sums.refunds);
    if (!agrees) {
      return what === 'items'
        ? refuse('settlement.itemsDiffer', `${at}, items`, {
            rows: rowsMinor,
            total: totalMinor,
          })
        : refuse('settlement.totalDiffers', `${at}, ${what}`, {
            ...{ rowsMinor, totalMinor },
            differenceMinor: minus(totalMinor, rowsMinor),
          });
    }
    proven.push(what);
  }
  return accept(proven);
}

/** What the file's own trailers state of all its rows. */
function proveFile(rows: readonly RowRead[]): Outcome<true> {
  const trailers = rows.flatMap((one) =>
    one.as === 'sums' && one.of === 'file' ? [one] : [],
  );
  if (trailers.length === 0) return accept(true);
  const sums = sumsOf(rows);
  for (const { row, stated } of trailers) {
    const proven = prove(stated, sums, `row ${row}`);
    if (!proven.ok) return proven;
  }
  return accept(true);
}

/** A payout of its rows: what nobody says by row, its payout's fee, is a part of its own. */
function settle(
  { key, rows, stated, at }: Gathered,
  mapping: Mapping,
  currency: string,
): Outcome<Settlement> {
  const parts = rows.flatMap((one) => (one.as === 'part' ? one.parts : []));
  const sums = sumsOf(rows);
  const silent = rows.every((one) => !one.saysFee) && sums.fee === 0 && sums.tax === 0;
  const feeOnly = silent ? unsaidFee(stated, sums, mapping) : ZERO;
  if (feeOnly !== 0) parts.push(feePart(feeOnly, at));
  const taxMinor = sum(rows.map((one) => one.taxMinor));
  if (taxMinor !== 0) parts.push({ ...feePart(taxMinor, at), kind: 'taxOnFees' });
  const whole: Sums = {
    ...sums,
    fee: sum([sums.fee, feeOnly]),
    net: minus(sums.net, feeOnly),
  };
  const proven = prove(stated ?? {}, whole, `row ${at}`);
  if (!proven.ok) return proven;
  const transactions = rows.flatMap((one) => (one.as === 'card' ? [one.card] : []));
  return accept({
    reference: key.payout || key.date,
    date: key.date,
    currency,
    merchant: key.merchant,
    schemes: schemesOf(rows),
    transactions,
    parts,
    grossMinor: whole.gross,
    refundsMinor: whole.refunds,
    feeMinor: whole.fee,
    netMinor: whole.net,
    stated: proven.value,
  });
}

const feePart = (amountMinor: Minor, row: number): SettledPart => ({
  ...{ kind: 'fee', row, amountMinor },
  ...{ scheme: '', reference: '', lastFour: '', words: '' },
});

/**
 * The fee of a payout whose rows say none: as its own row states it, else what its net is less than
 * its cards. (Where a processor gives no detail, the fee is gross less net.)
 */
function unsaidFee(stated: Stated | null, sums: Sums, { columns }: Mapping): Minor {
  if (stated?.fee !== undefined) return minus(stated.fee, 0);
  if (columns.fee !== undefined || stated?.net === undefined) return ZERO;
  return minus(sums.net, stated.net);
}

/** Sums by batch and scheme, of rows of either kind. */
function schemesOf(rows: readonly RowRead[]): SettledScheme[] {
  const schemes = new Map<string, SettledScheme>();
  const add = (one: Omit<SettledScheme, 'netMinor'>) => {
    const name = `${one.batchDate} ${one.scheme}`;
    const before = schemes.get(name);
    const feeMinor = sum([before?.feeMinor ?? 0, one.feeMinor]);
    const grossMinor = sum([before?.grossMinor ?? 0, one.grossMinor]);
    const refundsMinor = sum([before?.refundsMinor ?? 0, one.refundsMinor]);
    schemes.set(name, {
      ...one,
      ...{ feeMinor, grossMinor, refundsMinor, items: (before?.items ?? 0) + one.items },
      netMinor: sum([grossMinor, -refundsMinor, -feeMinor]),
    });
  };
  for (const one of rows) {
    if (one.as === 'total') {
      const { taxMinor: _tax, ...total } = one.total;
      add(total);
    }
    if (one.as !== 'card') continue;
    const { batchDate, scheme, amountMinor, feeMinor } = one.card;
    const soldMinor = Math.max(0, amountMinor);
    add({
      ...{ batchDate, scheme, feeMinor, items: 1, grossMinor: minus(soldMinor, 0) },
      refundsMinor: minus(soldMinor, amountMinor),
    });
  }
  return [...schemes.values()];
}
