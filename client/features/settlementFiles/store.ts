import { create } from 'zustand';
import type { PickedFile } from '~/ui/FilePick';

/** The file that was picked, until it is posted or left: files are not kept over a reload. */
export const usePicked = create<{
  /** `times`: picked so often, whatever it is called. */
  picked: { processorId: number; file: PickedFile; times: number } | null;
  pick: (processorId: number, file: PickedFile) => void;
}>((set) => ({
  picked: null,
  pick: (processorId, file) =>
    set(({ picked }) => ({
      picked: { processorId, file, times: (picked?.times ?? 0) + 1 },
    })),
}));
