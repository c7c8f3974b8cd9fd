import { createRequire } from 'node:module';
import bwipjs from 'bwip-js/node';
import PDFDocument from 'pdfkit';
import type { PaperContent, PaperLine } from './content';
import { word } from './words';

const resolve = createRequire(import.meta.url).resolve;
const font = (family: string, file: string) => resolve(`@expo-google-fonts/${family}/${file}`);
/** Embedded fonts, so that a paper looks the same everywhere and its text can be read again. */
const FONTS = {
  text: font(
    'atkinson-hyperlegible-next',
    '400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
  ),
  strong: font('atkinson-hyperlegible-next', '700Bold/AtkinsonHyperlegibleNext_700Bold.ttf'),
  head: font('besley', '600SemiBold/Besley_600SemiBold.ttf'),
};

const MM = 72 / 25.4;
const INK = '#201A17';
const FADED = '#655A52';
const RULE = '#DDD2C1';

export type PageSize = 'a4' | 'letter' | 'roll';
type Doc = PDFKit.PDFDocument;
type Layout = { left: number; width: number; size: number; roll: boolean; bottom: number };

/**
 * Lays a paper out as PDF: a page of A4 or Letter (more where it is long), or one strip of the
 * 80 mm roll, as long as it needs.
 * @param logo PNG or JPEG
 */
export async function renderPdf(
  content: PaperContent,
  pageSize: PageSize,
  logo: Uint8Array | null,
): Promise<Uint8Array> {
  if (pageSize !== 'roll') return renderPdfs([content], pageSize, logo);
  const barcode = await barcodeOf(content);
  // The strip is laid out once on a long one to learn its length.
  let height = 0;
  await draw([{ content, barcode }], [80 * MM, 400 * 72], logo, (y) => (height = y));
  return draw([{ content, barcode }], [80 * MM, height + 8 * MM], logo);
}

/** Lays papers out as one file of pages, each paper beginning on a page of its own. */
export async function renderPdfs(
  contents: readonly PaperContent[],
  pageSize: Exclude<PageSize, 'roll'>,
  logo: Uint8Array | null,
): Promise<Uint8Array> {
  const papers: Paper[] = [];
  for (const content of contents) {
    papers.push({ content, barcode: await barcodeOf(content) });
  }
  return draw(papers, pageSize, logo);
}

type Paper = { content: PaperContent; barcode: Uint8Array };

const barcodeOf = (content: PaperContent): Promise<Uint8Array> =>
  bwipjs.toBuffer({
    bcid: 'code128',
    text: content.barcode,
    scale: 3,
    height: 10,
    includetext: false,
  });

async function draw(
  papers: readonly Paper[],
  size: 'a4' | 'letter' | [number, number],
  logo: Uint8Array | null,
  measured?: (y: number) => void,
): Promise<Uint8Array> {
  const roll = Array.isArray(size);
  const margin = roll ? 4 * MM : 20 * MM;
  const [first] = papers;
  const doc = new PDFDocument({
    size: roll ? size : size === 'a4' ? 'A4' : 'LETTER',
    margin,
    bufferPages: !roll,
    info: { Title: first!.content.title, Author: first!.content.shop.name },
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((done) => doc.on('end', done));
  for (const [name, file] of Object.entries(FONTS)) doc.registerFont(name, file);
  const layout: Layout = {
    left: margin,
    width: doc.page.width - 2 * margin,
    size: roll ? 8.5 : 10,
    roll,
    bottom: doc.page.height - margin,
  };
  for (const [i, { content, barcode }] of papers.entries()) {
    if (i > 0) doc.addPage();
    const { start, count } = doc.bufferedPageRange();
    doc.fillColor(INK).font('text').fontSize(layout.size);
    head(doc, content, layout, logo);
    lines(doc, content, layout);
    sums(doc, content, layout);
    foot(doc, content, layout, barcode);
    measured?.(doc.y);
    if (!roll) {
      pageNumbers(doc, content, layout, start + count - 1);
      const pages = doc.bufferedPageRange();
      doc.switchToPage(pages.start + pages.count - 1);
    }
  }
  doc.end();
  await ended;
  return new Uint8Array(Buffer.concat(chunks));
}

function head(doc: Doc, content: PaperContent, layout: Layout, logo: Uint8Array | null): void {
  const { left, width, size, roll } = layout;
  const align = roll ? 'center' : 'left';
  if (logo) {
    const high = roll ? 36 : 48;
    const wide = roll ? width : width / 2;
    doc.image(Buffer.from(logo), left, doc.y, {
      fit: [wide, high],
      align: align as 'center',
    });
    doc.y += high + 6;
  }
  doc.font('head').fontSize(size * 1.6);
  doc.text(content.shop.name, left, doc.y, { width, align });
  doc.font('text').fontSize(size).fillColor(FADED);
  for (const line of content.shop.lines) doc.text(line, left, doc.y, { width, align });
  doc.moveDown(0.8).fillColor(INK);
  doc.font('head').fontSize(size * 1.3);
  doc.text(content.title, left, doc.y, { width });
  if (content.marks.length) {
    doc.font('strong').fontSize(size * 1.2);
    for (const mark of content.marks) doc.text(mark, left, doc.y, { width });
  }
  doc.font('text').fontSize(size);
  for (const line of content.head) doc.text(line, left, doc.y, { width });
  if (content.letter) {
    doc.fillColor(INK).moveDown();
    for (const line of content.letter) doc.text(line || ' ', left, doc.y, { width });
  }
  doc.moveDown(0.8);
}

function rule(doc: Doc, { left, width }: Layout): void {
  doc
    .moveTo(left, doc.y)
    .lineTo(left + width, doc.y)
    .lineWidth(0.5)
    .strokeColor(RULE)
    .stroke();
  doc.y += 4;
}

/** Goes on to the next page where what belongs together has no room on this one. */
function keepTogether(doc: Doc, { roll, bottom }: Layout, high: number): void {
  if (!roll && doc.y + high > bottom) doc.addPage();
}

const amountWidthOf = ({ width }: Layout): number => Math.min(width * 0.35, 120);
const textWidthOf = (layout: Layout, indent: number): number =>
  layout.width - amountWidthOf(layout) - indent - 6;
const rowHeight = (doc: Doc, layout: Layout, left: string, indent = 0): number =>
  doc.heightOfString(left || ' ', { width: textWidthOf(layout, indent) });

/** Text at the left and at the right of one row; the row is as high as its left text. */
function row(doc: Doc, layout: Layout, left: string, right: string, indent = 0): void {
  const { width } = layout;
  const amountWidth = amountWidthOf(layout);
  const textWidth = textWidthOf(layout, indent);
  const high = rowHeight(doc, layout, left, indent);
  keepTogether(doc, layout, high);
  const y = doc.y;
  doc.text(left, layout.left + indent, y, { width: textWidth });
  const after = Math.max(doc.y, y + high);
  if (right) {
    doc.text(right, layout.left + width - amountWidth, y, {
      width: amountWidth,
      align: 'right',
    });
  }
  doc.y = Math.max(after, doc.y);
}

function lines(doc: Doc, { lines: list, priced }: PaperContent, layout: Layout): void {
  rule(doc, layout);
  for (const line of list) {
    const details = detailsOf(line, priced);
    doc.font(line.heading ? 'strong' : 'text').fillColor(INK);
    const high = details.reduce(
      (sum, detail) => sum + rowHeight(doc, layout, detail, 10),
      rowHeight(doc, layout, line.name),
    );
    keepTogether(doc, layout, high);
    row(doc, layout, line.name, priced ? line.amount : line.quantity);
    doc.font('text').fillColor(FADED);
    for (const detail of details) row(doc, layout, detail, '', 10);
    doc.fillColor(INK);
    doc.y += 3;
  }
  rule(doc, layout);
}

function detailsOf(line: PaperLine, priced: boolean): string[] {
  if (!priced) return [];
  const each =
    line.quantity && line.price && line.quantity !== '1'
      ? [word('each', { quantity: line.quantity, price: line.price })]
      : [];
  return [...each, ...line.details];
}

function sums(doc: Doc, content: PaperContent, layout: Layout): void {
  const { sums: list } = content;
  // The sums, the notes and the barcode stand on one page, so that no page holds a foot alone.
  const high = list.length * layout.size * 1.8 + footHeight(doc, content, layout);
  keepTogether(doc, layout, Math.min(high, layout.bottom / 2));
  for (const { label, amount, strong } of list) {
    doc.font(strong ? 'strong' : 'text').fontSize(strong ? layout.size * 1.2 : layout.size);
    row(doc, layout, label, amount);
  }
  doc.font('text').fontSize(layout.size);
}

const BARCODE_HEIGHT = 34;

const SIGNATURE = { width: 180, height: 56 };

function footHeight(doc: Doc, content: PaperContent, { width, size }: Layout): number {
  const { notes, shop, signatures = [] } = content;
  const texts = [...notes, ...signatures.map(({ words }) => words), shop.foot ?? ''];
  const text = texts.reduce((sum, note) => sum + doc.heightOfString(note, { width }), 0);
  return text + signatures.length * SIGNATURE.height + BARCODE_HEIGHT + 5 * size;
}

function foot(doc: Doc, content: PaperContent, layout: Layout, barcode: Uint8Array): void {
  const { left, width, roll } = layout;
  doc.moveDown(0.8);
  for (const note of content.notes) doc.text(note, left, doc.y, { width });
  for (const { png, words } of content.signatures ?? []) {
    const fit: [number, number] = [Math.min(width, SIGNATURE.width), SIGNATURE.height];
    const top = doc.y;
    doc.image(Buffer.from(png, 'base64'), left, top, { fit });
    doc.y = top + SIGNATURE.height;
    doc.text(words, left, doc.y, { width });
  }
  doc.moveDown(0.8);
  const high = BARCODE_HEIGHT;
  const wide = roll ? width : 160;
  keepTogether(doc, layout, high + 20);
  const at = doc.y;
  doc.image(Buffer.from(barcode), left, at, { width: wide, height: high });
  doc.y = at + high + 4;
  doc.text(content.barcode, left, doc.y, { width: wide, align: 'center' });
  if (content.shop.foot) {
    doc.moveDown(0.8).fillColor(FADED);
    doc.text(content.shop.foot, left, doc.y, { width, align: roll ? 'center' : 'left' });
  }
}

/** Says at the foot of each of several pages whose page it is, and that it is a copy. */
function pageNumbers(
  doc: Doc,
  { title, marks }: PaperContent,
  layout: Layout,
  from: number,
): void {
  const range = doc.bufferedPageRange();
  const count = range.start + range.count - from;
  if (count < 2) return;
  for (let i = 0; i < count; i += 1) {
    doc.switchToPage(from + i);
    // It stands in the margin, where text would else go on to a new page.
    doc.page.margins.bottom = 0;
    const page = word('page', { page: i + 1, of: count });
    doc.font('text').fontSize(layout.size).fillColor(FADED);
    doc.text([title, ...marks, page].join(' · '), layout.left, layout.bottom + 14, {
      width: layout.width,
      align: 'right',
      lineBreak: false,
    });
  }
}
