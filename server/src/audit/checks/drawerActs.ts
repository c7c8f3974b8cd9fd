import { ACT_UNDOINGS, BROUGHT_TO_BANK } from '../../drawer/acts/kinds';
import { control, perDocument, type Check } from './build';

const PARTS = `SELECT p.drawer_act_id AS subject_id,
    CONCAT_WS(' ', p.account_role, p.department_id) AS role, p.net_minor AS net
  FROM drawer_act_part p`;

/** Money into drawers and out of them beside the tickets. */
export const ACTS: Check[] = [
  {
    name: 'the parts of what was paid out or came in add up to it, and their taxes to theirs',
    sql: `SELECT NULL AS entryId, CONCAT('drawer act ', x.id) AS about,
            x.amount_minor AS expected, SUM(p.net_minor + p.tax_minor) AS found
          FROM drawer_act x JOIN drawer_act_part p ON p.drawer_act_id = x.id
          GROUP BY x.id, x.amount_minor
          HAVING SUM(p.net_minor + p.tax_minor) <> x.amount_minor
          UNION ALL
          SELECT NULL, CONCAT('drawer act ', p.drawer_act_id, ', part ', p.position),
            p.tax_minor, COALESCE(SUM(t.tax_minor), 0)
          FROM drawer_act_part p
          LEFT JOIN drawer_act_tax t USING (drawer_act_id, position)
          GROUP BY p.drawer_act_id, p.position, p.tax_minor
          HAVING COALESCE(SUM(t.tax_minor), 0) <> p.tax_minor`,
  },
  {
    name: 'each account and department of what was paid out or came in moved by its parts',
    sql: `SELECT d.entry_id AS entryId, CONCAT(d.kind, ' ', d.subject_id, ' ', x.role) AS about,
            SUM(x.expected) AS expected, SUM(x.found) AS found
          FROM (
            SELECT p.subject_id, p.role, p.net AS expected, 0 AS found FROM (${PARTS}) p
            UNION ALL
            SELECT drawer_act_id, 'inputTax', tax_minor, 0 FROM drawer_act_part
            UNION ALL
            SELECT d.subject_id, CONCAT_WS(' ', a.role, l.department_id), 0, l.amount_minor * IF(d.kind = 'moneyIn', -1, 1)
            FROM document d
            JOIN entry_line l ON l.entry_id = d.entry_id
            JOIN account a ON a.id = l.account_id AND a.role NOT IN ('drawer', 'owner', 'safe', 'bankInTransit', 'shopCard')
            WHERE d.kind IN ('moneyOut', 'moneyIn')
          ) x
          JOIN document d ON d.kind IN ('moneyOut', 'moneyIn') AND d.subject_id = x.subject_id
          GROUP BY d.entry_id, d.kind, d.subject_id, x.role
          HAVING SUM(x.expected) <> SUM(x.found)`,
  },
  perDocument(
    'what fills a float up leaves the items of the safe that it names',
    'floatUp',
    'safe',
    `SELECT drawer_act_id AS subject_id, -SUM(amount_minor) AS expected
     FROM drawer_act_safe GROUP BY drawer_act_id`,
  ),
  perDocument(
    'what is paid from the safe leaves the items that it names',
    'moneyOut',
    'safe',
    `SELECT drawer_act_id AS subject_id, -SUM(amount_minor) AS expected
     FROM drawer_act_safe GROUP BY drawer_act_id`,
  ),
  ...(['moneyOut', 'moneyIn', 'change'] as const).map((kind) =>
    perDocument(
      `what moves at the bank beside the tickets is on its way: ${kind}`,
      kind,
      'bankInTransit',
      `SELECT id AS subject_id, IF(bank_account_id IS NULL, 0,
         IF(kind IN (${BROUGHT_TO_BANK}), amount_minor, -amount_minor)) AS expected
       FROM drawer_act`,
    ),
  ),
  control(
    'the shop’s own card owes what it paid and no bill did',
    'shopCard',
    `SELECT 0 AS part, IF(kind = 'paidByCard', -amount_minor, amount_minor) AS expected
     FROM drawer_act WHERE kind IN ('paidByCard', 'cardPaid') AND NOT undone`,
  ),
  perDocument(
    'change that the bank gives lies in the safe as its item says',
    'change',
    'safe',
    `SELECT drawer_act_id AS subject_id, SUM(amount_minor) AS expected
     FROM safe_item WHERE drawer_act_id IS NOT NULL GROUP BY drawer_act_id`,
  ),
  perDocument(
    'a drop moves to the safe what its items say',
    'drop',
    'safe',
    `SELECT drawer_act_id AS subject_id, SUM(amount_minor) AS expected
     FROM safe_item WHERE drawer_act_id IS NOT NULL GROUP BY drawer_act_id`,
  ),
  {
    name: 'what is undone after its count turns each line, its cash against over and short',
    sql: `SELECT e.id AS entryId, z.role AS about, 0 AS expected, SUM(z.amount) AS found
          FROM drawer_act_undo u
          JOIN entry e ON e.kind IN (${ACT_UNDOINGS})
            AND e.subject_id = u.id
          JOIN (
            SELECT l.entry_id, IF(a.role = 'drawer', 'overAndShort', a.role) AS role,
              l.takings_day, l.pot, l.authority_id, l.amount_minor AS amount
            FROM entry_line l JOIN account a ON a.id = l.account_id
          ) z ON z.entry_id IN (e.id, e.reverses_entry_id)
          WHERE u.counted
          GROUP BY e.id, z.role, z.takings_day, z.pot, z.authority_id
          HAVING SUM(z.amount) <> 0`,
  },
  {
    name: 'a statement of the shop’s card is the one before it and what stands on it',
    sql: `SELECT NULL AS entryId, CONCAT('card statement ', s.id) AS about,
            CONCAT(s.balance_minor, ' after ', COALESCE((SELECT b.balance_minor FROM card_statement b
              WHERE b.standing AND b.date < s.date ORDER BY b.date DESC LIMIT 1), 0)) AS expected,
            CONCAT(s.balance_before_minor + COALESCE(SUM(IF(x.undone, 0,
              IF(x.kind = 'paidByCard', x.amount_minor, -x.amount_minor))), 0),
              ' after ', s.balance_before_minor) AS found
          FROM card_statement s
          LEFT JOIN card_statement_item i ON i.card_statement_id = s.id AND i.standing
          LEFT JOIN drawer_act x ON x.id = i.drawer_act_id
          WHERE s.standing
          GROUP BY s.id, s.date, s.balance_minor, s.balance_before_minor
          HAVING expected <> found`,
  },
];
