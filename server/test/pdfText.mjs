import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/* Prints the text of a PDF, line by line, as pdf.js reads it: `node pdfText.mjs file`. */
const data = new Uint8Array(readFileSync(process.argv[2]));
const pdf = await getDocument({ data, verbosity: 0 }).promise;
for (let n = 1; n <= pdf.numPages; n += 1) {
  const page = await pdf.getPage(n);
  const { items } = await page.getTextContent();
  const rows = new Map();
  for (const { str, transform } of items) {
    const y = Math.round(transform[5]);
    rows.set(y, `${rows.get(y) ?? ''}${str}`);
  }
  const [, , width, height] = page.view;
  console.log(`page ${n}: ${Math.round(width)} × ${Math.round(height)}`);
  for (const [, text] of [...rows].sort((a, b) => b[0] - a[0])) console.log(text);
}
