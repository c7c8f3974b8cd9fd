import { create } from 'zustand';
import { persist } from 'zustand/middleware';

type SlipDraft = {
  picked: number[];
  totalText: string;
  reference: string;
  /** The bank account that it goes to; null: the first. */
  accountId: number | null;
  /** Pieces by denomination, where its cash is counted for it. */
  pieces: Record<string, string>;
  counts: boolean;
  change: (part: Partial<Pick<SlipDraft, 'accountId' | 'counts'>>) => void;
  setPieces: (denomination: number, pieces: string) => void;
  toggle: (safeItemId: number) => void;
  pickAll: (safeItemIds: number[]) => void;
  setTotal: (text: string) => void;
  setReference: (text: string) => void;
  clear: () => void;
};

/** The deposit slip under way; it survives a reload. */
export const useSlip = create<SlipDraft>()(
  persist(
    (set) => ({
      picked: [],
      totalText: '',
      reference: '',
      accountId: null,
      pieces: {},
      counts: false,
      change: (part) => set(part),
      setPieces: (denomination, text) =>
        set(({ pieces }) => ({ pieces: { ...pieces, [denomination]: text } })),
      toggle: (id) =>
        set(({ picked }) => ({
          picked: picked.includes(id) ? picked.filter((one) => one !== id) : [...picked, id],
        })),
      pickAll: (picked) => set({ picked }),
      setTotal: (totalText) => set({ totalText }),
      setReference: (reference) => set({ reference }),
      clear: () =>
        set({ picked: [], totalText: '', reference: '', pieces: {}, counts: false }),
    }),
    { name: 'abacist.slip' },
  ),
);
