import { ACCOUNTS } from './accounts';
import { BANK } from './bank';
import { CARDS } from './cards';
import { CLOSING } from './closing';
import { DRAWER } from './drawer';
import { KEPT_TAKINGS } from './kept';
import { LEDGER } from './ledger';
import { ORDERS } from './orders';
import { RETURNS } from './returns';
import { SALES } from './sales';
import { TAKINGS } from './takings';
import type { Check } from './build';

/** Every check of the books, domain by domain. */
export const CHECKS: Check[] = [
  ...LEDGER,
  ...SALES,
  ...TAKINGS,
  ...KEPT_TAKINGS,
  ...RETURNS,
  ...ORDERS,
  ...ACCOUNTS,
  ...DRAWER,
  ...CLOSING,
  ...CARDS,
  ...BANK,
];
