import type { Watch } from '../csv';
import type { Outcome } from '../outcome';
import { readCamt053 } from './camt053';
import { readStatementCsv } from './csv';
import type { StatementFormat } from './formats';
import type { Statement } from './statement';

/** How a file of each format is read and checked whole; what it refuses stands beside each. */
export const READERS: Record<
  StatementFormat,
  (text: string, watch?: Watch) => Outcome<Statement[]>
> = { csv: readStatementCsv, 'camt.053': readCamt053 };
