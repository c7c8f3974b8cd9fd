import type { AccountPage, AllocateCommand, UndoAllocation } from '@abacist/contracts';
import { allocate } from '@abacist/core/accounts';
import { mergeLines, reverseLines, type JournalLine } from '@abacist/core/ledger';
import { postAllocation, withTaxes } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { row } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';
import {
  allocationTaxes,
  standingAllocations,
  storeAllocations,
  undoAllocation,
  type StoredAllocation,
} from './items';
import { lockAccounts, ticketAccounts, refuseClosed } from './load';
import { accountPage } from './page';
import { loadAccountRules } from './rules';
import { takeBackWriteOff } from './writeOff';

type Saved = Promise<CommandResult<AccountPage>>;

/**
 * Gives an open credit to charges of its account, or of another that the same
 * payer answers for; a discount a discount that is granted beside it is posted.
 * @throws HttpError 422 those of core's `allocate`, `allocation.unknownCredit`
 */
export async function allocateCredit(
  context: CommandContext,
  { creditItemId, allocations, reason }: AllocateCommand,
  chargeAccountId: number,
): Saved {
  const { tx, today } = context;
  await lockAccounts(tx, [chargeAccountId]);
  const credit = await row<{ leftMinor: number; date: string }>(
    tx,
    `SELECT left_minor AS leftMinor, date FROM open_item
     WHERE id = ? AND charge_account_id = ? AND left_minor < 0`,
    [creditItemId, chargeAccountId],
  );
  if (!credit) throw refuseWith('allocation.unknownCredit', 'creditItemId');
  const rules = await loadAccountRules(tx);
  const [account] = await ticketAccounts(tx, [], [chargeAccountId], today, rules);
  const decided = unwrap(
    allocate(allocations, -credit.leftMinor, account!.charges, {
      date: today,
      paidOn: credit.date,
      rules: rules.discount,
      reason,
      accountIds: account!.groupIds,
    }),
  ).map((one) => withTaxes(one, account!.taxes));
  const by = { date: today, reason, saleId: null };
  const [first] = await storeAllocations(context, creditItemId, decided, by);
  const { number } = await postDocument(context, {
    kind: 'allocation',
    subjectId: first!,
    date: today,
    lines: mergeLines(decided.flatMap((one) => postAllocation(one, chargeAccountId))),
    memo: reason,
  });
  return { answer: await accountPage(tx, chargeAccountId, today), documentNumber: number };
}

/**
 * Takes an allocation back: the charge is open again, the credit waits again, and a discount
 * that was granted beside it is owed again. A write-off is taken back as what it was.
 * @throws HttpError 404 `allocation.unknown`; 422 `account.closed`, `allocation.undone`,
 * `allocation.spent`
 */
export async function takeBackAllocation(
  context: CommandContext,
  { reason }: UndoAllocation,
  allocationId: number,
): Saved {
  const { tx, today: date } = context;
  const of = await row<{
    chargeAccountId: number;
    creditAccountId: number;
    kind: string;
    chargeKind: string;
  }>(
    tx,
    `SELECT i.charge_account_id AS chargeAccountId, c.charge_account_id AS creditAccountId, c.kind,
       i.kind AS chargeKind
     FROM allocation x
     JOIN open_item i ON i.id = x.charge_item_id
     JOIN open_item c ON c.id = x.credit_item_id
     WHERE x.id = ? AND x.undoes_id IS NULL`,
    [allocationId],
  );
  if (!of) throw notFound('allocation.unknown');
  await lockAccounts(tx, [of.chargeAccountId]);
  await refuseClosed(tx, [of.chargeAccountId, of.creditAccountId]);
  // What was paid out or came back from the bank is gone: only its own undoing could bring it.
  if (SPENT.includes(of.chargeKind) || of.kind === 'withdrawn') {
    throw refuseWith('allocation.spent');
  }
  const [standing] = await standingAllocations(tx, 'x.id = ?', [allocationId]);
  if (!standing) throw refuseWith('allocation.undone');
  if (of.kind === 'writeOff') {
    const documentNumber = await takeBackWriteOff(context, standing, { reason });
    return { answer: await accountPage(tx, of.chargeAccountId, date), documentNumber };
  }
  const { undoId, lines } = await undoWithDiscount(context, standing, reason);
  const { number } = await postDocument(context, {
    kind: 'allocationUndo',
    subjectId: undoId,
    date,
    lines,
    memo: reason,
  });
  return { answer: await accountPage(tx, of.chargeAccountId, date), documentNumber: number };
}

/** Charges that ate up the credit which they were given. */
const SPENT = ['paidOut', 'returnedCheque', 'writtenBack', 'withdrawnCredit'];

/**
 * Takes an allocation back with the discount that was granted beside it.
 * @returns the row that undoes it, and the lines by which the discount is owed again
 */
export async function undoWithDiscount(
  context: CommandContext,
  standing: StoredAllocation,
  reason: string,
  returnedChequeId?: number,
): Promise<{ undoId: number; lines: JournalLine[] }> {
  const { tx, today: date } = context;
  const taxes = await allocationTaxes(tx, standing.id);
  const undoId = await undoAllocation(context, standing, {
    date,
    reason,
    saleId: null,
    ...(returnedChequeId !== undefined && { returnedChequeId }),
  });
  const discountTaxMinor = taxes.reduce((total, { taxMinor }) => total + taxMinor, 0);
  const granted = { ...standing, discountTaxMinor, taxes };
  return { undoId, lines: reverseLines(postAllocation(granted, standing.creditAccountId)) };
}
