import type { Processor, ProcessorsView } from '@abacist/contracts';
import type { FeePlan } from '@abacist/core/fees';
import { rows, type Db } from '../db/pool';
import { notFound } from '../http/errors';

type PlanRow = {
  processorId: number;
  from: string;
  plan: string | null;
  by: string;
  at: string;
};

/** Processors with their schemes and plans, and the accounts that they may pay to. */
export async function readProcessors(db: Db): Promise<ProcessorsView> {
  const [found, schemes, plans, bankAccounts, authorities] = await Promise.all([
    rows<
      Omit<Processor, 'schemes' | 'plans' | 'paysGross' | 'billsFees'> & {
        paysGross: number;
        billsFees: number;
      }
    >(
      db,
      `SELECT id, name, merchant_number AS merchantNumber, cut_off AS cutOff,
         delay_banking_days AS delayBankingDays, bank_account_id AS bankAccountId,
         fee_tax_authority_id AS feeTaxAuthorityId, pays_gross AS paysGross,
         bills_fees AS billsFees, dispute_days AS disputeDays,
         reserve_percent AS reservePercent, reserve_days AS reserveDays
       FROM processor ORDER BY id`,
    ),
    rows<{ processorId: number; scheme: string }>(
      db,
      `SELECT DISTINCT processor_id AS processorId, scheme FROM tender
       WHERE processor_id IS NOT NULL ORDER BY scheme`,
    ),
    // Of each day the newest counts.
    rows<PlanRow>(
      db,
      `SELECT f.processor_id AS processorId, f.from_date AS \`from\`, f.plan, u.name AS \`by\`, f.at
       FROM fee_plan f
       JOIN (SELECT MAX(id) AS id FROM fee_plan GROUP BY processor_id, from_date) newest
         ON newest.id = f.id
       JOIN user u ON u.id = f.user_id
       ORDER BY f.from_date DESC`,
    ),
    rows<{ id: number; name: string }>(db, 'SELECT id, name FROM bank_account ORDER BY id'),
    rows<{ id: number; name: string }>(db, 'SELECT id, name FROM tax_authority ORDER BY id'),
  ]);
  return {
    processors: found.map((processor) => ({
      ...processor,
      paysGross: processor.paysGross === 1,
      billsFees: processor.billsFees === 1,
      schemes: schemes
        .filter(({ processorId }) => processorId === processor.id)
        .map(({ scheme }) => scheme),
      plans: plans
        .filter(({ processorId, plan }) => processorId === processor.id && plan !== null)
        .map(({ from, plan, by, at }) => ({
          from,
          plan: JSON.parse(plan!) as FeePlan,
          by,
          at,
        })),
    })),
    ...{ bankAccounts, authorities },
  };
}

/** One of them. @throws HttpError 404 `processor.unknown` */
export async function processorOf(db: Db, id: number): Promise<Processor> {
  const { processors } = await readProcessors(db);
  const found = processors.find((one) => one.id === id);
  if (!found) throw notFound('processor.unknown');
  return found;
}

/** The plan that held on a day: the newest of those that had begun. */
export const planOn =
  (plans: Processor['plans']) =>
  (date: string): FeePlan | null =>
    plans.find(({ from }) => from <= date)?.plan ?? null;
