import { rows } from '../../db/pool';
import type { Finder } from '../room';

type Claim = {
  id: number;
  number: string;
  processor: string;
  since: string;
  amountMinor: number;
};

/** What the shop claims of a processor for a card, until it is settled or taken back. */
export const cardClaim: Finder = async ({ db }) => {
  const found = await rows<Claim>(
    db,
    `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, p.name AS processor,
       x.decided_on AS since, x.amount_minor AS amountMinor
     FROM card_decision x
     JOIN settlement s ON s.id = x.settlement_id AND s.standing
     JOIN processor p ON p.id = s.processor_id
     JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE x.standing AND x.what = 'claim'`,
  );
  return found.map(({ id, number, processor, since, amountMinor }) => ({
    ...{ code: 'cardClaim', since, amountMinor },
    params: { number, processor },
    path: `/bank/settlements/${id}`,
  }));
};
