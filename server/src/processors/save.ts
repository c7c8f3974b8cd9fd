import type { ProcessorsView, SaveFeePlan, SaveProcessor } from '@abacist/contracts';
import { checkFeePlan } from '@abacist/core/fees';
import type { CommandContext } from '../context';
import { row, run } from '../db/pool';
import type { Tx } from '../db/transaction';
import type { CommandResult } from '../http/command';
import { notFound, refused, refuseWith } from '../http/errors';
import { readProcessors } from './read';

type Saved = Promise<CommandResult<ProcessorsView>>;

async function lock(tx: Tx, id: number): Promise<void> {
  const found = await row(tx, 'SELECT id FROM processor WHERE id = ? FOR UPDATE', [id]);
  if (!found) throw notFound('processor.unknown');
}

/** Saves a new processor, or what is said of one that there is. What was batched stays as it was. */
export async function saveProcessor(
  { tx }: CommandContext,
  body: SaveProcessor,
  id?: number,
): Saved {
  const account = await row(tx, 'SELECT id FROM bank_account WHERE id = ?', [
    body.bankAccountId,
  ]);
  if (!account) throw refuseWith('processor.unknownBankAccount', 'bankAccountId');
  const same = await row<{ id: number }>(tx, 'SELECT id FROM processor WHERE name = ?', [
    body.name,
  ]);
  if (same && same.id !== id) throw refuseWith('processor.nameTaken', 'name');
  const authority =
    body.feeTaxAuthorityId === null ||
    (await row(tx, 'SELECT id FROM tax_authority WHERE id = ?', [body.feeTaxAuthorityId]));
  if (!authority) throw refuseWith('processor.unknownAuthority', 'feeTaxAuthorityId');
  const values = [
    body.name,
    body.merchantNumber,
    body.cutOff,
    body.delayBankingDays,
    body.bankAccountId,
    body.feeTaxAuthorityId,
    body.paysGross,
    body.billsFees,
    body.disputeDays,
    body.reservePercent,
    body.reserveDays,
  ];
  if (id === undefined) {
    await run(
      tx,
      `INSERT INTO processor
         (name, merchant_number, cut_off, delay_banking_days, bank_account_id,
          fee_tax_authority_id, pays_gross, bills_fees, dispute_days, reserve_percent,
          reserve_days, code)
       SELECT ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, CONCAT('p', COALESCE(MAX(id), 0) + 1) FROM processor`,
      values,
    );
  } else {
    await lock(tx, id);
    await run(
      tx,
      `UPDATE processor SET name = ?, merchant_number = ?, cut_off = ?, delay_banking_days = ?,
         bank_account_id = ?, fee_tax_authority_id = ?, pays_gross = ?,
         bills_fees = ?, dispute_days = ?, reserve_percent = ?,
         reserve_days = ?
       WHERE id = ?`,
      [...values, id],
    );
  }
  return { answer: await readProcessors(tx) };
}

/** Keeps the plan that holds from a day on, or takes those of that day back. */
export async function saveFeePlan(
  { tx, actor, now }: CommandContext,
  { from, plan }: SaveFeePlan,
  id: number,
): Saved {
  await lock(tx, id);
  const refusals = plan ? checkFeePlan(plan) : [];
  if (refusals.length) throw refused(refusals);
  await run(
    tx,
    'INSERT INTO fee_plan (processor_id, from_date, plan, user_id, at) VALUES (?, ?, ?, ?, ?)',
    [id, from, plan && JSON.stringify(plan), actor.id, now],
  );
  return { answer: await readProcessors(tx) };
}
