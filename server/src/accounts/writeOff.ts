import type { AccountPage, WriteOff } from '@abacist/contracts';
import { decideWriteOff } from '@abacist/core/accounts';
import { post, reverseLines, type JournalLine } from '@abacist/core/ledger';
import type { CommandContext } from '../context';
import { row, rows } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith, unwrap } from '../http/errors';
import { numberAhead, postDocument } from '../ledger/post';
import {
  addItem,
  allocationTaxes,
  plainly,
  storeAllocations,
  undoAllocation,
  type StoredAllocation,
} from './items';
import { lockAccounts } from './load';
import { accountPage } from './page';
import { loadAccountRules } from './rules';

type Charge = { leftMinor: number; saleId: number | null; saleTotalMinor: number };

/**
 * Writes a part of a charge off: a credit that settles it, and an expense of the shop.
 * @throws HttpError 409 `rule.writeOff` beyond the person's allowance; 422
 * `allocation.unknownCharge`, those of core's `decideWriteOff`
 */
export async function writeOff(
  context: CommandContext,
  { chargeItemId, amountMinor, reason }: WriteOff,
  accountId: number,
): Promise<CommandResult<AccountPage>> {
  const { tx, today: date, actor } = context;
  await lockAccounts(tx, [accountId]);
  const charge = await row<Charge>(
    tx,
    `SELECT i.left_minor AS leftMinor, i.sale_id AS saleId,
       COALESCE(s.total_minor, 0) AS saleTotalMinor
     FROM open_item i LEFT JOIN sale s ON s.id = i.sale_id
     WHERE i.id = ? AND i.charge_account_id = ? AND i.left_minor > 0`,
    [chargeItemId, accountId],
  );
  if (!charge) throw refuseWith('allocation.unknownCharge', 'chargeItemId');
  const rules = await loadAccountRules(tx);
  const allowed = {
    clerk: rules.clerkWriteOffMinor,
    bookkeeper: rules.bookkeeperWriteOffMinor,
    manager: null,
  }[actor.role];
  const { parts, broken } = unwrap(
    decideWriteOff(
      amountMinor,
      { ...charge, taxes: await taxesOfSale(context, charge.saleId) },
      { allowedMinor: allowed, adjustsTax: rules.writeOffAdjustsTax },
    ),
  );
  const approvalId = await context.approve(broken);
  const number = await numberAhead(tx, 'writeOff');
  const itemId = await addItem(tx, {
    accountId,
    kind: 'writeOff',
    number,
    date,
    amountMinor: -amountMinor,
  });
  const whole = { ...plainly(accountId, chargeItemId, amountMinor), taxes: parts.taxes };
  await storeAllocations(context, itemId, [whole], { date, reason, saleId: null });
  await postDocument(context, {
    kind: 'writeOff',
    subjectId: itemId,
    date,
    lines: linesOf(accountId, amountMinor, parts.taxes),
    memo: reason,
    approvalId,
  });
  return { answer: await accountPage(tx, accountId, date), documentNumber: number };
}

/** What a write-off posts: the shop bears it but for the tax that it owes no more. */
function linesOf(
  chargeAccountId: number,
  amountMinor: number,
  taxes: readonly { authorityId: number; taxMinor: number }[],
): JournalLine[] {
  const taxMinor = taxes.reduce((total, one) => total + one.taxMinor, 0);
  return post(
    'account.writeOff',
    {
      net: amountMinor - taxMinor,
      tax: taxes.map((one) => ({ authorityId: one.authorityId, amountMinor: one.taxMinor })),
      written: amountMinor,
    },
    { chargeAccountId },
  );
}

/**
 * Takes a write-off back, since it is owed (and perhaps paid) after all: the charge is open again,
 * and an item eats up the credit that it was. Its tax is owed again as it was written off.
 */
export async function takeBackWriteOff(
  context: CommandContext,
  written: StoredAllocation,
  { reason }: { reason: string },
): Promise<string> {
  const { tx, today: date } = context;
  const { id, accountId, amountMinor, creditItemId } = written;
  const taxes = await allocationTaxes(tx, id);
  await undoAllocation(context, written, { date, reason, saleId: null });
  const number = await numberAhead(tx, 'writeOffUndo');
  const itemId = await addItem(tx, {
    accountId,
    kind: 'writtenBack',
    number,
    date,
    dueDate: date,
    amountMinor,
  });
  const whole = plainly(accountId, itemId, amountMinor);
  await storeAllocations(context, creditItemId, [whole], { date, reason: '', saleId: null });
  await postDocument(context, {
    kind: 'writeOffUndo',
    subjectId: itemId,
    date,
    lines: reverseLines(linesOf(accountId, amountMinor, taxes)),
    memo: reason,
  });
  return number;
}

function taxesOfSale({ tx }: CommandContext, saleId: number | null) {
  return rows<{ authorityId: number; taxMinor: number }>(
    tx,
    `SELECT authority_id AS authorityId, CAST(SUM(tax_minor) AS SIGNED) AS taxMinor
     FROM sale_line_tax WHERE sale_id = ? GROUP BY authority_id ORDER BY authority_id`,
    [saleId],
  );
}
