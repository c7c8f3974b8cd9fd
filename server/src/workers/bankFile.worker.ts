import { createHash } from 'node:crypto';
import {
  lineIdentities,
  readStatementFile,
  type Statement,
  type StatementLine,
} from '@abacist/core/bank';
import { maskCardNumbers } from '@abacist/core/cards';
import type { Watch } from '@abacist/core/csv';
import { readsFile } from './fileWork';
import { textOf } from './tableFile';

/** A line as it is kept: people's words masked, and what it is known by. */
export type ReadLine = StatementLine & { identity: string; masked: number };
export type ReadStatement = Omit<Statement, 'lines'> & { lines: ReadLine[] };

export type BankFileWork = { bytes: Uint8Array };

/** Reads a statement off the main thread. */
export default readsFile<BankFileWork, ReadStatement[]>((work, watch) => {
  const text = textOf(Buffer.from(work.bytes));
  if (!text.ok) return text;
  const statements = readStatementFile(text.value.text, watch);
  if (!statements.ok) return statements;
  return { ok: true, value: statements.value.map((one) => toKeep(one, watch)) };
});

function toKeep(statement: Statement, watch: Watch): ReadStatement {
  const identities = lineIdentities(statement.lines);
  return {
    ...statement,
    lines: statement.lines.map((line, i): ReadLine => {
      // All of it is read by now: this only lets a person stop.
      watch(1, 1);
      // Bank ids and references are exempt: only the text that people write is masked.
      const { text, masked } = maskCardNumbers(line.text);
      const identity = createHash('sha256').update(identities[i]!).digest('hex');
      return { ...line, text, masked, identity };
    }),
  };
}
