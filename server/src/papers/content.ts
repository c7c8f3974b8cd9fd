/** A paper in words, ready to be laid out: on a page, on a roll, or for the roll printer. */
export type PaperContent = {
  shop: { name: string; lines: string[]; foot: string };
  /** What it is, with its number. */
  title: string;
  /** COPY or VOID, in sight. */
  marks: string[];
  /** Date, who served, who it is for. */
  head: string[];
  /** What is said before the lines, a paragraph each. */
  letter?: string[];
  /** Whether prices stand on it; a delivery note has none. */
  priced: boolean;
  lines: PaperLine[];
  /** What the lines come to, tax by authority, tenders. */
  sums: { label: string; amount: string; strong?: boolean }[];
  notes: string[];
  /** Signatures with the words under each: PNGs in base64. */
  signatures?: { png: string; words: string }[];
  /** The document's number as a barcode. */
  barcode: string;
};

export type PaperLine = {
  name: string;
  details: string[];
  quantity: string;
  price: string;
  amount: string;
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
