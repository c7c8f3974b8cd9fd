import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Entry } from '~/features/drawer';

type SlipDraft = {
  picked: number[];
  totalText: string;
  reference: string;
  /** The bank account that it goes to; null: the first. */
  accountId: number | null;
  /** What is typed by denomination, where its cash is counted for it. */
  entries: Record<string, Entry>;
  counts: boolean;
  change: (part: Partial<Pick<SlipDraft, 'accountId' | 'counts'>>) => void;
  type: (denomination: number, typed: Entry) => void;
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
      entries: {},
      counts: false,
      change: (part) => set(part),
      type: (denomination, typed) =>
        set(({ entries }) => ({
          entries: { ...entries, [denomination]: { ...entries[denomination], ...typed } },
        })),
      toggle: (id) =>
        set(({ picked }) => ({
          picked: picked.includes(id) ? picked.filter((one) => one !== id) : [...picked, id],
        })),
      pickAll: (picked) => set({ picked }),
      setTotal: (totalText) => set({ totalText }),
      setReference: (reference) => set({ reference }),
      clear: () =>
        set({ picked: [], totalText: '', reference: '', entries: {}, counts: false }),
    }),
    { name: 'abacist.slip' },
  ),
);

/** Which of the shop's bank accounts the statement lane shows; null: the first. */
export const useLane = create<{ accountId: number | null; show: (id: number) => void }>()(
  persist((set) => ({ accountId: null, show: (accountId) => set({ accountId }) }), {
    name: 'abacist.lane',
  }),
);
