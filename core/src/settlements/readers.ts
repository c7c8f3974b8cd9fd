import type { Watch } from '../csv';
import type { Outcome } from '../outcome';
import type { SettlementFormat } from './formats';
import { readSettlement, type Settlement } from './read';

/** How a file of each layout is read and checked whole; what it refuses stands beside each. */
export const SETTLEMENT_READERS: Record<
  SettlementFormat,
  (text: string, currency: string, watch?: Watch) => Outcome<Settlement>
> = { csv: readSettlement };
