import { MOVEMENT_KINDS } from '@abacist/core/movements';
import { windowOf } from '@abacist/core/matching';
import { placeholders, rows, type Db } from '../../db/pool';
import { holidaysAround } from '../../settings/holidays';
import { MOVEMENT_STORES } from '../../movements';
import { heldBy } from '../../takings/held';
import type { Finder, Found } from '../room';

type Late = {
  holderId: number;
  number: string;
  dueDate: string;
  name: string;
  saleId: number;
};

/** What no takings are in is in transit while no line shows it. */
async function addUntagged(db: Db, inTransit: Map<string, number>): Promise<void> {
  for (const { untagged, table, standing, amount, holder } of Object.values(MOVEMENT_STORES)) {
    if (untagged === undefined) continue;
    const found = await rows<{ id: number; amount: number }>(
      db,
      `SELECT ${holder.id} AS id, ${amount} AS amount FROM ${table} s
       WHERE s.match_group_id IS NULL AND ${standing} AND ${untagged}`,
    );
    for (const { id, amount: minor } of found) inTransit.set(`${holder.word} ${id}`, minor);
  }
}

/**
 * What is in transit, as the journal's tags say, and should have been at the bank by now.
 */
export const lateAtBank: Finder = async ({ db, shop, today }) => {
  const held = await heldBy(db, 'bankInTransit');
  const holidays = holidaysAround(shop.holidayRegion, today);
  const inTransit = new Map<string, number>();
  for (const { holder, amountMinor } of held)
    inTransit.set(holder, (inTransit.get(holder) ?? 0) + amountMinor);
  await addUntagged(db, inTransit);
  const lists = MOVEMENT_KINDS.map(async (kind): Promise<Found[]> => {
    const { holder, late, table, joins, number, name, dueDate, saleId } =
      MOVEMENT_STORES[kind];
    const ids = [...inTransit.keys()].flatMap((one) => {
      const [word, id] = one.split(' ');
      return word === holder.word ? [Number(id)] : [];
    });
    if (ids.length === 0) return [];
    const found = await rows<Late>(
      db,
      `SELECT ${holder.id} AS holderId, ${number} AS number, ${dueDate} AS dueDate,
         ${name} AS name, ${saleId ?? '0'} AS saleId
       FROM ${table} s ${joins} WHERE ${holder.id} IN (${placeholders(ids.length)})`,
      ids,
    );
    return found
      .filter((one) => windowOf({ kind, dueDate: one.dueDate }, holidays).to < today)
      .map((one): Found => {
        const amountMinor = inTransit.get(`${holder.word} ${one.holderId}`)!;
        return {
          code: late.code,
          since: one.dueDate,
          // Our cheque is told as it is written.
          amountMinor: late.toTicket ? -amountMinor : amountMinor,
          params: {
            number: one.number,
            date: one.dueDate,
            ...(late.toTicket && { payee: one.name }),
          },
          path: late.toTicket ? `/sales/${one.saleId}` : '/bank/statement',
        };
      });
  });
  return (await Promise.all(lists)).flat();
};
