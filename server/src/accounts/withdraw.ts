import type { AccountPage, WithdrawItem } from '@abacist/contracts';
import { post, reverseLines, type JournalLine } from '@abacist/core/ledger';
import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { numberAhead, postDocument } from '../ledger/post';
import { addItem, plainly, storeAllocations } from './items';
import { lockAccounts, refuseClosed } from './load';
import { accountPage } from './page';

type Item = { chargeAccountId: number; kind: string; amountMinor: number; leftMinor: number };

/** What an item posted when it came in; other kinds stand on tickets or documents of their own. */
const POSTED: Record<string, (minor: number, chargeAccountId: number) => JournalLine[]> = {
  lateCharge: (amount, chargeAccountId) =>
    post('account.lateCharge', { amount }, { chargeAccountId }),
  chequeFee: (fee, chargeAccountId) => post('account.chequeFee', { fee }, { chargeAccountId }),
  opening: openingLines,
  openingCredit: openingLines,
};

function openingLines(amountMinor: number, chargeAccountId: number): JournalLine[] {
  return post('opening.balance', {
    amount: [{ amountMinor, ledgerAccount: 'chargeAccounts', chargeAccountId }],
  });
}

/**
 * Withdraws a late charge, a fee or an opening item that was posted by mistake or is waived: an
 * item of the other sign is given to it, and its entry is reversed. Both stay in sight.
 * @throws HttpError 404 `openItem.unknown`; 422 `openItem.cannotWithdraw`, `openItem.touched`,
 * `account.closed`
 */
export async function withdrawItem(
  context: CommandContext,
  { reason }: WithdrawItem,
  itemId: number,
): Promise<CommandResult<AccountPage>> {
  const { tx, today: date } = context;
  const of = await row<{ chargeAccountId: number }>(
    tx,
    'SELECT charge_account_id AS chargeAccountId FROM open_item WHERE id = ?',
    [itemId],
  );
  if (!of) throw notFound('openItem.unknown');
  await lockAccounts(tx, [of.chargeAccountId]);
  await refuseClosed(tx, [of.chargeAccountId]);
  const item = (await row<Item>(
    tx,
    `SELECT charge_account_id AS chargeAccountId, kind, amount_minor AS amountMinor,
       left_minor AS leftMinor
     FROM open_item WHERE id = ?`,
    [itemId],
  ))!;
  const { chargeAccountId, kind, amountMinor, leftMinor } = item;
  const lines = POSTED[kind];
  if (!lines) throw refuseWith('openItem.cannotWithdraw');
  if (leftMinor !== amountMinor) throw refuseWith('openItem.touched');
  const number = await numberAhead(tx, 'itemWithdrawn');
  const charge = amountMinor > 0;
  const otherId = await addItem(tx, {
    chargeAccountId,
    kind: charge ? 'withdrawn' : 'withdrawnCredit',
    number,
    date,
    ...(!charge && { dueDate: date }),
    amountMinor: -amountMinor,
    withdrawsId: itemId,
  });
  const [creditId, chargeId] = charge ? [otherId, itemId] : [itemId, otherId];
  const whole = plainly(chargeAccountId, chargeId, Math.abs(amountMinor));
  await storeAllocations(context, creditId, [whole], { date, reason, saleId: null });
  await run(tx, 'UPDATE late_charge SET standing = NULL WHERE open_item_id = ?', [itemId]);
  await postDocument(context, {
    kind: 'itemWithdrawn',
    subjectId: otherId,
    date,
    lines: reverseLines(lines(amountMinor, chargeAccountId)),
    memo: reason,
  });
  return { answer: await accountPage(tx, chargeAccountId, date), documentNumber: number };
}
