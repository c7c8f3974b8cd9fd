import type { PaperContent } from '../papers/content';
import { renderPdfs, type PageSize } from '../papers/pdf';

type Work = {
  contents: PaperContent[];
  pageSize: Exclude<PageSize, 'roll'>;
  logo: Uint8Array | null;
};

/** Lays many papers out as one file, off the main thread. */
export default function work({ contents, pageSize, logo }: Work): Promise<Uint8Array> {
  return renderPdfs(contents, pageSize, logo);
}
