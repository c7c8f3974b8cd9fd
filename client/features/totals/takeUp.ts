import { paidBy, typedOf } from '@abacist/core/typedTenders';
import type { TotalsCommand } from '@abacist/contracts';
import { ACT_FACTS } from '@abacist/core/drawerActs';
import { sum, toDecimal } from '@abacist/core/money';
import type { OfferedTender } from '@abacist/core/tenders';
import { cellKey, emptyRow, type TotalsDraft, type TypedRow } from './draft';
import { ROUNDING, type ReadWith } from './read';
import { bankPlace, drawerPlace, PAYMENT, tenderWhat } from './readRow';
import { newRowId } from './store';

/**
 * What was posted as a draft again, so that it is put right where it was wrong: the other way round of
 * `readTotals`, which makes the same command of it.
 */
export function draftOfTyped(
  { columns, acts }: TotalsCommand,
  { lists, currency }: Pick<ReadWith, 'lists' | 'currency'>,
): TotalsDraft {
  const cells: Record<string, string> = {};
  const rows: TypedRow[] = [];
  const written = (minor: number) => toDecimal(minor, currency);
  const word = (options: readonly { value: string; label: string }[], value: string) =>
    options.find((one) => one.value === value)?.label ?? '';
  for (const column of columns) {
    const put = (row: string, minor: number) => {
      if (minor !== 0) cells[cellKey(row, column)] = written(minor);
    };
    for (const { departmentId, soldMinor, returnedMinor } of column.departments) {
      put(`sold.${departmentId}`, soldMinor);
      put(`returned.${departmentId}`, returnedMinor);
    }
    for (const { authorityId, taxMinor } of column.taxes) {
      cells[cellKey(`tax.${authorityId}`, column)] = written(taxMinor);
    }
    put(ROUNDING, column.roundingMinor);
    const place = word(lists.places, drawerPlace(column.drawerId));
    const base = { date: column.date, place };
    const sums = new Map<number, number>();
    const bySum = ({ tenderId }: OfferedTender, minor: number) =>
      sums.set(tenderId, sum([sums.get(tenderId) ?? 0, minor]));
    for (const tender of column.tenders) {
      if (!typedOf(tender.kind).ofPiece) bySum(tender, paidBy(tender));
      else {
        const what = word(lists.whats, tenderWhat(tender.tenderId));
        rows.push({ ...pieceOf(tender, lists, written), ...base, what });
      }
    }
    for (const { chargeAccountId, tender } of column.payments) {
      if (!typedOf(tender.kind).ofPiece) bySum(tender, paidBy(tender));
      rows.push({
        ...pieceOf(tender, lists, written),
        ...base,
        what: word(lists.whats, PAYMENT),
        name: word(lists.chargeAccounts, String(chargeAccountId)),
        account: lists.tenders.find(({ id }) => id === tender.tenderId)?.name ?? '',
      });
    }
    for (const [tenderId, minor] of sums) put(`tender.${tenderId}`, minor);
  }
  for (const act of acts) {
    const { what, place } = ACT_FACTS[act.kind];
    const [part] = act.parts;
    const places: Partial<Record<typeof place, string>> = {
      drawer: drawerPlace(act.drawerId ?? 0),
      bank: bankPlace(act.bankAccountId ?? 0),
    };
    rows.push({
      id: newRowId(),
      what: word(lists.whats, what),
      date: act.date,
      name: act.party,
      reference: act.words,
      amount: written(act.amountMinor),
      account: part ? word(lists.ledgerAccounts, part.account) : '',
      place: word(lists.places, places[place] ?? place),
      tax: part?.taxCodeId ? word(lists.taxCodes, String(part.taxCodeId)) : '',
    });
  }
  const days = columns.map(({ date }) => date).sort();
  return {
    from: days[0] ?? acts[0]?.date ?? '',
    to: days.at(-1) ?? acts[0]?.date ?? '',
    drawerIds: [...new Set(columns.map(({ drawerId }) => drawerId))],
    withTax: columns[0]?.withTax ?? null,
    cells,
    rows,
  };
}

/** A piece of a tender as a row, with what its kind knows of it. */
function pieceOf(
  tender: OfferedTender,
  { chargeAccounts }: ReadWith['lists'],
  written: (minor: number) => string,
): TypedRow {
  const row = { ...emptyRow(newRowId()), amount: written(paidBy(tender)) };
  const read = typedOf(tender.kind).ofPiece?.read(tender as never);
  if (!read) return row;
  const account = chargeAccounts.find(({ value }) => value === read.name);
  return {
    ...row,
    name: byAccount(tender) ? (account?.label ?? '') : read.name,
    reference: read.reference,
  };
}

const byAccount = ({ kind }: OfferedTender): boolean =>
  typedOf(kind).ofPiece?.names === 'account';
