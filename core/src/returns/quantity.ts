const QUANTITY = /^(\d{1,6})(?:\.(\d{1,3}))?$/;

/** A quantity as whole thousandths, so that parts of it are exact: '14.5' is 14500n. */
export type Milli = bigint;

/** Reads a quantity with up to three decimals; undefined when the text is none. */
export function toMilli(text: string): Milli | undefined {
  const found = QUANTITY.exec(text);
  if (!found) return undefined;
  const [, whole, fraction = ''] = found;
  return BigInt(whole! + fraction.padEnd(3, '0'));
}

/** Writes thousandths as a plain decimal without zeros at the end: 14500n is '14.5'. */
export function fromMilli(milli: Milli): string {
  const digits = milli.toString().padStart(4, '0');
  const fraction = digits.slice(-3).replace(/0+$/, '');
  return digits.slice(0, -3) + (fraction && `.${fraction}`);
}
