import { accept, refuse, type Outcome } from '../outcome';
import { minorDigits } from './currency';
import { MAX_AMOUNT_MINOR, minorFromBigint, type Minor } from './minor';

const PLAIN = /^([-−+]?)(\d+)(?:\.(\d*))?$/;

/**
 * Reads an amount as a file or a person writes it: `1234.5`, `1,234.50`, `−3.00`.
 * Grouping commas are only taken where they group by three.
 * Refusals: `amount.notANumber`, `amount.tooManyDecimals`, `amount.outOfRange`.
 */
export function parseAmount(text: string, currency: string, at?: string): Outcome<Minor> {
  const trimmed = text.trim();
  const plain = /^[-−+]?\d{1,3}(,\d{3})+(\.|$)/.test(trimmed)
    ? trimmed.replaceAll(',', '')
    : trimmed;
  const found = PLAIN.exec(plain);
  if (!found) return refuse('amount.notANumber', at, { text: trimmed.slice(0, 40) });
  const [, sign, whole, fraction = ''] = found;
  const digits = minorDigits(currency);
  if (fraction.length > digits && /[1-9]/.test(fraction.slice(digits))) {
    return refuse('amount.tooManyDecimals', at, { text: trimmed.slice(0, 40), digits });
  }
  const magnitude = BigInt(whole + fraction.slice(0, digits).padEnd(digits, '0'));
  if (magnitude > BigInt(MAX_AMOUNT_MINOR)) {
    return refuse('amount.outOfRange', at, { text: trimmed.slice(0, 40) });
  }
  return accept(minorFromBigint(sign === '-' || sign === '−' ? -magnitude : magnitude));
}

/** Minor units as a plain decimal with a point and no grouping: `-12.05`. */
export function toDecimal(amount: number, currency: string): string {
  const digits = minorDigits(currency);
  const magnitude = String(Math.abs(amount)).padStart(digits + 1, '0');
  const sign = amount < 0 ? '-' : '';
  if (digits === 0) return sign + magnitude;
  return `${sign}${magnitude.slice(0, -digits)}.${magnitude.slice(-digits)}`;
}
