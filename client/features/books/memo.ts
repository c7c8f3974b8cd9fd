import type { EntryView } from '@abacist/contracts';

/** What was written to an entry; nothing where it only names its document again. */
export const memoOf = ({ memo }: Pick<EntryView, 'memo'>): string =>
  /^(slip|settlement) \d+$/.test(memo) ? '' : memo;
