import { sum } from '@abacist/core/money';
import { atProcessor } from '@abacist/core/takings';
import { rows } from '../../db/pool';
import { heldBy } from '../../takings/held';
import type { Finder } from '../room';

/** Negative settlements that a processor carries, until a later one has cleared them. */
export const settlementCarried: Finder = async ({ db }) => {
  const found = await rows<{ id: number; processor: string; date: string }>(
    db,
    `SELECT p.id, p.name AS processor, MIN(s.date) AS date
     FROM settlement s JOIN processor p ON p.id = s.processor_id
     WHERE s.carried_minor < 0 AND s.cleared_by_id IS NULL AND s.standing
     GROUP BY p.id, p.name`,
  );
  const held = await heldBy(db, 'processorBalance');
  return found
    .map(({ id, processor, date }) => ({
      code: 'settlementCarried' as const,
      since: date,
      amountMinor: sum(
        held
          .filter(({ holder }) => holder === atProcessor(id))
          .map(({ amountMinor }) => amountMinor),
      ),
      params: { processor, date },
      path: '/bank/cards',
    }))
    .filter(({ amountMinor }) => amountMinor !== 0);
};
