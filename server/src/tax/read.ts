import type { TaxAuthority, TaxSetUp } from '@abacist/contracts';
import { rows, type Db } from '../db/pool';

/** DECIMAL text without the zeros that its column adds: `5.000000` is `5`. */
const plainRate = (text: string) => text.replace(/\.?0+$/, '') || '0';

/** Authorities with their rates, newest first, and codes with their parts in order. */
export async function readTaxSetUp(db: Db): Promise<TaxSetUp> {
  const [authorities, rates, codes, parts] = await Promise.all([
    rows<Omit<TaxAuthority, 'rates'>>(
      db,
      `SELECT id, code, name, payee, account_number AS accountNumber
       FROM tax_authority ORDER BY id`,
    ),
    rows<{ authorityId: number; from: string; ratePercent: string }>(
      db,
      `SELECT authority_id AS authorityId, valid_from AS \`from\`, rate_percent AS ratePercent
       FROM tax_rate ORDER BY valid_from DESC`,
    ),
    rows<{ id: number; code: string; name: string }>(
      db,
      'SELECT id, code, name FROM tax_code ORDER BY id',
    ),
    rows<{ codeId: number; authorityId: number; compound: number }>(
      db,
      `SELECT tax_code_id AS codeId, authority_id AS authorityId, compound
       FROM tax_code_part ORDER BY tax_code_id, position`,
    ),
  ]);
  return {
    authorities: authorities.map((authority) => ({
      ...authority,
      rates: rates
        .filter(({ authorityId }) => authorityId === authority.id)
        .map(({ from, ratePercent }) => ({ from, ratePercent: plainRate(ratePercent) })),
    })),
    codes: codes.map((code) => ({
      ...code,
      parts: parts
        .filter(({ codeId }) => codeId === code.id)
        .map(({ authorityId, compound }) => ({ authorityId, compound: compound === 1 })),
    })),
  };
}
