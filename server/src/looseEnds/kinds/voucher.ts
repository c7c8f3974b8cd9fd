import { addDays } from '@abacist/core/dates';
import { rows } from '../../db/pool';
import { loadCounterRules } from '../../sales/rules';
import type { Finder } from '../room';

type Ending = {
  id: number;
  number: string;
  date: string;
  amountMinor: number;
  validUntil: string;
};

/** Vouchers whose last day is near or gone and that have something left. */
export const voucher: Finder = async ({ db, today }) => {
  const { creditWarnDays } = await loadCounterRules(db);
  const found = await rows<Ending>(
    db,
    `SELECT w.id, RIGHT(w.code, 4) AS number, s.date, w.valid_until AS validUntil,
       w.amount_minor - w.used_minor AS amountMinor
     FROM voucher w
     JOIN sale s ON s.id = w.sale_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE w.valid_until <= ? AND w.used_minor < w.amount_minor AND v.id IS NULL`,
    [addDays(today, creditWarnDays)],
  );
  return found.map(({ id, number, date, validUntil, amountMinor }) => ({
    code: validUntil < today ? 'voucherExpired' : 'voucherExpiring',
    since: date,
    amountMinor,
    params: { number, date: validUntil },
    path: `/counter/vouchers?id=${id}`,
  }));
};
