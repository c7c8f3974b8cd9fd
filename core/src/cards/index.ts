/**
 * Guards against card numbers in text. Prefixes that issuers use for payment cards, by the
 * first digits: kept broad, since a number wrongly let through costs more than one refused.
 */
const PREFIXES = /^(?:4|5[0-8]|2[2-7]|3[04-9]|6[0-9]|81|9792)/;

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

type Found = { start: number; end: number; lastFour: string };

/**
 * Where full card numbers stand in a text: 13–19 digits, with single spaces or hyphens between.
 * A number beside other digits (`… 1111 12/29`) is found too: every run of whole groups is tried.
 */
export function findCardNumbers(text: string): Found[] {
  const found: Found[] = [];
  const groups = [...text.matchAll(/\d+/g)].map((m) => ({ start: m.index, digits: m[0] }));
  for (let first = 0; first < groups.length; first += 1) {
    let digits = '';
    for (let last = first; last < groups.length; last += 1) {
      const { start, digits: more } = groups[last]!;
      const before = groups[last - 1];
      const gap =
        last > first && before ? text.slice(before.start + before.digits.length, start) : '';
      digits += more;
      if (!/^[ -]?$/.test(gap) || digits.length > 19) break;
      if (digits.length >= 13 && PREFIXES.test(digits) && passesMod10(digits)) {
        found.push({
          start: groups[first]!.start,
          end: start + more.length,
          lastFour: digits.slice(-4),
        });
        first = last;
        break;
      }
    }
  }
  return found;
}

export function holdsCardNumber(text: string): boolean {
  return findCardNumbers(text).length > 0;
}

/** Imported text with each card number masked to its last four digits, and how many. */
export function maskCardNumbers(text: string): { text: string; masked: number } {
  const found = findCardNumbers(text);
  let masked = text;
  for (const { start, end, lastFour } of found.reverse()) {
    masked = `${masked.slice(0, start)}•••• ${lastFour}${masked.slice(end)}`;
  }
  return { text: masked, masked: found.length };
}
