import { temporal } from 'zundo';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { newKey } from '~/api/command';
import { EMPTY, type TotalsDraft, type TypedRow } from './draft';

type TotalsStore = {
  draft: TotalsDraft;
  /** The name that the next row gets: the empty one at the end of the list keeps it while it is typed in. */
  nextId: string;
  /** Changes from outside, such as a column chosen, are steps back as well as what is typed. */
  change: (part: Partial<TotalsDraft>) => void;
  cell: (key: string, text: string) => void;
  row: (row: TypedRow) => void;
  clear: () => void;
};

/** A name of its own for a row that is typed. */
export const newRowId = newKey;

/** How many steps can be undone. */
const STEPS = 200;

/** Days by their totals as they are typed; they survive a reload, and every step can be undone. */
export const useTotals = create<TotalsStore>()(
  temporal(
    persist(
      (set) => ({
        draft: EMPTY,
        nextId: newRowId(),
        change: (part) => set(({ draft }) => ({ draft: { ...draft, ...part } })),
        cell: (key, text) =>
          set(({ draft }) => ({
            draft: { ...draft, cells: { ...draft.cells, [key]: text } },
          })),
        row: (row) =>
          set(({ draft, nextId }) => ({
            ...(row.id === nextId && { nextId: newRowId() }),
            draft: {
              ...draft,
              rows: draft.rows.some(({ id }) => id === row.id)
                ? draft.rows.map((one) => (one.id === row.id ? row : one))
                : [...draft.rows, row],
            },
          })),
        clear: () => set(({ draft }) => ({ draft: { ...draft, cells: {}, rows: [] } })),
      }),
      { name: 'abacist.totals' },
    ),
    {
      limit: STEPS,
      partialize: ({ draft }) => ({ draft }),
      equality: (a, b) => a.draft === b.draft,
    },
  ),
);
