/**
 * Makes a formatter once for each set of options: making one costs a hundred times as much as
 * using it, and a list writes hundreds of figures. Locales, zones and forms are few.
 * @param make a function of plain values alone
 * @example const numbers = once((locale: string) => new Intl.NumberFormat(locale))
 */
export function once<P extends readonly (string | number)[], T>(
  make: (...given: P) => T,
): (...given: P) => T {
  const made = new Map<string, T>();
  return (...given) => {
    const key = given.join('|');
    let one = made.get(key);
    if (one === undefined) made.set(key, (one = make(...given)));
    return one;
  };
}
