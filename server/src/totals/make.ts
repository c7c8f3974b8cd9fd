import type {
  SaleCommand,
  TotalsAct,
  TotalsAnswer,
  TotalsColumn,
  TotalsCommand,
} from '@abacist/contracts';
import { sum } from '@abacist/core/money';
import { decideTotals, takenOf } from '@abacist/core/totals';
import { paidBy } from '@abacist/core/typedTenders';
import { checkDay } from '../ledger/checkDay';
import { ringPayment } from '../accounts/ringPayment';
import type { CommandContext } from '../context';
import { insertMany, row, run } from '../db/pool';
import { makeAct } from '../drawer/acts/make';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { numberAhead, postDocument } from '../ledger/post';
import { ring } from '../sales/sell';
import { gather } from '../http/gather';

/** A part that was made: a ticket, or money beside the tickets. */
type Made = { saleId: number } | { actId: number };

/**
 * Posts days by their totals: each column is one ticket of its drawer on its day, each payment on an
 * account a ticket of its own, each expense or other money in an act. All are dated as they were taken and join
 * the rods, batches, drawers and accounts that single tickets would have joined.
 * @throws HttpError 422 with every place that is wrong: `totals.empty`, `day.future`, `lock.filed`, those of
 * `decideTotals`, of payments and of acts; 409 with all rules that ask for a person's word
 */
export async function makeTotals(
  context: CommandContext,
  command: TotalsCommand,
): Promise<CommandResult<TotalsAnswer>> {
  const { tx, actor, now, today } = context;
  const { columns, acts } = command;
  if (columns.length + acts.length === 0) throw refuseWith('totals.empty', 'columns');
  const priceSource = await numberAhead(tx, 'dayTotals');
  const { on, part, done } = gather(context);
  const made: Made[] = [];
  const dates = [...new Set([...columns, ...acts].map(({ date }) => date))].sort();
  for (const date of dates) {
    const dated = on(date);
    for (const [i, column] of columns.entries()) {
      if (column.date !== date) continue;
      await part(`columns.${i}`, async () => {
        checkDay(context, date);
        made.push(...(await ringColumn(dated, column, priceSource)));
      });
      for (const [k, payment] of column.payments.entries()) {
        await part(`columns.${i}.payments.${k}`, async () => {
          made.push(await ringPayment(dated, { ...payment, drawerId: column.drawerId }));
        });
      }
    }
    for (const [j, act] of acts.entries()) {
      if (act.date !== date) continue;
      await part(`acts.${j}`, async () => {
        checkDay(context, date);
        made.push(await keepAct(dated, act));
      });
    }
  }
  done();
  const { insertId: totalsId } = await run(
    tx,
    `INSERT INTO day_totals (from_date, to_date, total_minor, typed, user_id, made_at)
     VALUES (?, ?, ?, ?, ?, ?)`,
    [dates[0]!, dates.at(-1)!, totalOf(command), JSON.stringify(command), actor.id, now],
  );
  await insertMany(
    tx,
    'day_totals_part',
    ['day_totals_id', 'position', 'sale_id', 'drawer_act_id'],
    made.map((one, i) => [
      totalsId,
      i + 1,
      'saleId' in one ? one.saleId : null,
      'actId' in one ? one.actId : null,
    ]),
  );
  const { number } = await postDocument(context, {
    kind: 'dayTotals',
    subjectId: totalsId,
    date: today,
    lines: [],
    memo: '',
  });
  return { answer: { id: totalsId, number, documents: made.length }, documentNumber: number };
}

/** What was taken in all, payments on accounts in it. */
const totalOf = ({ columns }: TotalsCommand): number =>
  sum(
    columns.flatMap((column) => [
      takenOf(column),
      ...column.payments.map(({ tender }) => paidBy(tender)),
    ]),
  );

/** The takings of a drawer's day; none where nothing but payments came. */
async function ringColumn(
  context: CommandContext,
  column: TotalsColumn,
  priceSource: string,
): Promise<Made[]> {
  const { drawerId, departments, withTax, tenders, date } = column;
  const lines = (which: 'soldMinor' | 'returnedMinor') =>
    departments
      .filter((one) => one[which] > 0)
      .map((one) => ({ departmentId: one.departmentId, amountMinor: one[which] }));
  const sold = lines('soldMinor');
  const goods = lines('returnedMinor');
  if (sold.length + goods.length + tenders.length === 0 && column.payments.length > 0)
    return [];
  const command: SaleCommand = {
    drawerId,
    lines: sold,
    pricesIncludeTax: withTax,
    tenders,
    ...(goods.length && {
      returned: { ...(await ordinaryReturn(context)), priceSource, goods },
    }),
  };
  const { answer } = await ring(context, command, {
    decide: (state) => decideTotals(column, state),
    taken: { date, at: null },
  });
  return [{ saleId: answer.saleId }];
}

/** What is said of goods that came back when a till tells their sum alone. */
async function ordinaryReturn({ tx }: CommandContext) {
  const found = await row<{ code: string }>(
    tx,
    'SELECT code FROM return_reason WHERE active ORDER BY restocking, position LIMIT 1',
  );
  if (!found) throw refuseWith('return.reason', 'departments');
  return { reason: found.code, condition: 'asNew' as const };
}

async function keepAct(context: CommandContext, act: TotalsAct): Promise<Made> {
  const { date: _, ...command } = act;
  const { answer } = await makeAct(context, command);
  return { actId: answer.id };
}
