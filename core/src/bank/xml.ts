import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { accept, refuse, type Outcome } from '../outcome';

/* What the readers of XML statements share: nothing is expanded, nothing guessed, depth is bounded. */

export type Node = { [name: string]: unknown };

/** The standards nest no deeper than some twenty elements. */
const MOST_DEPTH = 60;

/**
 * The elements of a document: text as it stands, no numbers made of it, no entities expanded.
 * Refusals: `xml.doctype`, `xml.tooDeep` (most), `xml.notXml` at its line
 * @param repeated elements that may stand more than once
 */
export function readXml(text: string, repeated: readonly string[]): Outcome<Node> {
  if (/<!DOCTYPE|<!ENTITY/i.test(text)) return refuse('xml.doctype');
  if (isTooDeep(text)) return refuse('xml.tooDeep', undefined, { most: MOST_DEPTH });
  const valid = XMLValidator.validate(text);
  if (valid !== true) return refuse('xml.notXml', `line ${valid.err.line}`);
  const parser = new XMLParser({
    ...{ parseTagValue: false, parseAttributeValue: false, ignoreAttributes: false },
    ...{ attributeNamePrefix: '@', removeNSPrefix: true, processEntities: false },
    isArray: (name) => repeated.includes(name),
  });
  try {
    return accept(parser.parse(text) as Node);
  } catch {
    // The validator lets some broken heads pass that the parser does not.
    return refuse('xml.notXml', 'line 1');
  }
}

/** Whether elements are nested deeper than any statement’s: what follows reads them one in another. */
function isTooDeep(text: string): boolean {
  let depth = 0;
  for (const [, end, , empty] of text.matchAll(
    /<(\/)?([A-Za-z_][^\s<>/]{0,80})[^<>]*?(\/)?>/g,
  )) {
    depth += end ? -1 : empty ? 0 : 1;
    if (depth > MOST_DEPTH) return true;
  }
  return false;
}

export function child(node: Node | undefined, name: string): Node | undefined {
  const found = node?.[name];
  const one: unknown = Array.isArray(found) ? found[0] : found;
  return typeof one === 'object' && one !== null ? (one as Node) : undefined;
}

export function list(node: Node | undefined, name: string): Node[] {
  const found = node?.[name];
  if (found === undefined || found === '') return [];
  return (Array.isArray(found) ? found : [found]) as Node[];
}

export function leaf(node: Node | undefined, name: string): string {
  return leaves(node, name)[0] ?? '';
}

export function leaves(node: Node | undefined, name: string): string[] {
  const found = node?.[name];
  const all: unknown[] = Array.isArray(found) ? found : found === undefined ? [] : [found];
  return all.map((one) => {
    const text = typeof one === 'object' && one !== null ? (one as Node)['#text'] : one;
    return unescapeXml(typeof text === 'string' ? text.trim() : '');
  });
}

/** The five entities of XML itself and characters by their number; others are not expanded (no entity expansion attacks). */
function unescapeXml(text: string): string {
  const known: Record<string, string> = { lt: '<', gt: '>', quot: '"', apos: "'", amp: '&' };
  return text.replace(
    /&(?:(lt|gt|quot|apos|amp)|#(\d{1,7})|#x([0-9A-Fa-f]{1,6}));/g,
    (whole, name: string | undefined, decimal: string | undefined, hex: string) => {
      if (name) return known[name]!;
      const point = decimal ? Number(decimal) : parseInt(hex, 16);
      return point > 0 && point <= 0x10ffff ? String.fromCodePoint(point) : whole;
    },
  );
}
