import type { Watch } from '../csv';
import type { Outcome } from '../outcome';
import { readBai2 } from './bai2';
import { readCamt } from './camt';
import { readStatementCsv } from './csv';
import type { StatementFormat } from './formats';
import { readMt940 } from './mt940';
import { readOfx } from './ofx';
import type { Statement } from './statement';

/** How a file of each format is read and checked whole; what it refuses stands beside each. */
export const READERS: Record<
  StatementFormat,
  (text: string, watch?: Watch) => Outcome<Statement[]>
> = {
  csv: readStatementCsv,
  'camt.053': readCamt,
  'camt.052': readCamt,
  ofx: readOfx,
  mt940: readMt940,
  bai2: readBai2,
};
