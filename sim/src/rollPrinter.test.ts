import { drawPrint, readPrintStream } from './rollPrinter';

const bytes = (...parts: (number[] | string)[]) =>
  Uint8Array.from(
    parts.flatMap((part) =>
      typeof part === 'string' ? [...Buffer.from(part, 'latin1')] : part,
    ),
  );
const ESC = 0x1b;
const GS = 0x1d;

// The commands as ESC/POS defines them: ESC @, ESC a, ESC E, ESC t, ESC p, GS k (Code 128), GS V.
test('a print stream is read as the printer would print it', () => {
  const print = readPrintStream(
    bytes(
      [ESC, 0x40, 0x1c, 0x2e],
      [ESC, 0x70, 0, 50, 250],
      [ESC, 0x61, 1, ESC, 0x45, 1],
      'Shop\n',
      [ESC, 0x45, 0, ESC, 0x61, 0, ESC, 0x74, 16],
      'Caf\xe9 1.00\n',
      [GS, 0x6b, 73, 5],
      '{BR-1',
      '\n',
      [GS, 0x56, 0],
    ),
  );
  expect(print).toEqual({
    drawerOpened: true,
    cut: true,
    lines: [
      { text: 'Shop', bold: true, align: 'center' },
      { text: 'Café 1.00', bold: false, align: 'left' },
      { text: 'R-1', bold: false, align: 'left', barcode: true },
      { text: '', bold: false, align: 'left' },
    ],
  });
  expect(drawPrint(print)).toContain('>Café 1.00</text>');
});

test.each([
  [[ESC, 0x7f], 'ESC 7f'],
  [[GS, 0x7f], 'GS 7f'],
  [[ESC, 0x74, 99], 'code page 99'],
])('a command that is not known is said, not skipped: %j', (stream, message) => {
  expect(() => readPrintStream(Uint8Array.from(stream))).toThrow(message);
});
