/** A paper in words, ready to be laid out: on a page, on a roll, or for the roll printer. */
export type PaperContent = {
  shop: { name: string; lines: string[]; foot: string };
  /** What it is, with its number. */
  title: string;
  /** COPY or VOID, in sight. */
  marks: string[];
  /** Whom it is for: the name, then the address; nobody where it is empty. */
  to: string[];
  /** The day on it, as it is written. */
  date: string;
  /** Number, dates, who served: what stands beside the address. */
  facts: PaperFact[];
  /** What is said before the lines, a paragraph each. */
  letter?: string[];
  /** What stands over its columns, where that is not what stands there else. */
  heads?: Partial<Record<'name' | 'tax' | 'amount' | 'balance', string>>;
  /** Whether prices stand on it; a delivery note has none. */
  priced: boolean;
  lines: PaperLine[];
  /** What the lines come to, tax by authority, tenders. */
  sums: { label: string; amount: string; strong?: boolean }[];
  notes: string[];
  /** The part that goes back with a payment, below a line to cut at. */
  remittance?: string[];
  /** Signatures with the words under each: PNGs in base64. */
  signatures?: { png: string; words: string }[];
  /** The document's number as a barcode. */
  barcode: string;
  /** For whom each copy of its page is; left out: one page for whoever gets it. */
  copiesFor?: string[];
};

/** With a label: two columns. Without: a sentence of its own. */
export type PaperFact = { label: string; value: string };

export type PaperLine = {
  name: string;
  details: string[];
  quantity: string;
  price: string;
  amount: string;
  /** Columns that only a page has room for. */
  code?: string;
  date?: string;
  due?: string;
  tax?: string;
  balance?: string;
  /** What the lines come to so far: carried over to the next page. */
  soFar?: string;
  /** A heading between lines. */
  heading?: boolean;
};

/** What a paper's head needs of the shop. */
export type HeadOfShop = {
  name: string;
  address: string;
  taxNumbers: string;
  foot: string;
  locale: string;
  zone: string;
  currency: string;
};

/** As papers were kept before the address and the facts stood by themselves: lines of a head. */
type Earlier = Omit<PaperContent, 'to' | 'facts' | 'date'> & { head: string[] };

/** A paper that was kept as it was made. @param json as it was written then, by any version */
export function keptContent(json: string): PaperContent {
  const kept = JSON.parse(json) as PaperContent | Earlier;
  if (!('head' in kept)) return kept;
  const { head, ...rest } = kept;
  return {
    ...rest,
    to: [],
    date: head[0] ?? '',
    facts: head.map((value) => ({ label: '', value })),
  };
}
