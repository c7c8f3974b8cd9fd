import ReceiptPrinterEncoder from '@point-of-sale/receipt-printer-encoder';
import type { PaperContent } from './content';
import { eachOf, headLines } from './format';

/** Signs on a line of the 80 mm roll in its ordinary type. */
const COLUMNS = 42;

/**
 * A paper as the print stream of a roll printer (ESC/POS). @param opensDrawer kicks the drawer
 */
export function renderRoll(content: PaperContent, opensDrawer: boolean): Uint8Array {
  const encoder = new ReceiptPrinterEncoder({ language: 'esc-pos', columns: COLUMNS });
  encoder.initialize().codepage('auto');
  if (opensDrawer) encoder.pulse();
  encoder.align('center').bold(true).line(plainSigns(content.shop.name)).bold(false);
  for (const line of content.shop.lines) encoder.line(plainSigns(line));
  encoder.newline().align('left').bold(true).line(plainSigns(content.title));
  for (const mark of content.marks) encoder.line(plainSigns(mark));
  encoder.bold(false);
  for (const line of headLines(content)) encoder.line(plainSigns(line));
  encoder.rule();
  for (const line of content.lines) {
    both(encoder, line.name, content.priced ? line.amount : line.quantity);
    for (const each of eachOf(content, line)) encoder.line(`  ${plainSigns(each)}`);
    for (const detail of line.details) encoder.line(`  ${plainSigns(detail)}`);
  }
  encoder.rule();
  for (const { label, amount, strong } of content.sums) {
    encoder.bold(strong === true);
    both(encoder, label, amount);
  }
  encoder.bold(false).newline();
  for (const note of content.notes) encoder.line(plainSigns(note));
  encoder.align('center').barcode(content.barcode, 'code128', { height: 60, text: true });
  if (content.shop.foot) encoder.newline().line(plainSigns(content.shop.foot));
  encoder.newline().newline().cut();
  return encoder.encode();
}

/** Text left and an amount right; a long text goes on below. */
function both(encoder: ReceiptPrinterEncoder, left: string, right: string): void {
  const amount = plainSigns(right);
  const room = COLUMNS - amount.length - 1;
  const text = plainSigns(left);
  const first = text.slice(0, room);
  encoder.line(first.padEnd(COLUMNS - amount.length) + amount);
  if (text.length > room) encoder.line(`  ${text.slice(room).trim()}`);
}

/** Signs that a printer's code pages lack, written as those that they have. */
const plainSigns = (text: string): string =>
  text
    // A control character would steer the printer.
    .replace(/\p{Cc}/gu, ' ')
    .replaceAll('−', '-')
    .replaceAll('×', 'x')
    .replaceAll('·', '*')
    .replaceAll('’', "'");
