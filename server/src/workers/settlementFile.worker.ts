import { refuse, type Outcome, type Refusal } from '@abacist/core/outcome';
import {
  lookAt,
  mappingGaps,
  OWN_LAYOUT,
  readMapped,
  type FileLook,
  type Mapping,
  type MappingGap,
  type ReadFile,
  type ReadWith,
} from '@abacist/core/settlements';
import { readsFile } from './fileWork';
import { tableOf } from './tableFile';

export type SettlementFileWork = {
  bytes: Uint8Array;
  /** By which it is read; null: by a known one, else looked at by a guess. */
  mapping: Mapping | null;
  known: readonly Mapping[];
  shop: ReadWith & { merchant: string };
  /** Looked at before anything of it is kept: what can't be read is told beside it. */
  look: boolean;
};

export type SettlementFileRead =
  | { look: false; file: ReadFile }
  | {
      look: true;
      seen: FileLook;
      gaps: MappingGap[];
      file: ReadFile | null;
      refusals: Refusal[];
    };

/** Reads a processor's file off the main thread. */
export default readsFile<SettlementFileWork, SettlementFileRead>(
  async ({ bytes, mapping, known, shop, look }, watch) => {
    const table = await tableOf(Buffer.from(bytes));
    if (!table.ok) return table;
    if (!look) {
      const file = readMapped(table.value, mapping ?? OWN_LAYOUT, shop, watch);
      return file.ok ? { ok: true, value: { look, file: file.value } } : file;
    }
    const seen = lookAt(table.value, mapping, known, shop);
    if (!seen.ok) return seen;
    const used = mapping ?? seen.value.mapping;
    const gaps = mappingGaps(used);
    const file: Outcome<ReadFile> = gaps.length
      ? refuse('settlement.mappingGap')
      : readMapped(table.value, used, shop, watch);
    return {
      ok: true,
      value: {
        ...{ look, seen: seen.value, gaps, file: file.ok ? file.value : null },
        refusals: file.ok || gaps.length ? [] : file.refusals,
      },
    };
  },
);
