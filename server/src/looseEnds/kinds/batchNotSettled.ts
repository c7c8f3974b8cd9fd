import { sum } from '@abacist/core/money';
import { openBatches } from '../../settlements/batches';
import type { Finder } from '../room';

/** Closed batches that no settlement named and that are due. */
export const batchNotSettled: Finder = async ({ db, shop, today }) =>
  (await openBatches(db, shop))
    .filter(
      ({ dueDate, closed, settledInPart }) => closed && !settledInPart && dueDate < today,
    )
    .map(({ processor, batchDate, dueDate, schemes }) => ({
      code: 'batchNotSettled',
      since: dueDate,
      amountMinor: sum(schemes.map(({ amountMinor }) => amountMinor)),
      params: { processor, batchDate, dueDate },
      path: '/bank/cards',
    }));
