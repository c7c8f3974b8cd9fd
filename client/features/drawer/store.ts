import { create } from 'zustand';
import { persist } from 'zustand/middleware';

type Draft = { pieces: Record<string, string>; note: string; cheques?: number[] };
type CountStore = {
  drafts: Record<string, Draft>;
  setPieces: (session: number, denomination: number, pieces: string) => void;
  toggleCheque: (session: number, cheque: number) => void;
  setNote: (session: number, note: string) => void;
  clear: (session: number) => void;
};

const EMPTY: Draft = { pieces: {}, note: '' };

/** Counts under way, by drawer session; they survive a reload. */
export const useCounts = create<CountStore>()(
  persist(
    (set) => {
      const change = (session: number, next: (draft: Draft) => Draft) =>
        set(({ drafts }) => ({
          drafts: { ...drafts, [session]: next(drafts[session] ?? EMPTY) },
        }));
      return {
        drafts: {},
        setPieces: (session, denomination, pieces) =>
          change(session, (draft) => ({
            ...draft,
            pieces: { ...draft.pieces, [denomination]: pieces },
          })),
        toggleCheque: (session, cheque) =>
          change(session, (draft) => {
            const { cheques = [] } = draft;
            return {
              ...draft,
              cheques: cheques.includes(cheque)
                ? cheques.filter((one) => one !== cheque)
                : [...cheques, cheque],
            };
          }),
        setNote: (session, note) => change(session, (draft) => ({ ...draft, note })),
        clear: (session) =>
          set(({ drafts }) => {
            const { [session]: _done, ...rest } = drafts;
            return { drafts: rest };
          }),
      };
    },
    { name: 'abacist.counts' },
  ),
);

/** The draft of a session's count. */
export function useDraft(session: number): Draft {
  return useCounts((state) => state.drafts[session]) ?? EMPTY;
}
