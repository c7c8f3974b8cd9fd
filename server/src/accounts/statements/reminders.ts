import type {
  MakeReminders,
  ReminderRow,
  Reminders,
  SaveReminderSteps,
  StatementsMade,
} from '@abacist/contracts';
import {
  checkReminderSteps,
  fillLetter,
  reminderDue,
  type ReminderStep,
} from '@abacist/core/accounts';
import { daysBetween } from '@abacist/core/dates';
import type { CommandContext } from '../../context';
import { rows, run, type Db } from '../../db/pool';
import type { CommandResult } from '../../http/command';
import { refuseWith, unwrap } from '../../http/errors';
import { formats } from '../../papers/format';
import { overdueFrom, overdueSums, type OverdueSums } from '../overdue';
import { statementsOf } from './load';
import { askMany, keepStatements, paperHead, type Letter } from './make';

const readSteps = (db: Db) =>
  rows<ReminderStep>(
    db,
    'SELECT step, after_days AS afterDays, subject, text FROM reminder_step ORDER BY step',
  );

type Overdue = Omit<ReminderRow, 'step' | 'last'>;

/** Payers with something overdue at a day, their branches' charges in it, the oldest first. */
async function overduePayers(db: Db, today: string): Promise<Overdue[]> {
  const found = await rows<Omit<Overdue, 'overdueMinor' | 'oldestDue'> & OverdueSums>(
    db,
    `SELECT p.id AS chargeAccountId, c.number, c.name, c.email, ${overdueSums('?')}
     FROM open_item i
     JOIN charge_account a ON a.id = i.charge_account_id
     JOIN charge_account p ON p.id = COALESCE(a.parent_id, a.id)
     JOIN customer c ON c.id = p.customer_id
     WHERE i.left_minor > 0 OR i.left_minor < 0
     GROUP BY p.id, c.number, c.name, c.email HAVING late > 0
     ORDER BY oldestDue, c.name`,
    [today, today],
  );
  return found.flatMap(({ late, credit, oldestDue: oldest, ...payer }) => {
    const { overdueMinor, oldestDue } = overdueFrom({ late, credit, oldestDue: oldest });
    return oldestDue === null ? [] : [{ ...payer, overdueMinor, oldestDue }];
  });
}

/** Every payer who is overdue, his branches' charges in it, with the step that is due. */
export async function readReminders(db: Db, today: string): Promise<Reminders> {
  const [steps, overdue] = await Promise.all([readSteps(db), overduePayers(db, today)]);
  const sent = await rows<NonNullable<ReminderRow['last']> & { chargeAccountId: number }>(
    db,
    `SELECT s.charge_account_id AS chargeAccountId, s.step, s.as_of AS date,
       CONCAT(d.series, '-', d.number) AS number
     FROM account_statement s
     JOIN document d ON d.kind = 'accountStatement' AND d.subject_id = s.id
     WHERE s.step > 0 AND NOT EXISTS (
       SELECT 1 FROM account_statement n
       WHERE n.charge_account_id = s.charge_account_id AND n.step > 0 AND n.id > s.id)`,
  );
  const lastOf = new Map(sent.map(({ chargeAccountId, ...last }) => [chargeAccountId, last]));
  return {
    steps,
    rows: overdue.map((one) => {
      const last = lastOf.get(one.chargeAccountId) ?? null;
      return { ...one, last, step: reminderDue(one.oldestDue, today, steps, last) };
    }),
  };
}

/**
 * Makes the reminders that are due: a statement of what is open with the letter of its step before
 * it. They go out after this is committed, as statements do.
 * @throws HttpError 422 `reminder.notDue`, `mail.noSender`
 */
export async function makeReminders(
  context: CommandContext,
  { accountIds, mail }: MakeReminders,
): Promise<CommandResult<StatementsMade>> {
  const { tx, shop, today } = context;
  const { steps, rows: overdue } = await readReminders(tx, today);
  const due = accountIds.map((id) =>
    overdue.find(({ chargeAccountId }) => chargeAccountId === id),
  );
  if (due.some((one) => !one || one.step === null)) {
    throw refuseWith('reminder.notDue', 'accountIds');
  }
  await askMany(context, mail, accountIds.length);
  const head = await paperHead(context, mail);
  const { money, date } = formats(head);
  const letterOf = (chargeAccountId: number): Letter => {
    const row = due.find((one) => one!.chargeAccountId === chargeAccountId)!;
    const { subject, text } = steps.find(({ step }) => step === row.step)!;
    const params = {
      name: row.name,
      overdue: money(row.overdueMinor),
      since: date(row.oldestDue),
      days: String(daysBetween(row.oldestDue, today)),
      shop: shop.name,
    };
    return {
      step: row.step!,
      subject: fillLetter(subject, params),
      text: fillLetter(text, params),
      overdueMinor: row.overdueMinor,
    };
  };
  const asked = { kind: 'openItem', from: today, asOf: today } as const;
  const made = await statementsOf(tx, asked, accountIds);
  const statementIds = await keepStatements(context, made, asked, head, letterOf);
  return { answer: { statementIds, jobId: null } };
}

/** Words the three steps anew. @throws HttpError 422 those of core's `checkReminderSteps` */
export async function saveReminderSteps(
  { tx, today }: CommandContext,
  command: SaveReminderSteps,
): Promise<CommandResult<Reminders>> {
  const steps = unwrap(checkReminderSteps(command.steps));
  for (const [i, { afterDays, subject, text }] of steps.entries()) {
    await run(
      tx,
      'UPDATE reminder_step SET after_days = ?, subject = ?, text = ? WHERE step = ?',
      [afterDays, subject, text, i + 1],
    );
  }
  return { answer: await readReminders(tx, today) };
}
