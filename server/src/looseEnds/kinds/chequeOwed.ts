import { rows } from '../../db/pool';
import { OWED } from '../../sales/returnedCheques';
import type { Finder } from '../room';

type Owed = {
  number: string;
  date: string;
  amountMinor: number;
  name: string;
  saleId: number;
};

/** Returned cheques that are on no account and that nobody paid yet. */
export const chequeOwed: Finder = async ({ db }) => {
  const found = await rows<Owed>(
    db,
    `SELECT q.number, r.date, CAST(${OWED} AS SIGNED) AS amountMinor,
       q.drawn_by AS name, r.sale_id AS saleId
     FROM returned_cheque r JOIN cheque q ON q.id = r.cheque_id
     WHERE ${OWED} > 0 AND r.standing`,
  );
  return found.map(({ number, date, amountMinor, name, saleId }) => ({
    code: 'chequeOwed',
    since: date,
    amountMinor,
    params: { number, date, name },
    path: `/sales/${saleId}`,
  }));
};
