import type { SafeView, SlipAnswer, SlipCommand, SlipSummary } from '@abacist/contracts';
import type { BagCause } from '@abacist/core/bagCauses';
import { decideSlip } from '@abacist/core/slips';
import { ON_SLIP } from '@abacist/core/takings';
import { denominations, sum } from '@abacist/core/money';
import { isCashPot } from '@abacist/core/drawer';
import type { CommandContext, Shop } from '../context';
import { insertMany, placeholders, rows, row, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith, unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';
import { DOCUMENT_OF_ACT } from '../drawer/acts/kinds';
import { heldBy } from '../takings/held';
import { piecesInSafe } from './pieces';
import { ORIGIN } from './read';
import { safeCounts } from './safeCount';

/** Sends a deposit slip: takes its items from the safe and posts them to bank in transit. */
export async function sendSlip(
  context: CommandContext,
  command: SlipCommand,
): Promise<CommandResult<SlipAnswer>> {
  const { tx, shop, today, actor, now } = context;
  const bankAccount = await row<{ currency: string }>(
    tx,
    'SELECT currency FROM bank_account WHERE id = ?',
    [command.bankAccountId],
  );
  if (bankAccount?.currency !== shop.currency) {
    throw refuseWith('bank.unknownAccount', 'bankAccountId');
  }
  const ids = command.items.map(({ safeItemId }) => safeItemId);
  const safe = await rows<{
    id: number;
    takingsDay: string;
    amount: number;
    taken: number;
    leftMinor: number;
    pot: string;
    chequeDated: string | null;
  }>(
    tx,
    `SELECT i.id, i.takings_day AS takingsDay, i.amount_minor AS amount,
       i.taken_minor AS taken, CAST(i.amount_minor - i.taken_minor AS SIGNED) AS leftMinor,
       IF(i.cheque_id IS NULL, i.from_pot, 'cheque') AS pot,
       (SELECT q.dated FROM cheque q WHERE q.id = i.cheque_id) AS chequeDated
     FROM safe_item i WHERE i.id IN (${placeholders(ids.length)})
     ORDER BY i.id FOR UPDATE`,
    ids,
  );
  const { totalMinor, lines } = unwrap(
    decideSlip(command, safe, today, denominations(shop.currency)),
  );
  for (const { safeItemId, amountMinor } of command.items) {
    const before = safe.find(({ id }) => id === safeItemId)!;
    const { affectedRows } = await run(
      tx,
      'UPDATE safe_item SET taken_minor = taken_minor + ? WHERE id = ? AND taken_minor = ?',
      [amountMinor, safeItemId, before.taken],
    );
    if (affectedRows !== 1) throw refuseWith('slip.itemGone', 'items');
  }
  const { insertId: slipId } = await run(
    tx,
    `INSERT INTO slip (bank_account_id, date, bank_reference, total_minor, user_id, sent_at)
     VALUES (?, ?, ?, ?, ?, ?)`,
    [command.bankAccountId, today, command.bankReference, totalMinor, actor.id, now],
  );
  await insertMany(
    tx,
    'slip_item',
    ['slip_id', 'safe_item_id', 'amount_minor'],
    command.items.map(({ safeItemId, amountMinor }) => [slipId, safeItemId, amountMinor]),
  );
  await insertMany(
    tx,
    'slip_cash',
    ['slip_id', 'denomination_minor', 'pieces'],
    Object.entries(command.count ?? {})
      .filter(([, pieces]) => pieces > 0)
      .map(([value, pieces]) => [slipId, Number(value), pieces]),
  );
  const { number } = await postDocument(context, {
    kind: 'slip',
    subjectId: slipId,
    date: today,
    lines,
    memo: command.bankReference,
    holders: { [ON_SLIP]: `slip ${slipId}` },
  });
  return { answer: { slipId, number, totalMinor }, documentNumber: number };
}

type SafeItem = SafeView['items'][number];
type ItemRow = Pick<SafeItem, 'id' | 'drawer' | 'closeNumber' | 'by'> & {
  chequeNumber: string | null;
  drawnBy: string;
  dated: string;
};

/** What waits in the safe, oldest day first, and the slips that left it. */
export async function safeView(
  db: Db,
  { currency }: Pick<Shop, 'currency'>,
  today: string,
): Promise<SafeView> {
  const [bankAccounts, held, slips, counts] = await Promise.all([
    rows<SafeView['bankAccounts'][number]>(
      db,
      'SELECT id, name, account_number AS accountNumber FROM bank_account ORDER BY id',
    ),
    heldBy(db, 'safe'),
    listSlips(db),
    safeCounts(db),
  ]);
  const cashMinor = sum(
    held.filter(({ pot }) => isCashPot(pot)).map(({ amountMinor }) => amountMinor),
  );
  const pieces = await piecesInSafe(db, cashMinor);
  const items = await safeItems(
    db,
    held.map(({ holder }) => Number(holder.split(' ')[1])),
  );
  return {
    counts,
    pieces,
    bankAccounts,
    denominations: [...denominations(currency)],
    items: held.flatMap(({ takingsDay, holder, amountMinor }): SafeItem[] => {
      const item = items.get(Number(holder.split(' ')[1]));
      if (!item) return [];
      const { chequeNumber, drawnBy, dated, ...rest } = item;
      return [
        {
          ...rest,
          takingsDay,
          leftMinor: amountMinor,
          cheque: chequeNumber === null ? null : { number: chequeNumber, drawnBy, dated },
          later: chequeNumber !== null && dated > today,
        },
      ];
    }),
    slips,
  };
}

/** Where items of the safe come from, by their ids. */
async function safeItems(db: Db, ids: readonly number[]): Promise<Map<number, ItemRow>> {
  if (ids.length === 0) return new Map();
  const found = await rows<ItemRow>(
    db,
    `SELECT i.id, COALESCE(dr.name, '') AS drawer,
       CONCAT(d.series, '-', d.number) AS closeNumber,
       CASE WHEN i.sale_id IS NOT NULL THEN IF(i.cheque_id IS NULL, 'refund', 'post')
         WHEN c.id IS NOT NULL THEN 'count' WHEN x.id IS NOT NULL THEN ${DOCUMENT_OF_ACT}
         ELSE 'safeCount' END AS \`by\`,
       q.number AS chequeNumber, q.drawn_by AS drawnBy, q.dated
     FROM safe_item i
     ${ORIGIN}
     JOIN document d ON d.subject_id = COALESCE(c.id, x.id, i.safe_count_id, i.sale_id)
       AND d.kind = CASE WHEN i.sale_id IS NOT NULL THEN 'sale' WHEN c.id IS NOT NULL THEN 'drawerClose'
         WHEN x.id IS NOT NULL THEN ${DOCUMENT_OF_ACT} ELSE 'safeCount' END
     WHERE i.id IN (${placeholders(ids.length)})`,
    ids,
  );
  return new Map(found.map((item) => [item.id, item]));
}

async function listSlips(db: Db): Promise<SlipSummary[]> {
  type Row = Omit<SlipSummary, 'days' | 'bag'> & {
    days: string;
    differenceMinor: number | null;
    cause: BagCause | null;
    note: string;
  };
  const found = await rows<Row>(
    db,
    `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, s.date,
       s.total_minor AS totalMinor, s.bank_reference AS bankReference,
       (SELECT GROUP_CONCAT(DISTINCT i.takings_day ORDER BY i.takings_day)
        FROM slip_item si JOIN safe_item i ON i.id = si.safe_item_id
        WHERE si.slip_id = s.id) AS days,
       (SELECT MIN(l.date) FROM statement_line l
        WHERE l.match_group_id = s.match_group_id) AS atBankOn,
       CONCAT(rd.series, '-', rd.number) AS recalledBy,
       g.bag_difference_minor AS differenceMinor, g.bag_cause AS cause, COALESCE(e.memo, '') AS note
     FROM slip s
     JOIN document d ON d.kind = 'slip' AND d.subject_id = s.id
     LEFT JOIN match_group g ON g.id = s.match_group_id
     LEFT JOIN entry e ON e.kind = 'match' AND e.subject_id = g.id
     LEFT JOIN slip_recall r ON r.slip_id = s.id
     LEFT JOIN document rd ON rd.kind = 'slipRecall' AND rd.subject_id = r.id
     ORDER BY s.id DESC LIMIT 100`,
  );
  return found.map(({ days, differenceMinor, cause, note, ...slip }) => ({
    ...slip,
    days: days.split(','),
    bag: differenceMinor ? { differenceMinor, cause: cause ?? 'other', note } : null,
  }));
}
