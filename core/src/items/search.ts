/**
 * Text as it is searched: without case and accents, words apart by one space. Stored beside the
 * item and applied to what is typed, so that both sides agree.
 * @example searchable('Élan  Rope-12') // 'elan rope-12'
 */
export function searchable(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .trim()
    .replace(/\s+/g, ' ');
}

/** The words of a search, each of which must be found. */
export function searchWords(text: string): string[] {
  return searchable(text).split(' ').filter(Boolean).slice(0, 6);
}
