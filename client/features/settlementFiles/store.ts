import type { Mapping } from '@abacist/core/settlementMapping';
import { create } from 'zustand';
import type { PickedFile } from '~/ui/FilePick';

/** What a person is doing with a file: how it is read, as far as it is made out. */
type Making = {
  mapping: Mapping | null;
  editing: boolean;
  saveAs: string;
};
const BEGIN: Making = { mapping: null, editing: false, saveAs: '' };

/**
 * The file that was picked, until it is posted or left, and what was made of it: a screen that turns
 * from tall to wide keeps it. Files are not kept over a reload.
 */
export const usePicked = create<
  Making & {
    /** `times`: picked so often, whatever it is called. */
    picked: { processorId: number; file: PickedFile; times: number } | null;
    pick: (processorId: number, file: PickedFile) => void;
    change: (part: Partial<Making>) => void;
  }
>((set) => ({
  ...BEGIN,
  picked: null,
  pick: (processorId, file) =>
    set(({ picked }) => ({
      ...BEGIN,
      picked: { processorId, file, times: (picked?.times ?? 0) + 1 },
    })),
  change: (part) => set(part),
}));
