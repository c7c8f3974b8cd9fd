import type { MessagePort } from 'node:worker_threads';
import type { PaperContent } from '../papers/content';
import { renderPdf, type PageSize } from '../papers/pdf';

type Work = {
  input: { contents: PaperContent[]; pageSize: PageSize; logo: Uint8Array | null };
  port: MessagePort;
  stop: Int32Array;
};

/** Lays many papers out, one after the other: reports progress, stops when the flag is set. */
export default async function work({
  input,
  port,
  stop,
}: Work): Promise<Uint8Array[] | undefined> {
  const { contents, pageSize, logo } = input;
  const pdfs: Uint8Array[] = [];
  for (const content of contents) {
    if (Atomics.load(stop, 0) === 1) {
      port.close();
      return undefined;
    }
    pdfs.push(await renderPdf(content, pageSize, logo));
    port.postMessage({ done: pdfs.length, of: contents.length });
  }
  port.close();
  return pdfs;
}
