import type { PaperContent } from './content';
import { FADED, INK, MM, RULE, type Doc } from './fonts';
import { eachOf, headLines } from './format';

const SIZE = 8.5;
const MARGIN = 4 * MM;
const BARCODE_HEIGHT = 34;
const SIGNATURE = { width: 180, height: 56 };

/** A paper as one strip of the 80 mm roll, from top to bottom; `doc.y` is its end. */
export function drawStrip(
  doc: Doc,
  content: PaperContent,
  logo: Uint8Array | null,
  barcode: Uint8Array,
): void {
  const { shop, title, marks, letter, lines, sums, priced } = content;
  const width = doc.page.width - 2 * MARGIN;
  const say = (text: string, more: PDFKit.Mixins.TextOptions = {}) =>
    doc.text(text, MARGIN, doc.y, { width, ...more });
  const rule = () => {
    doc.moveTo(MARGIN, doc.y).lineTo(MARGIN + width, doc.y);
    doc.lineWidth(0.5).strokeColor(RULE).stroke();
    doc.y += 4;
  };
  /** Text at the left and at the right of one row; the row is as high as its left text. */
  const row = (left: string, right: string, indent = 0) => {
    const amount = width * 0.35;
    const top = doc.y;
    doc.text(left || ' ', MARGIN + indent, top, { width: width - amount - indent - 6 });
    const after = doc.y;
    if (right)
      doc.text(right, MARGIN + width - amount, top, { width: amount, align: 'right' });
    doc.y = Math.max(after, doc.y);
  };

  if (logo) {
    doc.image(Buffer.from(logo), MARGIN, doc.y, { fit: [width, 36], align: 'center' });
    doc.y += 42;
  }
  doc.font('head').fontSize(SIZE * 1.6);
  say(shop.name, { align: 'center' });
  doc.font('text').fontSize(SIZE).fillColor(FADED);
  for (const line of shop.lines) say(line, { align: 'center' });
  doc
    .moveDown(0.8)
    .fillColor(INK)
    .font('head')
    .fontSize(SIZE * 1.3);
  say(title);
  doc.font('strong').fontSize(SIZE * 1.2);
  for (const mark of marks) say(mark);
  doc.font('text').fontSize(SIZE);
  for (const line of headLines(content)) say(line);
  for (const line of letter ?? []) say(line || ' ');
  doc.moveDown(0.8);

  rule();
  for (const line of lines) {
    doc.font(line.heading ? 'strong' : 'text').fillColor(INK);
    row(line.name, priced ? line.amount : line.quantity);
    doc.font('text').fillColor(FADED);
    const details = [...eachOf(content, line), ...(priced ? line.details : [])];
    for (const detail of details) row(detail, '', 10);
    doc.fillColor(INK);
    doc.y += 3;
  }
  rule();
  for (const { label, amount, strong } of sums) {
    doc.font(strong ? 'strong' : 'text').fontSize(strong ? SIZE * 1.2 : SIZE);
    row(label, amount);
  }
  doc.font('text').fontSize(SIZE).moveDown(0.8);
  for (const note of content.notes) say(note);
  for (const { png, words } of content.signatures ?? []) {
    const top = doc.y;
    const fit: [number, number] = [Math.min(width, SIGNATURE.width), SIGNATURE.height];
    doc.image(Buffer.from(png, 'base64'), MARGIN, top, { fit });
    doc.y = top + SIGNATURE.height;
    say(words);
  }
  doc.moveDown(0.8);
  const at = doc.y;
  doc.image(Buffer.from(barcode), MARGIN, at, { width, height: BARCODE_HEIGHT });
  doc.y = at + BARCODE_HEIGHT + 4;
  say(content.barcode, { align: 'center' });
  if (shop.foot) {
    doc.moveDown(0.8).fillColor(FADED);
    say(shop.foot, { align: 'center' });
  }
}
