import { SALTMARROW } from '@abacist/sim/shop';
import type { TaxesOf } from './model';

/* The taxes of the demo shop's set-up, as the model reads them. */

/** A percentage as text in hundredths of a percent: '1.25' is 125. */
function hundredths(percent: string): number {
  const [whole, part = ''] = percent.split('.');
  return Number(whole + part.padEnd(2, '0'));
}

export const AUTHORITIES = Object.fromEntries(
  SALTMARROW.authorities.map(({ code, ratePercent }) => [code, hundredths(ratePercent)]),
);
export const CODE_OF = Object.fromEntries(
  SALTMARROW.authorities.map(({ code, name }) => [name, code]),
);
export const TAXES: TaxesOf = Object.fromEntries(
  SALTMARROW.departments.map(({ code, taxCode }) => [
    code,
    Object.fromEntries(
      SALTMARROW.taxCodes
        .find((one) => one.code === taxCode)!
        .authorities.map((authority) => [authority, AUTHORITIES[authority]!]),
    ),
  ]),
);

/** Tax as credits: what was sold less what came back. */
export const owedTax = (sold: Record<string, number>, back: Record<string, number>) =>
  Object.fromEntries(
    Object.keys(AUTHORITIES).map((code) => [code, (back[code] ?? 0) - (sold[code] ?? 0)]),
  );

/** In the order of their names, without what is nothing. */
export const sorted = (parts: Record<string, number>) =>
  Object.entries(parts)
    .filter(([, amount]) => amount !== 0)
    .sort(([a], [b]) => (a < b ? -1 : 1));
