import { createHash } from 'node:crypto';
import {
  lineIdentities,
  readStatementFile,
  type LinesAlone,
  type Statement,
  type StatementLine,
} from '@abacist/core/bank';
import { maskCardNumbers } from '@abacist/core/cards';
import type { Watch } from '@abacist/core/csv';
import { refuse, type Outcome } from '@abacist/core/outcome';
import {
  isOfLayout,
  readMapped,
  type MappedStatement,
  type OfAccount,
  type StatementMapping,
} from '@abacist/core/statementTables';
import { recogniseStatement } from '@abacist/core/statementFormats';
import { readsFile } from './fileWork';
import { tableOf } from './tableFile';

/** A line as it is kept: people's words masked, and what it is known by. */
export type ReadLine = StatementLine & { identity: string; masked: number };
/** Balances are null where a bank's table has none. */
export type ReadStatement = Omit<Statement, 'lines' | 'openingMinor' | 'closingMinor'> &
  Pick<MappedStatement, 'openingMinor' | 'closingMinor'> & { lines: ReadLine[] };

export type BankFileWork = {
  bytes: Uint8Array;
  /** By which a table is read; null: by the first of those that are known and whose heads it has. */
  table: { account: OfAccount; mapping: StatementMapping } | null;
  known: readonly { account: OfAccount; mapping: StatementMapping }[];
};

/** Reads a statement off the main thread. */
export default readsFile<BankFileWork, ReadStatement[]>(
  async ({ bytes, table, known }, watch) => {
    const file = await tableOf(Buffer.from(bytes));
    if (!file.ok) return file;
    const asTable =
      table ?? known.find(({ mapping }) => isOfLayout(file.value, mapping)) ?? null;
    const named = 'text' in file.value && recogniseStatement(file.value.text) !== 'csv';
    const read: Outcome<readonly Read[]> =
      asTable && !named
        ? one(readMapped(file.value, asTable.mapping, asTable.account, watch))
        : 'text' in file.value
          ? readStatementFile(file.value.text, watch)
          : refuse('statement.unknownTable', 'file');
    if (!read.ok) return read;
    return { ok: true, value: read.value.map((statement) => toKeep(statement, watch)) };
  },
);

/** A statement as its reader says it. */
type Read = Statement | LinesAlone | MappedStatement;

const one = (read: Outcome<MappedStatement>): Outcome<readonly Read[]> =>
  read.ok ? { ok: true, value: [read.value] } : read;

function toKeep(statement: Read, watch: Watch): ReadStatement {
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
