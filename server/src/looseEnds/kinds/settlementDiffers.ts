import { placeholders, rows, type Db } from '../../db/pool';
import { openSchemes } from '../../settlements/batches';
import type { Finder } from '../room';

type Differing = {
  id: number;
  number: string;
  date: string;
  scheme: string;
  batchDate: string;
  amountMinor: number;
};

/** What settlements and the till disagree about. */
export const settlementDiffers: Finder = async ({ db }) => {
  const differing = [...(await openDifferences(db)), ...(await unknownSchemes(db))];
  return differing.map(({ id, number, date, scheme, batchDate, amountMinor }) => ({
    code: 'settlementDiffers',
    since: date,
    amountMinor,
    params: { number, scheme, batchDate },
    path: `/bank/settlements/${id}`,
  }));
};

/** What settlements left open of batches that they named, or settled too much, as it stands now. */
async function openDifferences(db: Db): Promise<Differing[]> {
  const open = (await openSchemes(db)).filter(({ settlementId }) => settlementId !== null);
  if (open.length === 0) return [];
  const numbers = await rows<{ id: number; number: string; date: string }>(
    db,
    `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, s.date
     FROM settlement s JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE s.id IN (${placeholders(open.length)})`,
    open.map(({ settlementId }) => settlementId!),
  );
  return open.map(({ settlementId, scheme, batchDate, amountMinor, settledMinor }) => ({
    ...numbers.find(({ id }) => id === settlementId)!,
    scheme,
    batchDate,
    amountMinor: settledMinor - amountMinor,
  }));
}

/** What settlements name and the till has no batch or scheme for. */
function unknownSchemes(db: Db): Promise<Differing[]> {
  return rows<Differing>(
    db,
    `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, s.date, c.scheme,
       c.batch_date AS batchDate, c.difference_minor AS amountMinor
     FROM settlement_scheme c
     JOIN settlement s ON s.id = c.settlement_id AND s.standing
     JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE c.batch_id IS NULL AND c.difference_minor <> 0`,
  );
}
