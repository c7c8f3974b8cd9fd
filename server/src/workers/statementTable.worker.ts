import type { Outcome } from '@abacist/core/outcome';
import {
  isOfLayout,
  lookAtStatement,
  readMapped,
  type MappedStatement,
  type OfAccount,
  type StatementMapping,
  type StatementTableLook,
} from '@abacist/core/statementTables';
import { readsFile } from './fileWork';
import { tableOf } from './tableFile';

export type StatementTableWork = {
  bytes: Uint8Array;
  account: OfAccount;
  /** Null: by a known one whose heads it has, else by a guess. */
  mapping: StatementMapping | null;
  known: readonly StatementMapping[];
};
export type StatementTableRead = { seen: StatementTableLook; whole: Outcome<MappedStatement> };

/** Looks at a bank's own table off the main thread; nothing of it is kept. */
export default readsFile<StatementTableWork, StatementTableRead>(
  async ({ bytes, account, mapping, known }, watch) => {
    const file = await tableOf(Buffer.from(bytes));
    if (!file.ok) return file;
    const given = mapping ?? known.find((one) => isOfLayout(file.value, one)) ?? null;
    const seen = lookAtStatement(file.value, given, account);
    if (!seen.ok) return seen;
    const whole = readMapped(file.value, given ?? seen.value.mapping, account, watch);
    return { ok: true, value: { seen: seen.value, whole } };
  },
);
