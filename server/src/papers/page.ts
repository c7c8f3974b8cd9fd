import type { PaperContent, PaperLine } from './content';
import { FADED, INK, MM, RULE, type Doc } from './fonts';
import { word, type PaperWord } from './words';

/*
 * A paper as pages of A4 or Letter. Where a window envelope shows the address: 45 mm from the top and
 * 20 mm from the left, 85 mm wide (DIN 5008, form B; a folded Letter page shows the same place).
 */
export const MARGIN = 20 * MM;
const WINDOW = { top: 45 * MM, width: 85 * MM };
const TABLE_TOP = 98 * MM;
const SIZE = 10;
const SMALL = 8.5;
const GAP = 8;
const BARCODE = { width: 34 * MM, height: 8 * MM };
const SIGNATURE = { width: 180, height: 56 };
/** What stays free above the foot of a page: for what is carried over. */
const CARRY = 22;

type Field =
  'code' | 'name' | 'date' | 'due' | 'quantity' | 'price' | 'tax' | 'amount' | 'balance';
type Column = { field: Field; head: PaperWord; width: number; right: boolean };
/** In their order; a column in which nothing stands is left out. The name takes what the others leave. */
const COLUMNS: readonly Column[] = [
  { field: 'code', head: 'column_code', width: 52, right: false },
  { field: 'name', head: 'column_name', width: 0, right: false },
  { field: 'date', head: 'column_date', width: 92, right: false },
  { field: 'due', head: 'column_due', width: 92, right: false },
  { field: 'quantity', head: 'column_quantity', width: 48, right: true },
  { field: 'price', head: 'column_price', width: 54, right: true },
  { field: 'tax', head: 'column_tax', width: 62, right: true },
  { field: 'amount', head: 'column_amount', width: 68, right: true },
  { field: 'balance', head: 'column_balance', width: 76, right: true },
];
type Placed = Column & { x: number };

/** Lays a paper out from the page that is there, on as many as it needs. */
export function drawPage(
  doc: Doc,
  content: PaperContent,
  logo: Uint8Array | null,
  barcode: Uint8Array,
): void {
  const width = doc.page.width - 2 * MARGIN;
  letterhead(doc, content, width, logo);
  const end = Math.max(addressed(doc, content), facts(doc, content, width));
  doc.y = content.to.length ? Math.max(end, TABLE_TOP) : end + 12;
  letter(doc, content, width);
  table(doc, content, width);
  sums(doc, content, width);
  foot(doc, content, width, barcode);
}

const bottomOf = (doc: Doc): number => doc.page.height - MARGIN;

function letterhead(
  doc: Doc,
  { shop }: PaperContent,
  width: number,
  logo: Uint8Array | null,
): void {
  const top = MARGIN;
  let left = MARGIN;
  if (logo) {
    const fit: [number, number] = [46 * MM, 16 * MM];
    doc.image(Buffer.from(logo), left, top, { fit });
    left += fit[0] + GAP;
  }
  doc
    .font('head')
    .fontSize(SIZE * 1.7)
    .fillColor(INK);
  doc.text(shop.name, left, top, { width: width / 2 - (left - MARGIN) + 40 });
  doc.font('text').fontSize(SMALL).fillColor(FADED);
  doc.text(shop.lines.join('\n'), MARGIN + width / 2, top, {
    width: width / 2,
    align: 'right',
  });
}

/** Whom it is for, in the window; answers where it ends. */
function addressed(doc: Doc, { shop, to }: PaperContent): number {
  if (to.length === 0) return MARGIN + 22 * MM;
  doc.font('text').fontSize(7).fillColor(FADED);
  const sender = [shop.name, ...shop.lines.slice(0, 2)].join(' · ');
  doc.text(sender, MARGIN, WINDOW.top, { width: WINDOW.width, height: 9, ellipsis: true });
  doc.fontSize(SIZE + 1).fillColor(INK);
  doc.text(to.join('\n'), MARGIN, WINDOW.top + 14, { width: WINDOW.width });
  return doc.y;
}

/** What it is, its number, its dates: at the right of the address; answers where it ends. */
function facts(
  doc: Doc,
  { title, marks, facts: list, to }: PaperContent,
  width: number,
): number {
  const beside = to.length > 0;
  const left = beside ? MARGIN + WINDOW.width + 12 : MARGIN;
  const room = beside ? width - WINDOW.width - 12 : width;
  doc.y = beside ? WINDOW.top : MARGIN + 22 * MM;
  doc
    .font('head')
    .fontSize(SIZE * 1.5)
    .fillColor(INK);
  doc.text(title, left, doc.y, { width: room });
  doc.font('strong').fontSize(SIZE * 1.2);
  for (const mark of marks) doc.text(mark, left, doc.y, { width: room });
  doc.y += 4;
  doc.fontSize(SIZE);
  for (const { label, value } of list) {
    const top = doc.y;
    const value_left = label ? left + 84 : left;
    if (label) doc.font('text').fillColor(FADED).text(label, left, top, { width: 80 });
    const after = label ? doc.y : top;
    doc.font('text').fillColor(INK);
    doc.text(value, value_left, top, { width: room - (value_left - left) });
    doc.y = Math.max(doc.y, after);
  }
  return doc.y;
}

function letter(doc: Doc, { letter: paragraphs }: PaperContent, width: number): void {
  if (!paragraphs) return;
  doc.font('text').fontSize(SIZE).fillColor(INK);
  for (const line of paragraphs) doc.text(line || ' ', MARGIN, doc.y, { width });
  doc.moveDown();
}

/** The columns that something stands in, each with its place. */
function placed(content: PaperContent, width: number): Placed[] {
  const used = COLUMNS.filter(
    ({ field }) =>
      field === 'name' || content.lines.some((line) => cellOf(content, line, field) !== ''),
  );
  const taken = used.reduce((sum, column) => sum + column.width, 0) + GAP * (used.length - 1);
  let x = MARGIN;
  return used.map((column) => {
    const wide = column.field === 'name' ? width - taken : column.width;
    const place = { ...column, width: wide, x };
    x += wide + GAP;
    return place;
  });
}

const PRICES: readonly Field[] = ['price', 'tax', 'amount', 'balance'];
const cellOf = ({ priced }: PaperContent, line: PaperLine, field: Field): string =>
  !priced && PRICES.includes(field) ? '' : (line[field] ?? '');

function rule(doc: Doc, width: number, from = MARGIN): void {
  doc.moveTo(from, doc.y).lineTo(MARGIN + width, doc.y);
  doc.lineWidth(0.5).strokeColor(RULE).stroke();
  doc.y += 5;
}

/** The lines under the heads of their columns; both stand on each page, with what was carried over. */
function table(doc: Doc, content: PaperContent, width: number): void {
  const columns = placed(content, width);
  const name = columns.find(({ field }) => field === 'name')!;
  const heads = () => {
    doc.font('text').fontSize(SMALL).fillColor(FADED);
    const top = doc.y;
    const own: Partial<Record<Field, string>> = content.heads ?? {};
    for (const { field, head, x, width: wide, right } of columns) {
      doc.text(own[field] ?? word(head), x, top, {
        width: wide,
        align: right ? 'right' : 'left',
      });
      doc.y = top;
    }
    doc.y = top + 13;
    rule(doc, width);
  };
  const carry = (words: PaperWord, amount: string) => {
    const at = columns.find(({ field }) => field === 'amount');
    if (!at || !amount) return;
    const top = doc.y;
    doc.font('text').fontSize(SIZE).fillColor(FADED);
    doc.text(word(words), name.x, top, { width: name.width });
    doc.text(amount, at.x, top, { width: at.width, align: 'right' });
    doc.y = top + 16;
  };
  heads();
  let soFar = '';
  for (const [i, line] of content.lines.entries()) {
    // A heading stands apart from what is above it.
    if (line.heading && i > 0) doc.y += 6;
    const cells = columns.map((column) => {
      const text = cellOf(content, line, column.field);
      doc.font(line.heading ? 'strong' : 'text').fontSize(SIZE);
      return {
        ...column,
        text,
        high: text ? doc.heightOfString(text, { width: column.width }) : 0,
      };
    });
    doc.font('text').fontSize(SMALL);
    const details = content.priced ? line.details.join('\n') : '';
    const under = details ? doc.heightOfString(details, { width: name.width }) : 0;
    const nameHigh = cells.find(({ field }) => field === 'name')!.high;
    const high = Math.max(nameHigh + under, ...cells.map((cell) => cell.high));
    if (doc.y + high + CARRY > bottomOf(doc)) {
      carry('carriedOver', soFar);
      doc.addPage();
      doc.y = MARGIN;
      heads();
      carry('broughtForward', soFar);
    }
    const top = doc.y;
    doc
      .font(line.heading ? 'strong' : 'text')
      .fontSize(SIZE)
      .fillColor(INK);
    for (const { text, x, width: wide, right } of cells) {
      if (text) doc.text(text, x, top, { width: wide, align: right ? 'right' : 'left' });
    }
    if (details) {
      doc.font('text').fontSize(SMALL).fillColor(FADED);
      doc.text(details, name.x, top + nameHigh, { width: name.width });
    }
    doc.y = top + high + 5;
    soFar = line.soFar ?? soFar;
  }
  rule(doc, width);
}

/** Totals and taxes in a block at the right; on one page with what follows, so that no page is a foot alone. */
function sums(doc: Doc, content: PaperContent, width: number): void {
  const high = content.sums.length * 18 + footHeight(doc, content, width);
  if (doc.y + Math.min(high, doc.page.height / 2) > bottomOf(doc)) {
    doc.addPage();
    doc.y = MARGIN;
  }
  const left = MARGIN + width * 0.45;
  const room = width * 0.55;
  for (const { label, amount, strong } of content.sums) {
    if (strong) rule(doc, width, left);
    const top = doc.y;
    doc
      .font(strong ? 'strong' : 'text')
      .fontSize(strong ? SIZE * 1.2 : SIZE)
      .fillColor(INK);
    doc.text(label, left, top, { width: room - 90 });
    const after = doc.y;
    doc.text(amount, left + room - 86, top, { width: 86, align: 'right' });
    doc.y = Math.max(after, doc.y) + 2;
  }
}

function footHeight(doc: Doc, content: PaperContent, width: number): number {
  const { notes, shop, signatures = [], remittance = [] } = content;
  doc.font('text').fontSize(SIZE);
  const texts = [...notes, ...signatures.map(({ words }) => words), ...remittance, shop.foot];
  const text = texts.reduce(
    (sum, note) => sum + doc.heightOfString(note || ' ', { width }),
    0,
  );
  return text + signatures.length * SIGNATURE.height + BARCODE.height + 6 * SIZE;
}

/** Terms and how to pay, who signed, what goes back with a payment; the barcode small in its corner. */
function foot(doc: Doc, content: PaperContent, width: number, barcode: Uint8Array): void {
  doc.font('text').fontSize(SIZE).fillColor(INK).moveDown(0.8);
  for (const note of content.notes) doc.text(note, MARGIN, doc.y, { width });
  for (const { png, words } of content.signatures ?? []) {
    const top = doc.y + 4;
    doc.image(Buffer.from(png, 'base64'), MARGIN, top, {
      fit: [SIGNATURE.width, SIGNATURE.height],
    });
    doc.y = top + SIGNATURE.height;
    doc.text(words, MARGIN, doc.y, { width });
  }
  const { shop, remittance = [] } = content;
  doc.fontSize(SMALL);
  const footText = width - BARCODE.width - 16;
  const text = remittance.length
    ? 0
    : doc.heightOfString(shop.foot || ' ', { width: footText });
  const part = remittance.length ? remittance.length * 17 + 14 : 0;
  const high = Math.max(text, BARCODE.height + 12) + part;
  const at = Math.max(doc.y + 12, bottomOf(doc) - high);
  doc.y = at;
  if (remittance.length) {
    doc.dash(4, { space: 4 });
    rule(doc, width);
    doc.undash().font('text').fontSize(SIZE).fillColor(INK);
    for (const line of remittance) doc.text(line, MARGIN, doc.y + 2, { width });
    doc.y += 6;
  } else if (shop.foot) {
    doc.font('text').fontSize(SMALL).fillColor(FADED);
    doc.text(shop.foot, MARGIN, at, { width: footText });
    doc.y = at;
  }
  const x = MARGIN + width - BARCODE.width;
  const y = Math.min(doc.y, bottomOf(doc) - BARCODE.height - 10);
  doc.image(Buffer.from(barcode), x, y, { width: BARCODE.width, height: BARCODE.height });
  doc.font('text').fontSize(7).fillColor(FADED);
  doc.text(content.barcode, x, y + BARCODE.height + 2, {
    width: BARCODE.width,
    align: 'center',
    lineBreak: false,
  });
}

/** Says at the foot of each of several pages whose page it is, and that it is a copy. */
export function pageNumbers(doc: Doc, { title, marks }: PaperContent, from: number): void {
  const range = doc.bufferedPageRange();
  const count = range.start + range.count - from;
  if (count < 2) return;
  for (let i = 0; i < count; i += 1) {
    doc.switchToPage(from + i);
    // It stands in the margin, where text would else go on to a new page.
    doc.page.margins.bottom = 0;
    const page = word('page', { page: i + 1, of: count });
    doc.font('text').fontSize(SMALL).fillColor(FADED);
    doc.text([title, ...marks, page].join(' · '), MARGIN, bottomOf(doc) + 14, {
      width: doc.page.width - 2 * MARGIN,
      align: 'right',
      lineBreak: false,
    });
  }
}
