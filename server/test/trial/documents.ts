import type { TestShop } from '../harness';

/*
 * How far money has come, a second way: by the documents that carry it and their dates, without the
 * lines of the journal. What is at a place as of a date is the sum of what came there until then.
 */

export type Came = { day: string; pot: string; stage: string; on: string; amount: number };

/** Of documents the date as of which they count. */
const dated = (kind: string, of: string) =>
  `(SELECT e.date FROM entry e WHERE e.kind = '${kind}' AND e.subject_id = ${of})`;

const POT = `IF(i.cheque_id IS NULL, i.from_pot, 'cheque')`;
const CARD = `CONCAT('card ', t.processor_id, ' ', t.scheme)`;

/** Moves from one stage to another, as two rows. */
const moved = (from: string, to: string, columns: string, rest: string) => `
  SELECT x.day, x.pot, y.stage, x.on, y.sign * x.amount AS amount
  FROM (SELECT ${columns} ${rest}) x
  JOIN (SELECT '${from}' AS stage, -1 AS sign UNION ALL SELECT '${to}', 1) y`;

/** What is matched: a slip, a paper, what came back. Undone, it goes back the same way. */
const matched = (table: string, kind: string, day: string, pot: string, amount: string) => [
  moved(
    'sent',
    'home',
    `${day} AS day, ${pot} AS pot, ${dated('match', 'm.match_group_id')} AS \`on\`,
     ${amount} AS amount`,
    `${table} JOIN match_member m ON m.kind = '${kind}' AND m.member_id = o.id`,
  ),
  moved(
    'home',
    'sent',
    `${day} AS day, ${pot} AS pot, ${dated('matchUndo', 'u.id')} AS \`on\`,
     ${amount} AS amount`,
    `${table} JOIN match_member m ON m.kind = '${kind}' AND m.member_id = o.id
     JOIN match_undo u ON u.match_group_id = m.match_group_id`,
  ),
];

const STANDING = `
  FROM sale s
  JOIN sale_tender st ON st.sale_id = s.id
  JOIN tender t ON t.id = st.tender_id
  LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
  LEFT JOIN sale_void v ON v.sale_id = s.id
  WHERE v.id IS NULL`;
const BACK = `
  FROM sale s
  JOIN sale_extra b ON b.sale_id = s.id AND b.kind = 'cashBack'
  LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
  LEFT JOIN sale_void v ON v.sale_id = s.id
  WHERE v.id IS NULL`;
const ACTS = `
  FROM drawer_act x
  LEFT JOIN drawer_close c ON c.drawer_session_id = x.drawer_session_id
  WHERE x.kind IN ('paidOut', 'drop') AND NOT x.undone`;
const ON_SLIP = `FROM slip o
  JOIN slip_item si ON si.slip_id = o.id JOIN safe_item i ON i.id = si.safe_item_id`;
const RETURNED = `FROM returned_cheque o JOIN cheque q ON q.id = o.cheque_id AND o.standing`;

const EVENTS = [
  // The till has it, until its drawer is counted; a cheque given back is one of ours.
  `SELECT s.date AS day, t.kind AS pot, 'taken' AS stage, s.date AS \`on\`,
     st.kept_minor AS amount ${STANDING} AND t.kind IN ('cash', 'cheque')`,
  `SELECT s.date, t.kind, 'taken', c.date, -st.kept_minor
   ${STANDING} AND t.kind IN ('cash', 'cheque') AND c.id IS NOT NULL`,
  `SELECT s.date, 'cash', 'taken', s.date, -b.amount_minor ${BACK}`,
  `SELECT s.date, 'cash', 'taken', c.date, b.amount_minor ${BACK} AND c.id IS NOT NULL`,
  // What was counted follows the safe's items, so that the difference is with its day.
  `SELECT i.takings_day, ${POT}, 'counted',
     IF(i.found_id IS NULL, c.date, ${dated('chequeFound', 'i.found_id')}), i.amount_minor
   FROM safe_item i JOIN drawer_close c ON c.id = i.drawer_close_id`,
  // Paid out or dropped of a day's cash before its count.
  `SELECT x.date, 'cash', 'taken', x.date, -x.amount_minor ${ACTS}`,
  `SELECT x.date, 'cash', 'taken', c.date, x.amount_minor ${ACTS} AND c.id IS NOT NULL`,
  `SELECT i.takings_day, i.from_pot, 'counted', x.date, i.amount_minor
   FROM safe_item i JOIN drawer_act x ON x.id = i.drawer_act_id AND NOT x.undone`,
  moved(
    'counted',
    'sent',
    `i.takings_day AS day, ${POT} AS pot, o.date AS \`on\`, si.amount_minor AS amount`,
    ON_SLIP,
  ),
  moved(
    'sent',
    'counted',
    `i.takings_day AS day, ${POT} AS pot, ${dated('slipRecall', 'r.id')} AS \`on\`,
     si.amount_minor AS amount`,
    `${ON_SLIP} JOIN slip_recall r ON r.slip_id = o.id`,
  ),
  ...matched(ON_SLIP, 'slip', 'i.takings_day', POT, 'si.amount_minor'),
  // The bank found another sum in the bag: home is what it found, of the latest day.
  `SELECT (SELECT MAX(i.takings_day) FROM slip_item si
             JOIN safe_item i ON i.id = si.safe_item_id WHERE si.slip_id = m.member_id),
     'cash', 'home', ${dated('match', 'g.id')}, g.bag_difference_minor
   FROM match_group g
   JOIN match_member m ON m.match_group_id = g.id AND m.kind = 'slip'
   WHERE g.bag_difference_minor <> 0`,
  `SELECT (SELECT MAX(i.takings_day) FROM slip_item si
             JOIN safe_item i ON i.id = si.safe_item_id WHERE si.slip_id = m.member_id),
     'cash', 'home', ${dated('matchUndo', 'u.id')}, -g.bag_difference_minor
   FROM match_group g
   JOIN match_undo u ON u.match_group_id = g.id
   JOIN match_member m ON m.match_group_id = g.id AND m.kind = 'slip'
   WHERE g.bag_difference_minor <> 0`,
  // Papers that go to the bank by themselves, and cheques that came back from it.
  `SELECT o.date, 'ownCheque', 'sent', o.date, -o.amount_minor
   FROM own_cheque o WHERE NOT o.voided`,
  ...matched('FROM own_cheque o', 'ownCheque', 'o.date', `'ownCheque'`, '-o.amount_minor'),
  `SELECT o.date, 'transfer', 'sent', o.date, o.amount_minor
   FROM transfer o WHERE NOT o.voided`,
  ...matched('FROM transfer o', 'transfer', 'o.date', `'transfer'`, 'o.amount_minor'),
  `SELECT q.taken_on, 'cheque', 'sent', ${dated('chequeReturn', 'o.id')}, -o.amount_minor
   ${RETURNED}`,
  ...matched(RETURNED, 'returnedCheque', 'q.taken_on', `'cheque'`, '-o.amount_minor'),
  // Cards are in clearing until a settlement, or a person, cleared them.
  `SELECT s.date, ${CARD}, 'clearing', s.date, st.amount_minor ${STANDING} AND t.kind = 'card'`,
  `SELECT c.takings_day, CONCAT('card ', g.processor_id, ' ', c.scheme), 'clearing',
     ${dated('settlement', 'g.id')}, -c.amount_minor
   FROM cleared_part c JOIN settlement g ON g.id = c.settlement_id`,
  `SELECT c.takings_day, CONCAT('card ', g.processor_id, ' ', c.scheme), 'clearing',
     ${dated('settlementUndo', 'u.id')}, c.amount_minor
   FROM cleared_part c JOIN settlement g ON g.id = c.settlement_id
   JOIN settlement_undo u ON u.settlement_id = g.id`,
  `SELECT c.takings_day, CONCAT('card ', b.processor_id, ' ', c.scheme), 'clearing',
     ${dated('batchDifference', 'y.id')}, -c.amount_minor
   FROM cleared_part c JOIN batch_difference y ON y.id = c.batch_difference_id
   JOIN batch b ON b.id = y.batch_id`,
  `SELECT c.takings_day, CONCAT('card ', b.processor_id, ' ', c.scheme), 'clearing',
     ${dated('batchDifferenceUndo', 'u.id')}, c.amount_minor
   FROM cleared_part c JOIN batch_difference y ON y.id = c.batch_difference_id
   JOIN batch b ON b.id = y.batch_id
   JOIN batch_difference_undo u ON u.batch_difference_id = y.id`,
];

/** All that came to a stage or left it, by the documents of the shop. */
export async function cameBy(shop: TestShop): Promise<Came[]> {
  const found: Came[] = [];
  for (const sql of EVENTS) {
    const some = await shop.all<Came>(
      `WITH came (day, pot, stage, \`on\`, amount) AS (${sql}) SELECT * FROM came`,
    );
    found.push(...some.map((one) => ({ ...one, amount: Number(one.amount) })));
  }
  return found;
}
