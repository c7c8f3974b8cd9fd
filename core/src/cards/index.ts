/**
 * Guards against card numbers in text. Prefixes that issuers use for payment cards, by the
 * first digits: kept broad, since a number wrongly let through costs more than one refused.
 */
const PREFIXES = /^(?:4|5[0-8]|2[2-7]|3[04-9]|6[0-9]|81|9792)/;

/** What may stand between two digits of a number, and how many such signs. */
const MOST_BETWEEN = 3;
const [SHORTEST, LONGEST] = [13, 19];
/** MMYY, or MMYYYY, glued on behind the number. */
const EXPIRY = /^(?:0[1-9]|1[0-2])(?:\d{2}|20\d{2})$/;

/** The mod-10 double-add-double check of ISO/IEC 7812-1, annex B, on a string of digits. */
export function passesMod10(digits: string): boolean {
  let total = 0;
  for (let i = 0; i < digits.length; i += 1) {
    const digit = digits.charCodeAt(digits.length - 1 - i) - 48;
    const doubled = i % 2 === 0 ? digit : digit * 2;
    total += doubled > 9 ? doubled - 9 : doubled;
  }
  return total % 10 === 0;
}

/** Digits that stand together, with where each stands in the text. */
type Group = { digits: string; starts: number[]; ends: number[]; gapBefore: number };

/**
 * The value of a digit of any script: its place in its block of ten, since Unicode keeps the
 * decimal digits of a script together in order (The Unicode Standard, chapter 4.6).
 */
function digitValue(codePoint: number): number {
  let zero = codePoint;
  while (/\p{Nd}/u.test(String.fromCodePoint(zero - 1))) zero -= 1;
  return (codePoint - zero) % 10;
}

/**
 * Digits by groups after Unicode normalisation: full width and other scripts' digits count, what
 * is invisible is not there, and up to three signs that are no letters may stand between groups.
 */
function groupsOf(text: string): Group[] {
  const groups: Group[] = [];
  let gap = Infinity;
  let at = 0;
  for (const char of text) {
    const [start, end] = [at, at + char.length];
    at = end;
    for (const sign of char.normalize('NFKC')) {
      if (/[\p{Cf}\p{M}]/u.test(sign)) continue;
      if (!/\p{Nd}/u.test(sign)) {
        gap = /\p{L}/u.test(sign) ? Infinity : gap + 1;
        continue;
      }
      if (gap > 0) groups.push({ digits: '', starts: [], ends: [], gapBefore: gap });
      const group = groups.at(-1)!;
      group.digits += String(digitValue(sign.codePointAt(0)!));
      group.starts.push(start);
      group.ends.push(end);
      gap = 0;
    }
  }
  return groups;
}

/** How many of these digits are a card number: all, or all but an expiry behind it; 0 for none. */
function cardLength(digits: string): number {
  const isCard = (number: string) =>
    number.length >= SHORTEST &&
    number.length <= LONGEST &&
    PREFIXES.test(number) &&
    passesMod10(number);
  if (isCard(digits)) return digits.length;
  for (const glued of [4, 6]) {
    const number = digits.slice(0, -glued);
    if (EXPIRY.test(digits.slice(-glued)) && isCard(number)) return number.length;
  }
  return 0;
}

type Found = { start: number; end: number; lastFour: string };

/**
 * Where full card numbers stand in a text: 13–19 digits of any script, with up to three signs that
 * are no letters between them. A number beside other digits (`… 1111 12/29`) is found too: every
 * run of whole groups is tried.
 */
export function findCardNumbers(text: string): Found[] {
  const found: Found[] = [];
  const groups = groupsOf(text);
  for (let first = 0; first < groups.length; first += 1) {
    let digits = '';
    let starts: number[] = [];
    let ends: number[] = [];
    for (let last = first; last < groups.length; last += 1) {
      const group = groups[last]!;
      if (last > first && group.gapBefore > MOST_BETWEEN) break;
      digits += group.digits;
      if (digits.length > LONGEST + 6) break;
      starts = starts.concat(group.starts);
      ends = ends.concat(group.ends);
      const length = cardLength(digits);
      if (length === 0) continue;
      found.push({
        start: starts[0]!,
        end: ends[length - 1]!,
        lastFour: digits.slice(length - 4, length),
      });
      first = last;
      break;
    }
  }
  return found;
}

export function holdsCardNumber(text: string): boolean {
  return findCardNumbers(text).length > 0;
}

/** Whether a plain text has not even the digits of the shortest number: most texts of large files. */
function tooFewDigits(text: string): boolean {
  let digits = 0;
  for (let i = 0; i < text.length; i += 1) {
    const code = text.charCodeAt(i);
    // Digits of other scripts, and signs that normalise to several: looked at in full.
    if (code > 126) return false;
    if (code >= 48 && code <= 57) digits += 1;
  }
  return digits < SHORTEST;
}

/** Imported text with each card number masked to its last four digits, and how many. */
export function maskCardNumbers(text: string): { text: string; masked: number } {
  if (tooFewDigits(text)) return { text, masked: 0 };
  const found = findCardNumbers(text);
  let masked = text;
  for (const { start, end, lastFour } of found.reverse()) {
    masked = `${masked.slice(0, start)}•••• ${lastFour}${masked.slice(end)}`;
  }
  return { text: masked, masked: found.length };
}
