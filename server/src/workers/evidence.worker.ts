import { PDFDocument } from '@cantoo/pdf-lib';
import type { PaperContent } from '../papers/content';
import { renderPdfs, type PageSize } from '../papers/pdf';

type Work = {
  contents: PaperContent[];
  pageSize: Exclude<PageSize, 'roll'>;
  logo: Uint8Array | null;
  files: { type: 'image/jpeg' | 'application/pdf'; content: Uint8Array }[];
};

/** How far a picture stays from the edges of its page, in points. */
const EDGE = 36;

/** Papers and what was attached to them as one file: each picture on a page of its own. */
export default async function work({
  contents,
  pageSize,
  logo,
  files,
}: Work): Promise<Uint8Array> {
  const whole = await PDFDocument.load(await renderPdfs(contents, pageSize, logo));
  const size = whole.getPage(0).getSize();
  for (const { type, content } of files) {
    if (type === 'application/pdf') {
      const attached = await PDFDocument.load(content, { updateMetadata: false });
      const pages = await whole.copyPages(attached, attached.getPageIndices());
      for (const page of pages) whole.addPage(page);
      continue;
    }
    const picture = await whole.embedJpg(content);
    const page = whole.addPage([size.width, size.height]);
    const fit = picture.scaleToFit(size.width - 2 * EDGE, size.height - 2 * EDGE);
    page.drawImage(picture, {
      ...fit,
      x: (size.width - fit.width) / 2,
      y: (size.height - fit.height) / 2,
    });
  }
  return whole.save();
}
