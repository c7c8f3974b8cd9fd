import {
  compareCards,
  decideSettlement,
  towardsTill,
  type CardsCompared,
  type DecidedSettlement,
  type Settlement,
} from '@abacist/core/settlements';
import { atProcessor } from '@abacist/core/takings';
import { row, toMinor, type Db } from '../db/pool';
import { partSources, type KnownPart } from '../disputes/sources';
import { heldBy } from '../takings/held';
import { batchSchemes } from './batches';
import { settledAt, type SettlingProcessor } from './processor';
import { tillCards, type OpenCard } from './tillCards';

/** What a settlement meets: the till's cards and batches, what is carried, and what follows. */
export type Foreseen = {
  /** As it meets the till: what both have stands in the till's own batch. */
  settlement: Settlement;
  cards: OpenCard[];
  compared: CardsCompared;
  /** What is known of its parts, by their place. */
  sources: Map<number, KnownPart>;
  carriedBeforeMinor: number;
  decided: DecidedSettlement;
};

/** Reads what a settlement meets and decides it; nothing is written. */
export async function foresee(
  db: Db,
  processor: SettlingProcessor,
  read: Settlement,
  { zone, today }: { zone: string; today: string },
): Promise<Foreseen> {
  const processorId = processor.id;
  const cards = await tillCards(db, { processorId, zone }, read.transactions);
  const compared = compareCards(read.transactions, cards);
  const { schemes, named } = towardsTill(read, cards, compared);
  const settlement = { ...read, schemes };
  const dates = [...new Set(schemes.map(({ batchDate }) => batchDate))];
  const batches = dates.length ? await batchSchemes(db, processorId, dates) : [];
  const carriedBeforeMinor = await carriedBy(db, processorId);
  const parts = await heldBy(db, 'processorBalance', [atProcessor(processorId)]);
  const sources = await partSources(db, { processorId, date: read.date }, read.parts);
  const decided = decideSettlement(
    settlement,
    batches,
    { balanceMinor: carriedBeforeMinor, parts },
    settledAt(processor, {
      scheme: schemes[0]?.scheme ?? '',
      // It may be told before its day: nothing is of a day that has not come.
      day: read.date > today ? today : read.date,
    }),
    named,
    sources,
  );
  return { settlement, cards, compared, sources, carriedBeforeMinor, decided };
}

/** What a processor carries of negative settlements; not above zero. */
async function carriedBy(db: Db, processorId: number): Promise<number> {
  const found = await row<{ total: string | null }>(
    db,
    'SELECT SUM(carried_minor) AS total FROM settlement WHERE processor_id = ? AND standing',
    [processorId],
  );
  return toMinor(found?.total);
}

/** The same payout, or bill of fees, that stands already, by its number. */
export const knownPayout = (
  db: Db,
  processorId: number,
  { reference, date }: Pick<Settlement, 'reference' | 'date'>,
) =>
  row<{ number: string; netMinor: number }>(
    db,
    `SELECT CONCAT(d.series, '-', d.number) AS number, s.net_minor AS netMinor
     FROM settlement s
     JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE s.processor_id = ? AND s.reference = ? AND s.date = ? AND s.standing
     UNION ALL
     SELECT CONCAT(d.series, '-', d.number), -b.amount_minor
     FROM fee_bill b
     JOIN document d ON d.kind = 'feeBill' AND d.subject_id = b.id
     WHERE b.processor_id = ? AND b.reference = ? AND b.date = ? AND b.standing`,
    [processorId, reference.slice(0, 40), date, processorId, reference.slice(0, 40), date],
  );
