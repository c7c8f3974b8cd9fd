import type { WrittenFile } from '@abacist/contracts';

/** Hands a written file to the browser, which keeps it where its person keeps files. */
export function download({ name, text }: WrittenFile, type = 'text/csv;charset=utf-8'): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}
