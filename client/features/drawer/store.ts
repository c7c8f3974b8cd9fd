import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { CountWay, Entry } from './entry';

type Draft = {
  entries: Record<string, Entry>;
  way: CountWay;
  note: string;
  cheques: number[];
  /** What the terminal’s report says, by pot. */
  cards: Record<string, string>;
  signed: boolean;
};
type CountStore = {
  drafts: Record<string, Draft>;
  change: (session: number, change: Partial<Draft>) => void;
  type: (session: number, denomination: number, typed: Entry) => void;
  toggleCheque: (session: number, cheque: number) => void;
  /** The fields are emptied; how it is counted and the note stay. */
  again: (session: number) => void;
  clear: (session: number) => void;
};

const EMPTY: Draft = {
  entries: {},
  way: 'pieces',
  note: '',
  cheques: [],
  cards: {},
  signed: false,
};

/** Counts under way, by drawer session; they survive a reload. */
export const useCounts = create<CountStore>()(
  persist(
    (set) => {
      const change = (session: number, next: (draft: Draft) => Partial<Draft>) =>
        set(({ drafts }) => {
          const draft = drafts[session] ?? EMPTY;
          return { drafts: { ...drafts, [session]: { ...draft, ...next(draft) } } };
        });
      return {
        drafts: {},
        change: (session, part) => change(session, () => part),
        type: (session, denomination, typed) =>
          change(session, ({ entries }) => ({
            entries: {
              ...entries,
              // An amount stands for what was typed of pieces and rolls, and the other way round.
              [denomination]:
                'amount' in typed ? typed : { ...entries[denomination], ...typed, amount: '' },
            },
          })),
        toggleCheque: (session, cheque) =>
          change(session, ({ cheques }) => ({
            cheques: cheques.includes(cheque)
              ? cheques.filter((one) => one !== cheque)
              : [...cheques, cheque],
          })),
        again: (session) => change(session, () => ({ entries: {}, cheques: [] })),
        clear: (session) =>
          set(({ drafts }) => {
            const { [session]: _done, ...rest } = drafts;
            return { drafts: rest };
          }),
      };
    },
    { name: 'abacist.counts', version: 2, migrate: () => ({ drafts: {} }) },
  ),
);

/** The draft of a session's count. */
export function useDraft(session: number): Draft {
  return useCounts((state) => state.drafts[session]) ?? EMPTY;
}
