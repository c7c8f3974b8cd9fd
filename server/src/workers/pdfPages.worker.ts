import { PDFDocument } from '@cantoo/pdf-lib';

/** More than this is no evidence that anybody reads. */
const MOST_PAGES = 100;

/** How many pages a PDF has; null where it can't be read, is locked, or has far too many. */
export default async function work({
  input: { pdf },
}: {
  input: { pdf: Uint8Array };
}): Promise<number | null> {
  try {
    const pages = (await PDFDocument.load(pdf, { updateMetadata: false })).getPageCount();
    return pages > 0 && pages <= MOST_PAGES ? pages : null;
  } catch {
    return null;
  }
}
