import { create } from 'zustand';
import { persist } from 'zustand/middleware';

type SlipDraft = {
  picked: number[];
  totalText: string;
  reference: string;
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
      toggle: (id) =>
        set(({ picked }) => ({
          picked: picked.includes(id) ? picked.filter((one) => one !== id) : [...picked, id],
        })),
      pickAll: (picked) => set({ picked }),
      setTotal: (totalText) => set({ totalText }),
      setReference: (reference) => set({ reference }),
      clear: () => set({ picked: [], totalText: '', reference: '' }),
    }),
    { name: 'abacist.slip' },
  ),
);
