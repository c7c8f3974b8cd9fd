import { mergeLines, type JournalLine } from './posting';

/**
 * Lines that would move cash in a drawer which is counted already: the count found its cash as it was, so
 * that they stand against over and short, on their own day and pot. All others stay as they are.
 */
export const onceCounted = (lines: readonly JournalLine[]): JournalLine[] =>
  mergeLines(
    lines.map((line) => {
      if (line.ledgerAccount !== 'drawer') return line;
      const { drawerId: _, ...rest } = line;
      return {
        ...rest,
        ledgerAccount: 'overAndShort',
        ...(line.tag && { tag: { ...line.tag, holder: 'spent' } }),
      };
    }),
  );
