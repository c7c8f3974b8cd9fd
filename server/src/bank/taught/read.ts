import type { KeptRule, TaughtOfLine, TaughtRulesView } from '@abacist/contracts';
import {
  firstRule,
  proposeRules,
  type Decided,
  type RecordedPart,
  type TaughtAnswer,
  type TaughtLine,
} from '@abacist/core/taughtRules';
import { rows, type Db } from '../../db/pool';
import { toInstant } from '../../sales/read';

/** So many of the newest lines are the past that rules are tried on. */
const PAST = 1_500;
const REMOVED = 20;

type Row = Omit<KeptRule, 'answer'> & { answer: string };

/** Rules that stand, in their order; or those that were taken away, the newest first. */
export async function taughtRules(db: Db, standing = true): Promise<KeptRule[]> {
  const found = await rows<Row>(
    db,
    `SELECT r.id, r.pattern, r.money, r.from_minor AS fromMinor, r.to_minor AS toMinor,
       r.bank_account_id AS bankAccountId, r.answer, u.name AS \`by\`, r.made_at AS at
     FROM taught_rule r JOIN user u ON u.id = r.user_id
     WHERE ${standing ? 'r.standing ORDER BY r.position, r.id' : `r.standing IS NULL ORDER BY r.id DESC LIMIT ${REMOVED}`}`,
  );
  return found.map((rule) => ({
    ...rule,
    at: toInstant(rule.at),
    answer: JSON.parse(rule.answer) as TaughtAnswer,
  }));
}

/** What the rules say of lines that are open, by the line's id; lines that none catches are left out. */
export async function taughtOf(
  db: Db,
  lines: readonly TaughtLine[],
): Promise<Map<number, TaughtOfLine>> {
  const rules = lines.length ? await taughtRules(db) : [];
  if (rules.length === 0) return new Map();
  const [accounts, authorities] = await names(db);
  const nameOf: { [W in TaughtAnswer['what']]: (answer: never) => string | undefined } = {
    act: () => '',
    ownTransfer: ({ accountId }: { accountId: number }) => accounts.get(accountId),
    tax: ({ authorityId }: { authorityId: number }) => authorities.get(authorityId),
  };
  return new Map(
    lines.flatMap((line) => {
      const rule = firstRule(rules, line);
      if (!rule) return [];
      const { id: ruleId, answer } = rule;
      return [
        [line.id, { ruleId, answer, name: nameOf[answer.what](answer as never) ?? '' }],
      ] as const;
    }),
  );
}

async function names(db: Db): Promise<[Map<number, string>, Map<number, string>]> {
  const named = async (table: string) =>
    new Map(
      (await rows<{ id: number; name: string }>(db, `SELECT id, name FROM ${table}`)).map(
        ({ id, name }) => [id, name],
      ),
    );
  return [await named('bank_account'), await named('tax_authority')];
}

/** All of it for the page of rules. */
export async function taughtView(db: Db): Promise<TaughtRulesView> {
  const [rules, removed, history] = [
    await taughtRules(db),
    await taughtRules(db, false),
    await decidedLines(db),
  ];
  const all = (table: string) =>
    rows<{ id: number; name: string }>(db, `SELECT id, name FROM ${table} ORDER BY id`);
  return {
    ...{ rules, removed, history, proposed: proposeRules(history, rules) },
    bankAccounts: await all('bank_account'),
    authorities: await all('tax_authority'),
    taxCodes: await all('tax_code'),
  };
}

/** The newest lines with what a person said of each; of what something expected explained that it did. */
async function decidedLines(db: Db): Promise<Decided[]> {
  const found = await rows<
    Omit<Decided, 'answer'> & {
      groupId: number | null;
      answer: string | null;
      parts: string | null;
    }
  >(
    db,
    `SELECT l.id, l.bank_account_id AS bankAccountId, l.date, l.amount_minor AS amountMinor,
       l.text, l.match_group_id AS groupId,
       COALESCE(
         (SELECT JSON_OBJECT('what', 'act', 'kind', x.kind, 'party', x.party, 'words', x.words)
          FROM drawer_act x WHERE m.kind = 'bankMoney' AND x.id = m.member_id),
         (SELECT JSON_OBJECT('what', 'ownTransfer', 'accountId', o.bank_account_id)
          FROM bank_transfer_leg s
          JOIN bank_transfer_leg o ON o.bank_transfer_id = s.bank_transfer_id AND o.id <> s.id
          WHERE m.kind = 'ownTransfer' AND s.id = m.member_id),
         (SELECT JSON_OBJECT('what', 'tax', 'authorityId', t.authority_id)
          FROM tax_payment t
          WHERE m.kind = 'taxPayment' AND t.id = m.member_id AND t.paid_minor = t.payable_minor)
       ) AS answer,
       (SELECT JSON_ARRAYAGG(JSON_OBJECT('account', p.account_role, 'taxCodeId', p.tax_code_id,
          'amountMinor', p.net_minor + p.tax_minor) ORDER BY p.position)
        FROM drawer_act_part p WHERE m.kind = 'bankMoney' AND p.drawer_act_id = m.member_id) AS parts
     FROM (SELECT * FROM statement_line WHERE standing ORDER BY date DESC, id DESC LIMIT ${PAST}) l
     LEFT JOIN match_member m ON m.match_group_id = l.match_group_id AND m.kind <> 'line'
       AND NOT EXISTS (SELECT 1 FROM match_member c WHERE c.match_group_id = m.match_group_id
         AND c.kind <> 'line' AND (c.kind, c.member_id) <> (m.kind, m.member_id))
     ORDER BY l.date DESC, l.id DESC`,
  );
  return found.map(({ groupId, answer, parts, ...line }) => ({
    ...line,
    answer:
      groupId === null
        ? null
        : answer === null
          ? 'expected'
          : answerOf(JSON.parse(answer), JSON.parse(parts ?? '[]') as RecordedPart[]),
  }));
}

/** What was recorded of a line as an answer: of several parts the last one is what is left, the others are sums apart. */
function answerOf(answer: TaughtAnswer, parts: RecordedPart[]): TaughtAnswer {
  if (answer.what !== 'act') return answer;
  const last = parts.at(-1);
  return {
    ...{ ...answer, account: last?.account ?? null, taxCodeId: last?.taxCodeId ?? null },
    ...(parts.length > 1 && {
      apart: parts.slice(0, -1).map((part) => ({ ...part, percent: null })),
    }),
  };
}
