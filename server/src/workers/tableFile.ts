import { refuse, accept, type Outcome } from '@abacist/core/outcome';
import type { TableFile, TableRow } from '@abacist/core/tables';
import chardet from 'chardet';
import { unzipSync, zipSync } from 'fflate';
import iconv from 'iconv-lite';
import readWorkbook from 'read-excel-file/node';

/** A workbook that people make is smaller unpacked, and has fewer parts: what is more is a trap. */
const MOST_UNPACKED = 120_000_000;
const MOST_PARTS = 500;
/** Text that is shorter tells no encoding. */
const TELLING_BYTES = 64_000;

/**
 * What a file's bytes hold: the text of one in whatever encoding, or the cells of a workbook's first
 * sheet that has any.
 * Refusals: `file.notText`, `file.encoding` (name), `workbook.unreadable`, `workbook.tooLarge`
 */
export async function tableOf(bytes: Buffer): Promise<Outcome<TableFile>> {
  const isZip = bytes.subarray(0, 4).equals(Buffer.from('PK\x03\x04', 'latin1'));
  return isZip ? sheetOf(bytes) : textOf(bytes);
}

/** An encoding that a file names itself: XML in its first line, OFX in its head. */
function declaredIn(bytes: Buffer): string | undefined {
  const head = bytes.subarray(0, 300).toString('latin1');
  const xml = /<\?xml[^>]{0,100}encoding=["']([\w.-]{1,40})["']/i.exec(head)?.[1];
  const ofx = /^CHARSET:(\d{3,5})\s*$/im.exec(head)?.[1];
  return xml ?? (ofx && `windows-${ofx}`);
}

/**
 * The text of a file in UTF-8, UTF-16, the encoding that it names, or the one that its bytes tell.
 * Refusals: `file.notText`, `file.encoding` (name)
 */
function textOf(bytes: Buffer): Outcome<{ text: string }> {
  const [first, second] = bytes;
  const wide = (first === 0xff && second === 0xfe) || (first === 0xfe && second === 0xff);
  try {
    if (!wide) {
      const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
      return text.includes('\0') ? refuse('file.notText', 'file') : accept({ text });
    }
  } catch {
    // Not UTF-8: what it is its bytes tell.
  }
  const declared = declaredIn(bytes);
  const named = declared && iconv.encodingExists(declared) ? declared : undefined;
  const detected = named ?? chardet.detect(bytes.subarray(0, TELLING_BYTES)) ?? '';
  const name = wide ? 'UTF-16' : detected;
  if (!iconv.encodingExists(name)) return refuse('file.encoding', 'file', { name });
  const text = iconv.decode(bytes, name);
  return /\0|\uFFFD/.test(text) ? refuse('file.notText', 'file') : accept({ text });
}

/**
 * Unpacked within bounds and packed again without compression, so that no part of it can be larger than
 * it says (fflate gives a part no more room than its head names).
 */
function withinBounds(bytes: Buffer): Outcome<Buffer> {
  let [size, parts] = [0, 0];
  try {
    const within = unzipSync(bytes, {
      filter: ({ originalSize }) => {
        size += originalSize;
        parts += 1;
        return size <= MOST_UNPACKED && parts <= MOST_PARTS;
      },
    });
    if (size > MOST_UNPACKED || parts > MOST_PARTS)
      return refuse('workbook.tooLarge', 'file', { mostMb: MOST_UNPACKED / 1_000_000 });
    return accept(Buffer.from(zipSync(within, { level: 0 })));
  } catch {
    return refuse('workbook.unreadable', 'file');
  }
}

async function sheetOf(bytes: Buffer): Promise<Outcome<TableFile>> {
  const within = withinBounds(bytes);
  if (!within.ok) return within;
  try {
    // Figures as they are written, so that no decimal is lost on its way through a float.
    const sheets = await readWorkbook(within.value, {
      parseNumber: (figure: string) => figure,
    });
    const sheet = sheets.find(({ data }) => data.length > 0);
    return accept({
      cells: (sheet?.data ?? []).map((cells, i): TableRow => ({
        row: i + 1,
        cells: cells.map(cellText),
      })),
    });
  } catch {
    return refuse('workbook.unreadable', 'file');
  }
}

/** A workbook keeps fifteen digits of a figure that count; the others are noise of its floats. */
const figureText = (figure: string): string => {
  if (!/^-?\d*\.\d{10,}$|e/i.test(figure)) return figure;
  const number = Number(figure);
  return Number.isFinite(number)
    ? Number(number.toPrecision(15)).toLocaleString('en', {
        useGrouping: false,
        maximumFractionDigits: 20,
      })
    : figure;
};

function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) {
    const [date, time] = cell.toISOString().split('T');
    return time === '00:00:00.000Z' ? date! : `${date} ${time!.slice(0, 5)}`;
  }
  return figureText(String(cell).trim());
}
