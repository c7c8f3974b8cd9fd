import { addDays } from '@abacist/core/dates';
import type { Shop } from '../context';

/** The day on which something of the bank's is posted: its own, or the first open one where that is filed. */
export const openDay = ({ filedThrough }: Shop, date: string): string =>
  filedThrough !== null && date <= filedThrough ? addDays(filedThrough, 1) : date;
