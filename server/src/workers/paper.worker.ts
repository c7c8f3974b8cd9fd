import type { PaperContent } from '../papers/content';
import { renderPdf, type PageSize } from '../papers/pdf';

type Work = { content: PaperContent; pageSize: PageSize; logo: Uint8Array | null };

/** Lays a paper out off the main thread. */
export default function work({ content, pageSize, logo }: Work): Promise<Uint8Array> {
  return renderPdf(content, pageSize, logo);
}
