import type { StatementMapping } from '@abacist/core/statementMapping';
import { create } from 'zustand';
import type { PickedFile } from '~/ui/FilePick';

type Making = {
  /** What a person made out of it; null: what is known or guessed. */
  mapping: StatementMapping | null;
  opening: string;
  saveAs: string;
  bankAccountId: number | null;
};
const BEGIN: Making = { mapping: null, opening: '', saveAs: '', bankAccountId: null };

/** A bank's own table that was picked, until it is imported or left. Files are not kept over a reload. */
export const useTable = create<
  Making & {
    file: PickedFile | null;
    pick: (file: PickedFile, bankAccountId: number | null) => void;
    change: (part: Partial<Making>) => void;
  }
>((set) => ({
  ...BEGIN,
  file: null,
  pick: (file, bankAccountId) => set({ ...BEGIN, file, bankAccountId }),
  change: (part) => set(part),
}));
