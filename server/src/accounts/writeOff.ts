import type { AccountPage, WriteOff } from '@abacist/contracts';
import { decideWriteOff, splitWriteOff, type WrittenCharge } from '@abacist/core/accounts';
import { post, reverseLines, type JournalLine } from '@abacist/core/ledger';
import type { CommandContext } from '../context';
import { row, rows, toMinor } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith, unwrap } from '../http/errors';
import { numberAhead, postDocument } from '../ledger/post';
import {
  addItem,
  allocationTaxes,
  plainly,
  standingAllocations,
  storeAllocations,
  undoAllocation,
  type StoredAllocation,
} from './items';
import { lockAccounts } from './load';
import { accountPage } from './page';
import { loadAccountRules } from './rules';

type Charge = Omit<WrittenCharge, 'taxes' | 'writtenTaxes' | 'writtenMinor'> & {
  written: string | null;
};

/**
 * Writes a part of a charge off: a credit that settles it, and an expense of the shop.
 * @throws HttpError 409 `rule.writeOff` beyond the person's allowance; 422
 * `allocation.unknownCharge`, those of core's `decideWriteOff`
 */
export async function writeOff(
  context: CommandContext,
  { chargeItemId, amountMinor, reason }: WriteOff,
  chargeAccountId: number,
): Promise<CommandResult<AccountPage>> {
  const { tx, today: date, actor } = context;
  await lockAccounts(tx, [chargeAccountId]);
  const charge = await row<Charge>(
    tx,
    `SELECT i.left_minor AS leftMinor, i.amount_minor AS amountMinor,
       (SELECT SUM(x.amount_minor) FROM allocation x
        JOIN open_item c ON c.id = x.credit_item_id AND c.kind = 'writeOff'
        WHERE x.charge_item_id = i.id
          AND EXISTS (SELECT 1 FROM allocation_tax t WHERE t.allocation_id = x.id)) AS written
     FROM open_item i
     WHERE i.id = ? AND i.charge_account_id = ? AND i.left_minor > 0`,
    [chargeItemId, chargeAccountId],
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
      {
        ...charge,
        ...(await taxesOf(tx, chargeItemId)),
        writtenMinor: toMinor(charge.written),
      },
      { allowedMinor: allowed, adjustsTax: rules.writeOffAdjustsTax },
    ),
  );
  const approvalId = await context.approve(broken);
  const number = await numberAhead(tx, 'writeOff');
  const itemId = await addItem(tx, {
    chargeAccountId,
    kind: 'writeOff',
    number,
    date,
    amountMinor: -amountMinor,
  });
  const whole = { ...plainly(chargeAccountId, chargeItemId, amountMinor), taxes: parts.taxes };
  await storeAllocations(context, itemId, [whole], { date, reason, saleId: null });
  await postDocument(context, {
    kind: 'writeOff',
    subjectId: itemId,
    date,
    lines: linesOf(chargeAccountId, amountMinor, parts.taxes),
    memo: reason,
    approvalId,
  });
  return { answer: await accountPage(tx, chargeAccountId, date), documentNumber: number };
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
 * Takes a write-off back, or a part of it, since it is owed (and perhaps paid) after all: the charge
 * is open again, and an item eats up the credit that it was. Its tax is owed again in the same
 * proportion; what of it stays is given to the charge anew.
 */
export async function takeBackWriteOff(
  context: CommandContext,
  written: StoredAllocation,
  { reason, amountMinor = written.amountMinor }: { reason: string; amountMinor?: number },
): Promise<string> {
  const { tx, today: date } = context;
  const { id, chargeAccountId, chargeItemId, creditItemId } = written;
  const taxes = await allocationTaxes(tx, id);
  const { backTaxes, restMinor, restTaxes } = splitWriteOff(amountMinor, {
    amountMinor: written.amountMinor,
    taxes,
  });
  const number = await numberAhead(tx, 'writeOffUndo');
  const itemId = await addItem(tx, {
    chargeAccountId,
    kind: 'writtenBack',
    number,
    date,
    dueDate: date,
    amountMinor,
  });
  const by = { date, reason, saleId: null, writtenBackId: itemId };
  await undoAllocation(context, written, by);
  if (restMinor > 0) {
    const rest = { ...plainly(chargeAccountId, chargeItemId, restMinor), taxes: restTaxes };
    await storeAllocations(context, creditItemId, [rest], by);
  }
  const whole = plainly(chargeAccountId, itemId, amountMinor);
  await storeAllocations(context, creditItemId, [whole], { date, reason: '', saleId: null });
  await postDocument(context, {
    kind: 'writeOffUndo',
    subjectId: itemId,
    date,
    lines: reverseLines(linesOf(chargeAccountId, amountMinor, backTaxes)),
    memo: reason,
  });
  return number;
}

/**
 * Goods of a charge came back of which something had been written off: that is owed again, the
 * latest first, so that what is credited for the goods settles it and no money leaves.
 */
export async function takeBackForGoods(
  context: CommandContext,
  saleTenderId: number,
  amountMinor: number,
): Promise<void> {
  if (amountMinor === 0) return;
  const standing = await standingAllocations(
    context.tx,
    `i.sale_tender_id = ? AND c.kind = 'writeOff'`,
    [saleTenderId],
  );
  let left = amountMinor;
  for (const one of standing.reverse()) {
    const part = Math.min(left, one.amountMinor);
    if (part > 0) await takeBackWriteOff(context, one, { reason: '', amountMinor: part });
    left -= part;
  }
}

/** The tax of a charge by authority, and what of it was written off before. */
async function taxesOf(tx: CommandContext['tx'], chargeItemId: number) {
  const of = (sql: string) =>
    rows<{ authorityId: number; taxMinor: number }>(tx, sql, [chargeItemId]);
  const [taxes, writtenTaxes] = await Promise.all([
    of(`SELECT authority_id AS authorityId, tax_minor AS taxMinor
        FROM open_item_tax WHERE open_item_id = ? ORDER BY authority_id`),
    of(`SELECT t.authority_id AS authorityId, CAST(SUM(t.tax_minor) AS SIGNED) AS taxMinor
        FROM allocation x
        JOIN open_item c ON c.id = x.credit_item_id AND c.kind = 'writeOff'
        JOIN allocation_tax t ON t.allocation_id = x.id
        WHERE x.charge_item_id = ? GROUP BY t.authority_id`),
  ]);
  return { taxes, writtenTaxes };
}
