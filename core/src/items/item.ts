import { MAX_AMOUNT_MINOR } from '../money';
import { refuse, type Refusal } from '../outcome';

/** An item as a person or a price list sets it. Minor units. */
export type ItemInput = {
  code: string;
  name: string;
  departmentId: number;
  taxCodeId: number;
  priceMinor: number;
  /** Whether the price holds its tax. */
  priceIncludesTax: boolean;
  unit: string;
  /** How many decimals a quantity may have: 0 for what is sold by the piece. */
  decimals: number;
  barcodes: readonly string[];
  /** Whether it is sold. */
  active: boolean;
};

/** Most decimals of a quantity. */
export const MAX_DECIMALS = 3;
export const MOST_BARCODES = 20;
export const ITEM_LENGTHS = { code: 40, name: 120, unit: 12, barcode: 40 } as const;

/** A barcode: printable signs without a space, as a scanner types them. */
const BARCODE = /^[!-~]{1,40}$/;

/**
 * What is wrong with an item by itself, each at its field.
 * Refusals: `item.code`, `item.name`, `item.unit`, `item.price`, `item.decimals`,
 * `item.barcode` (barcode), `item.barcodeTwice` (barcode), `item.tooManyBarcodes`.
 */
export function itemRefusals(item: ItemInput): Refusal[] {
  const wrong: Refusal[] = [];
  const at = (refused: boolean, code: string, place: string, params?: Refusal['params']) => {
    if (refused) {
      const outcome = refuse(code, place, params);
      if (!outcome.ok) wrong.push(...outcome.refusals);
    }
  };
  const length = (text: string, most: number) => text.length >= 1 && text.length <= most;
  at(!length(item.code, ITEM_LENGTHS.code) || /\s/.test(item.code), 'item.code', 'code');
  at(!length(item.name, ITEM_LENGTHS.name), 'item.name', 'name');
  at(item.unit.length > ITEM_LENGTHS.unit, 'item.unit', 'unit');
  at(item.priceMinor < 0 || item.priceMinor > MAX_AMOUNT_MINOR, 'item.price', 'price');
  const whole = Number.isInteger(item.decimals);
  at(
    !whole || item.decimals < 0 || item.decimals > MAX_DECIMALS,
    'item.decimals',
    'decimals',
    { most: MAX_DECIMALS },
  );
  at(item.barcodes.length > MOST_BARCODES, 'item.tooManyBarcodes', 'barcodes', {
    most: MOST_BARCODES,
  });
  item.barcodes.forEach((barcode, i) => {
    at(!BARCODE.test(barcode), 'item.barcode', 'barcodes', { barcode: barcode.slice(0, 40) });
    at(item.barcodes.indexOf(barcode) !== i, 'item.barcodeTwice', 'barcodes', { barcode });
  });
  return wrong;
}
