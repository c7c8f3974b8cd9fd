import { createHash } from 'node:crypto';
import {
  lineIdentities,
  readCamt053,
  readStatementCsv,
  type Statement,
  type StatementLine,
} from '@abacist/core/bank';
import { maskCardNumbers } from '@abacist/core/cards';
import type { Outcome } from '@abacist/core/outcome';
import { readSettlement, type Settlement } from '@abacist/core/settlements';

/** A line as it is kept: people's words masked, and what it is known by. */
export type ReadLine = StatementLine & { identity: string; masked: number };
export type ReadStatement = Omit<Statement, 'lines'> & { lines: ReadLine[] };

export type BankFileWork =
  | { what: 'settlement'; text: string; currency: string }
  | { what: 'statement'; text: string; format: keyof typeof READERS };

const READERS = { csv: readStatementCsv, 'camt.053': readCamt053 };

/** Reads a settlement or a statement off the main thread. */
export default function read(work: BankFileWork): Outcome<Settlement | ReadStatement[]> {
  if (work.what === 'settlement') return readSettlement(work.text, work.currency);
  const statements = READERS[work.format](work.text);
  if (!statements.ok) return statements;
  return { ok: true, value: statements.value.map(toKeep) };
}

function toKeep(statement: Statement): ReadStatement {
  const identities = lineIdentities(statement.lines);
  return {
    ...statement,
    lines: statement.lines.map((line, i): ReadLine => {
      // Bank ids and references are exempt: only the text that people write is masked.
      const { text, masked } = maskCardNumbers(line.text);
      const identity = createHash('sha256').update(identities[i]!).digest('hex');
      return { ...line, text, masked, identity };
    }),
  };
}
