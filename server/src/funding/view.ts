import type { FundingView } from '@abacist/contracts';
import { addDays, bankingDaysBetween } from '@abacist/core/dates';
import { delaysOf, forecast, type Came } from '@abacist/core/funding';
import { windowOf } from '@abacist/core/matching';
import { multiplyRatio, sum } from '@abacist/core/money';
import { MOVEMENT_KINDS, movementKey, type MovementKind } from '@abacist/core/movements';
import type { Shop } from '../context';
import { rows, type Db } from '../db/pool';
import type { QueryContext } from '../http/query';
import { trialBalance } from '../ledger/trialBalance';
import { MOVEMENT_STORES } from '../movements';
import { holidaysAround } from '../settings/holidays';
import { openBatches } from '../settlements/batches';

/** How far back delays and fees are learnt from: a quarter of a year. */
const LEARNT_DAYS = 91;

/** Who is late by himself: each processor, else all of a kind. */
const sourceOf = (kind: MovementKind, name: string) => (kind === 'settlement' ? name : kind);

/** What is on its way, how late such money was, and what will be at the bank. */
export async function fundingView({ db, shop, today }: QueryContext): Promise<FundingView> {
  const holidays = holidaysAround(shop.holidayRegion, today);
  const since = addDays(today, -LEARNT_DAYS);
  const [bankMinor, moving, came, batches, rates] = await Promise.all([
    atBank(db, shop, today),
    Promise.all(MOVEMENT_KINDS.map((kind) => onTheWay(db, kind))),
    Promise.all(MOVEMENT_KINDS.map((kind) => cameSince(db, kind, since))),
    openBatches(db, shop),
    feeRates(db, since),
  ]);
  const late = (dueDate: string, last: string) =>
    last < today ? bankingDaysBetween(dueDate, today, holidays) : null;
  const coming: FundingView['coming'] = [
    ...moving.flat().map((one) => ({
      ...one,
      overdueDays: late(one.dueDate, windowOf(one, holidays).to),
    })),
    ...batches
      .filter(({ settledInPart }) => !settledInPart)
      .map(({ id, processor, batchDate, dueDate, schemes }) => {
        const gross = sum(
          schemes.map(({ amountMinor, settledMinor }) => amountMinor - settledMinor),
        );
        return {
          ...{ key: `batch ${id}`, kind: 'batch' as const, source: processor },
          ...{ name: processor, number: batchDate, dueDate },
          amountMinor: gross - aboutFee(gross, rates.get(processor)),
          overdueDays: late(dueDate, dueDate),
        };
      }),
  ].sort((a, b) => (a.dueDate < b.dueDate ? -1 : a.dueDate > b.dueDate ? 1 : 0));
  const delays = delaysOf(came.flat(), holidays);
  return {
    bankMinor,
    coming,
    delays,
    days: forecast(coming, delays, { now: bankMinor, today, holidays }),
  };
}

/** What statements have shown: the ledger's bank. */
async function atBank(db: Db, shop: Shop, today: string): Promise<number> {
  const { accounts } = await trialBalance(db, shop, today);
  const bank = accounts.find(({ role }) => role === 'bank');
  return bank ? bank.debitMinor - bank.creditMinor : 0;
}

async function onTheWay(db: Db, kind: MovementKind) {
  const { table, joins, standing, booked, amount, number, name, dueDate } =
    MOVEMENT_STORES[kind];
  const found = await rows<{
    id: number;
    number: string;
    name: string;
    dueDate: string;
    amountMinor: number;
  }>(
    db,
    `SELECT s.id, ${number} AS number, ${name} AS name, ${dueDate} AS dueDate,
       CAST(${amount} AS SIGNED) AS amountMinor
     FROM ${table} s ${joins}
     WHERE s.match_group_id IS NULL AND ${standing} AND ${booked ?? 'TRUE'}`,
  );
  return found.map(({ id, ...one }) => ({
    ...one,
    kind,
    key: movementKey(kind, id),
    source: sourceOf(kind, one.name),
  }));
}

async function cameSince(db: Db, kind: MovementKind, since: string): Promise<Came[]> {
  const { table, joins, standing, name, dueDate } = MOVEMENT_STORES[kind];
  const found = await rows<{ name: string; dueDate: string; cameOn: string }>(
    db,
    // By plain columns: a kind may put its name together.
    `SELECT x.name, x.dueDate, MIN(x.date) AS cameOn
     FROM (
       SELECT s.id, ${name} AS name, ${dueDate} AS dueDate, l.date
       FROM ${table} s ${joins}
       JOIN statement_line l ON l.match_group_id = s.match_group_id
       WHERE ${standing} AND l.date >= ?
     ) x
     GROUP BY x.id, x.name, x.dueDate`,
    [since],
  );
  return found.map((one) => ({
    source: sourceOf(kind, one.name),
    dueDate: one.dueDate,
    cameOn: one.cameOn,
  }));
}

type Rate = { grossMinor: number; feeMinor: number };

/** What each processor took of its sales lately: a batch that is not settled bears about as much. */
async function feeRates(db: Db, since: string): Promise<Map<string, Rate>> {
  const found = await rows<Rate & { name: string }>(
    db,
    `SELECT p.name, CAST(SUM(s.gross_minor) AS SIGNED) AS grossMinor,
       CAST(SUM(s.fee_minor) AS SIGNED) AS feeMinor
     FROM settlement s JOIN processor p ON p.id = s.processor_id
     WHERE s.standing AND s.date >= ? GROUP BY p.id, p.name`,
    [since],
  );
  return new Map(found.map(({ name, ...rate }) => [name, rate]));
}

const aboutFee = (grossMinor: number, rate: Rate | undefined): number =>
  rate && rate.grossMinor > 0 && grossMinor > 0
    ? multiplyRatio(grossMinor, rate.feeMinor, rate.grossMinor)
    : 0;
