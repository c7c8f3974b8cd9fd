/**
 * Minor-unit exponents of ISO 4217 that are not 2. The test compares the whole list
 * with the CLDR data of the runtime.
 */
const EXPONENTS: Record<string, number> = {
  BIF: 0, CLP: 0, DJF: 0, GNF: 0, ISK: 0, JPY: 0, KMF: 0, KRW: 0, PYG: 0, RWF: 0, UGX: 0,
  UYI: 0, VND: 0, VUV: 0, XAF: 0, XOF: 0, XPF: 0,
  BHD: 3, IQD: 3, JOD: 3, KWD: 3, LYD: 3, OMR: 3, TND: 3,
  CLF: 4, UYW: 4,
}; // prettier-ignore

/** Decimals of a currency's minor unit by ISO 4217: CAD 2, JPY 0, KWD 3. */
export function minorDigits(currency: string): number {
  return EXPONENTS[currency] ?? 2;
}
