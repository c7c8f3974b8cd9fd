import type { Watch } from '../csv';
import { accept, refuse, type Outcome } from '../outcome';
import { readBai2 } from './bai2';
import { readCamt } from './camt';
import { readStatementCsv } from './csv';
import { recogniseStatement, type StatementFormat } from './formats';
import { readMt940 } from './mt940';
import { readOfx } from './ofx';
import type { LinesAlone, Statement } from './statement';

/** How a file of each format is read and checked whole; what it refuses stands beside each. */
const READERS: Record<
  StatementFormat,
  (text: string, watch?: Watch) => Outcome<(Statement | LinesAlone)[]>
> = {
  csv: readStatementCsv,
  'camt.053': readCamt,
  'camt.052': readCamt,
  ofx: readOfx,
  mt940: readMt940,
  bai2: readBai2,
};

/**
 * The statements of a file, whatever bank's format it is in, each proven by its own sums.
 * Refusals: those of its reader; `statement.lineOutside` (text: the day; from, to)
 */
export function readStatementFile(
  text: string,
  watch?: Watch,
): Outcome<(Statement | LinesAlone)[]> {
  const read = READERS[recogniseStatement(text)](text, watch);
  if (!read.ok) return read;
  for (const { from, to, lines } of read.value) {
    const outside = lines.find(({ date }) => date < from || date > to);
    if (outside)
      return refuse('statement.lineOutside', undefined, { text: outside.date, from, to });
  }
  return accept(read.value);
}
