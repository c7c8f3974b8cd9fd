import { addDays } from '@abacist/core/dates';
import { owedOnStatement } from '../../drawer/cardStatements';
import type { Finder } from '../room';

/** A payment needs so many days to arrive (common practice): it is told of before it is late. */
const AHEAD_DAYS = 3;

/** A statement of the shop's own card that is to be paid, and is not. */
export const cardStatementDue: Finder = async ({ db, today }) => {
  const owed = await owedOnStatement(db);
  if (!owed?.dueOn || owed.leftMinor === 0) return [];
  if (addDays(owed.dueOn, -AHEAD_DAYS) > today) return [];
  return [
    {
      ...{
        code: 'cardStatementDue',
        since: owed.dueOn,
        amountMinor: owed.leftMinor,
        path: '/bank/shop-card',
      },
      params: { date: owed.date, dueOn: owed.dueOn },
    },
  ];
};
