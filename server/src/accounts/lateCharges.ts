import type {
  LateChargeProposal,
  LateChargeRow,
  LateChargesPosted,
  PostLateCharges,
} from '@abacist/contracts';
import { dueOf, lateChargeOf, type ItemLeft } from '@abacist/core/accounts';
import { addDays, endOfMonth } from '@abacist/core/dates';
import { post, type JournalLine } from '@abacist/core/ledger';
import type { CommandContext } from '../context';
import { insertMany, rows, run, toMinor, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { numberAhead, postDocument } from '../ledger/post';
import { plainQuantity } from '../sales/original';
import { LEFT, OPEN_THEN } from './agingReport';
import { addItem } from './items';
import { lockAccounts, ticketAccounts } from './load';
import { loadAccountRules } from './rules';

type Late = Pick<ItemLeft, 'kind' | 'dueDate'> & {
  chargeAccountId: number;
  number: string;
  name: string;
  left: string;
  charged: number | null;
};

/**
 * What the rule of late charges comes to for a month, account by account: on what was late at the
 * month's end, whatever was paid since.
 * @throws HttpError 422 `lateCharge.monthNotOver`
 */
export async function proposeLateCharges(
  db: Db,
  today: string,
  month: string,
): Promise<LateChargeProposal> {
  const monthEnd = endOfMonth(`${month}-01`);
  if (monthEnd >= today) throw refuseWith('lateCharge.monthNotOver', 'month');
  const { latePercent, lateGraceDays, lateMinimumMinor } = await loadAccountRules(db);
  const rules = {
    monthlyPercent: plainQuantity(latePercent),
    graceDays: lateGraceDays,
    minimumMinor: lateMinimumMinor,
  };
  const found = await rows<Late>(
    db,
    `SELECT i.charge_account_id AS chargeAccountId, c.number, c.name, i.kind, i.due_date AS dueDate,
       ${LEFT} AS \`left\`,
       (SELECT o.amount_minor FROM late_charge l JOIN open_item o ON o.id = l.open_item_id
        WHERE l.charge_account_id = i.charge_account_id AND l.month = ? AND l.standing)
         AS charged
     FROM open_item i
     JOIN charge_account a ON a.id = i.charge_account_id AND a.closed_on IS NULL
     JOIN customer c ON c.id = a.customer_id
     WHERE ${OPEN_THEN} AND (i.amount_minor < 0 OR i.due_date < ?)
     ORDER BY c.name, i.charge_account_id, i.due_date`,
    [monthEnd, monthEnd, month, monthEnd, monthEnd, addDays(monthEnd, -lateGraceDays)],
  );
  const byAccount = new Map<number, Late[]>();
  for (const item of found) {
    const before = byAccount.get(item.chargeAccountId);
    if (before) before.push(item);
    else byAccount.set(item.chargeAccountId, [item]);
  }
  const proposed = [...byAccount.values()].flatMap((items): LateChargeRow[] => {
    const { chargeAccountId, number, name, charged } = items[0]!;
    const left = items.map((item) => ({ ...item, leftMinor: toMinor(item.left) }));
    const { baseMinor, chargeMinor } = lateChargeOf(left, monthEnd, rules);
    const oldestDue = items.find(({ dueDate }) => dueDate !== null)?.dueDate;
    return chargeMinor > 0 && oldestDue
      ? [
          {
            chargeAccountId,
            number,
            name,
            baseMinor,
            oldestDue,
            chargeMinor,
            chargedMinor: charged,
          },
        ]
      : [];
  });
  return { month, monthEnd, ...rules, rows: proposed };
}

/**
 * Posts late charges that a person reviewed: an item on each account, due by its terms, in one
 * entry. None is charged twice for a month, nor more than the rule comes to.
 * @throws HttpError 422 `lateCharge.notLate` (number), `lateCharge.already` (name),
 * `lateCharge.moreThanRule` (name, chargeMinor)
 */
export async function postLateCharges(
  context: CommandContext,
  { month, charges }: PostLateCharges,
): Promise<CommandResult<LateChargesPosted>> {
  const { tx, today: date, actor, now } = context;
  const ids = charges.map(({ chargeAccountId }) => chargeAccountId);
  await lockAccounts(tx, ids);
  const { rows: proposed } = await proposeLateCharges(tx, date, month);
  const accounts = await ticketAccounts(tx, ids, [], date, await loadAccountRules(tx));
  const { insertId: runId } = await run(
    tx,
    'INSERT INTO late_charge_run (month, date, user_id, made_at) VALUES (?, ?, ?, ?)',
    [month, date, actor.id, now],
  );
  const number = await numberAhead(tx, 'lateCharge');
  const lines: JournalLine[] = [];
  const kept: (string | number)[][] = [];
  for (const [i, { chargeAccountId, amountMinor }] of charges.entries()) {
    const at = `charges.${i}.amountMinor`;
    const rule = proposed.find((one) => one.chargeAccountId === chargeAccountId);
    if (!rule) throw refuseWith('lateCharge.notLate', at);
    const { name, chargeMinor, baseMinor } = rule;
    if (rule.chargedMinor !== null) throw refuseWith('lateCharge.already', at, { name });
    if (amountMinor > chargeMinor) {
      throw refuseWith('lateCharge.moreThanRule', at, { name, chargeMinor });
    }
    const { terms } = accounts.find(({ id }) => id === chargeAccountId)!;
    const { dueDate } = dueOf(date, terms);
    const item = {
      chargeAccountId,
      kind: 'lateCharge' as const,
      number,
      date,
      dueDate,
      amountMinor,
    };
    kept.push([chargeAccountId, month, runId, await addItem(tx, item), baseMinor]);
    lines.push(...post('account.lateCharge', { amount: amountMinor }, { chargeAccountId }));
  }
  await insertMany(
    tx,
    'late_charge',
    ['charge_account_id', 'month', 'run_id', 'open_item_id', 'base_minor'],
    kept,
  );
  await postDocument(context, {
    kind: 'lateCharge',
    subjectId: runId,
    date,
    lines,
    memo: month,
  });
  const totalMinor = charges.reduce((total, { amountMinor }) => total + amountMinor, 0);
  return { answer: { number, count: charges.length, totalMinor }, documentNumber: number };
}
