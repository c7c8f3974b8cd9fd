import { daysBetween } from '@abacist/core/dates';
import { openDisputes } from '../../disputes/read';
import { rows } from '../../db/pool';
import type { Finder } from '../room';

/** Disputes that are to be answered, that a processor decides, and money that came back for none. */
export const dispute: Finder = async ({ db, today }) => {
  const open = await openDisputes(db);
  return open.map(({ id, state, openMinor, ...one }) => {
    const { processor, evidenceDue, receivedOn, sentOn } = one;
    const card =
      [one.scheme, one.lastFour].filter(Boolean).join(' ··') || one.reference || '?';
    const daysLeft = evidenceDue === null ? null : daysBetween(today, evidenceDue);
    return {
      code:
        state === 'unknown'
          ? 'disputeUnknown'
          : state === 'answered'
            ? 'disputeAnswered'
            : daysLeft === null
              ? 'disputeToAnswer'
              : daysLeft < 0
                ? 'disputeLate'
                : 'disputeDue',
      since: state === 'answered' ? sentOn : receivedOn,
      amountMinor: openMinor,
      params: {
        ...{ processor, card, received: receivedOn },
        ...{ due: evidenceDue ?? '', sent: sentOn ?? '' },
      },
      path: `/bank/disputes/${id}`,
    };
  });
};

type Held = {
  processorId: number;
  processor: string;
  days: number;
  day: string;
  amount: string;
};

/** What a processor holds in reserve longer than its rule says; without a rule, all of it. */
export const reserveHeld: Finder = async ({ db, today }) => {
  const found = await rows<Held>(
    db,
    `SELECT p.id AS processorId, p.name AS processor, p.reserve_days AS days,
       MIN(x.day) AS day, SUM(x.amount) AS amount
     FROM (
       SELECT h.holder, h.takings_day AS day, h.amount_minor AS amount
       FROM takings_held h JOIN account a ON a.id = h.account_id AND a.role = 'reserve'
       UNION ALL
       SELECT l.holder, l.takings_day, l.amount_minor
       FROM unsealed u
       JOIN entry_line l ON l.entry_id = u.entry_id AND l.pot IS NOT NULL
       JOIN account a ON a.id = l.account_id AND a.role = 'reserve'
     ) x
     JOIN processor p ON x.holder = CONCAT('processor ', p.id)
     WHERE x.day + INTERVAL p.reserve_days DAY <= ?
     GROUP BY p.id, p.name, p.reserve_days HAVING SUM(x.amount) <> 0`,
    [today],
  );
  return found.map(({ processorId, processor, days, day, amount }) => ({
    ...{ code: 'reserveHeld', since: day, amountMinor: Number(amount) },
    params: { processor, days, date: day },
    path: `/books/processors/${processorId}`,
  }));
};
