import iconv from 'iconv-lite';

/** One line of a print as a roll printer puts it on paper. */
export type SlipLine = {
  text: string;
  bold: boolean;
  align: 'left' | 'center' | 'right';
  barcode?: boolean;
};
export type Print = { lines: SlipLine[]; drawerOpened: boolean; cut: boolean };

const ESC = 0x1b;
const FS = 0x1c;
const GS = 0x1d;
/** Code pages by the number that selects them (ESC t). */
const CODE_PAGES: Record<number, string> = {
  0: 'cp437',
  2: 'cp850',
  3: 'cp860',
  4: 'cp863',
  5: 'cp865',
  16: 'win1252',
  17: 'cp866',
  18: 'cp852',
  19: 'cp858',
};
const ALIGN = ['left', 'center', 'right'] as const;

/**
 * Reads a print stream (ESC/POS, the part of it that a shop's prints use) as the printer would:
 * text with bold and alignment, barcodes, the drawer's pulse, the cut.
 * @throws Error at a command that it does not know, so that no print is shown half read
 */
export function readPrintStream(bytes: Uint8Array): Print {
  const print: Print = { lines: [], drawerOpened: false, cut: false };
  let text = '';
  let codePage = 'cp437';
  let bold = false;
  let align: SlipLine['align'] = 'left';
  let at = 0;
  const next = () => bytes[at++] ?? 0;
  const flush = () => {
    print.lines.push({ text: text.trimEnd(), bold, align });
    text = '';
  };
  while (at < bytes.length) {
    const byte = next();
    if (byte === 0x0a) flush();
    else if (byte === 0x0d) continue;
    else if (byte === ESC) {
      const command = next();
      if (command === 0x40) [bold, align] = [false, 'left'];
      else if (command === 0x61) align = ALIGN[next() % 48] ?? 'left';
      else if (command === 0x74) {
        const page = next();
        const known = CODE_PAGES[page];
        if (!known) throw new Error(`code page ${page} at ${at} is not known`);
        codePage = known;
      } else if (command === 0x45) bold = (next() & 1) === 1;
      else if (command === 0x70) {
        at += 3;
        print.drawerOpened = true;
      } else if ([0x21, 0x4d, 0x2d, 0x33, 0x20, 0x64].includes(command)) next();
      else if (command === 0x32) continue;
      else throw new Error(`ESC ${command.toString(16)} at ${at} is not known`);
    } else if (byte === FS) {
      // Kanji mode off: FS and one byte.
      next();
    } else if (byte === GS) {
      const command = next();
      if (command === 0x56) {
        if (next() >= 0x41) next();
        print.cut = true;
      } else if (command === 0x6b) {
        const kind = next();
        if (kind < 65) throw new Error(`barcode kind ${kind} is not known`);
        const length = next();
        const data = String.fromCharCode(...bytes.subarray(at, at + length));
        at += length;
        // Code 128 begins with its code set: {A, {B or {C.
        print.lines.push({ text: data.replace(/^\{[ABC]/, ''), bold, align, barcode: true });
      } else if ([0x21, 0x48, 0x66, 0x68, 0x77, 0x42].includes(command)) next();
      else throw new Error(`GS ${command.toString(16)} at ${at} is not known`);
    } else if (byte >= 0x20) text += iconv.decode(Buffer.from([byte]), codePage);
  }
  if (text) flush();
  return print;
}

const escape = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** A print as a picture (SVG). */
export function drawPrint({ lines, cut }: Print): string {
  const [width, step] = [360, 18];
  const height = lines.length * step + 40 + lines.filter((one) => one.barcode).length * 40;
  let y = 24;
  const drawn = lines.map((line) => {
    const x = line.align === 'center' ? width / 2 : line.align === 'right' ? width - 12 : 12;
    const anchor = { left: 'start', center: 'middle', right: 'end' }[line.align];
    if (line.barcode) {
      const bars = [...line.text].flatMap((sign, i) =>
        [1, 3, 5, 8].map(
          (bit) =>
            `<rect x="${60 + i * 22 + bit * 2}" y="${y}" width="${1 + ((sign.charCodeAt(0) >> (bit % 4)) & 3)}" height="34"/>`,
        ),
      );
      y += 40 + step;
      return `${bars.join('')}<text x="${x}" y="${y - 6}" text-anchor="${anchor}">${escape(line.text)}</text>`;
    }
    const weight = line.bold ? ' font-weight="bold"' : '';
    const row = `<text x="${x}" y="${y}" text-anchor="${anchor}"${weight} xml:space="preserve">${escape(line.text)}</text>`;
    y += step;
    return row;
  });
  const edge = cut
    ? `<path d="M0 ${height - 2} ${'l6 -6 l6 6 '.repeat(30)}" fill="none" stroke="#999"/>`
    : '';
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" font-family="monospace" font-size="13"><rect width="100%" height="100%" fill="#fff"/>${drawn.join('')}${edge}</svg>`;
}
