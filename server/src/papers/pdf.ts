import bwipjs from 'bwip-js/node';
import PDFDocument from 'pdfkit';
import type { PaperContent } from './content';
import { FONTS, INK, MM, type Doc } from './fonts';
import { drawPage, MARGIN, pageNumbers } from './page';
import { drawStrip } from './strip';

export type PageSize = 'a4' | 'letter' | 'roll';

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
  if (pageSize !== 'roll') return renderPdfs(copiesOf(content), pageSize, logo);
  const barcode = await barcodeOf(content);
  const strip = (height: number, measured?: (y: number) => void) =>
    written({ size: [80 * MM, height], margin: 4 * MM }, content, (doc) => {
      drawStrip(doc, content, logo, barcode);
      measured?.(doc.y);
    });
  // The strip is laid out once on a long one to learn its length.
  let height = 0;
  await strip(400 * 72, (y) => (height = y));
  return strip(height + 8 * MM);
}

/** A page for each who gets one, marked for him. */
const copiesOf = (content: PaperContent): PaperContent[] =>
  content.copiesFor?.map((mark) => ({ ...content, marks: [mark, ...content.marks] })) ?? [
    content,
  ];

/** Lays papers out as one file of pages, each paper beginning on a page of its own. */
export async function renderPdfs(
  contents: readonly PaperContent[],
  pageSize: Exclude<PageSize, 'roll'>,
  logo: Uint8Array | null,
): Promise<Uint8Array> {
  const barcodes = await Promise.all(contents.map(barcodeOf));
  const size = pageSize === 'a4' ? 'A4' : 'LETTER';
  const options = { size, margin: MARGIN, bufferPages: true };
  return written(options, contents[0]!, (doc) => {
    for (const [i, content] of contents.entries()) {
      if (i > 0) doc.addPage();
      const { start, count } = doc.bufferedPageRange();
      drawPage(doc, content, logo, barcodes[i]!);
      pageNumbers(doc, content, start + count - 1);
      const pages = doc.bufferedPageRange();
      doc.switchToPage(pages.start + pages.count - 1);
    }
  });
}

const barcodeOf = (content: PaperContent): Promise<Uint8Array> =>
  bwipjs.toBuffer({
    bcid: 'code128',
    text: content.barcode,
    scale: 3,
    height: 10,
    includetext: false,
  });

/** A file with what is drawn in it. */
async function written(
  options: PDFKit.PDFDocumentOptions,
  { title, shop }: PaperContent,
  draw: (doc: Doc) => void,
): Promise<Uint8Array> {
  const doc = new PDFDocument({ ...options, info: { Title: title, Author: shop.name } });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((done) => doc.on('end', done));
  for (const [name, file] of Object.entries(FONTS)) doc.registerFont(name, file);
  doc.fillColor(INK);
  draw(doc);
  doc.end();
  await ended;
  return new Uint8Array(Buffer.concat(chunks));
}
