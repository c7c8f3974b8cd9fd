import { returnCheque } from '@abacist/server/src/accounts/returnedCheque';
import { row } from '@abacist/server/src/db/pool';
import { act, at, type World } from './world';

/** Cheques of the demo that come back: one that paid on an account, then one of a walk-in. */
export type ComesBack = {
  /** The account's cheque that the bank has returned and nobody has recorded yet. */
  waiting: { id: number; amountMinor: number } | null;
  account: boolean;
  walkIn: boolean;
};

/** The latest cheque at the bank that paid on an account, or one that did not. */
function latestAtBank({ deps }: World, onAccount: boolean) {
  return row<{ id: number; number: string; amountMinor: number }>(
    deps.pool,
    `SELECT q.id, q.number, q.amount_minor AS amountMinor
     FROM cheque q
     JOIN sale_tender st ON st.id = q.sale_tender_id
     JOIN safe_item i ON i.cheque_id = q.id
     JOIN slip_item si ON si.safe_item_id = i.id
     WHERE EXISTS (SELECT 1 FROM open_item p WHERE p.sale_id = st.sale_id) = ?
     ORDER BY q.id DESC LIMIT 1`,
    [onAccount ? 1 : 0],
  );
}

/**
 * Some days before today the bank returns the latest cheque of an account, which the bookkeeper
 * records the next morning; the line of a walk-in's cheque is left for whoever looks at the demo.
 */
export async function chequesComeBack(
  world: World,
  date: string,
  back: number,
): Promise<void> {
  const { comesBack, bank } = world;
  if (comesBack.waiting) await record(world, date, comesBack.waiting);
  const bounce = async (onAccount: boolean) => {
    const cheque = await latestAtBank(world, onAccount);
    if (!cheque) return null;
    const { id, number, amountMinor } = cheque;
    // The walk-in's bank does not say which cheque it was.
    const text = onAccount ? `RETURNED ITEM CHEQUE ${number}` : 'RETURNED ITEM';
    bank.booked.push({ date, amountMinor: -amountMinor, text });
    return { id, amountMinor };
  };
  if (back <= 11 && !comesBack.account) {
    comesBack.account = true;
    comesBack.waiting = await bounce(true);
  }
  if (back <= 4 && back > 1 && !comesBack.walkIn) {
    comesBack.walkIn = true;
    await bounce(false);
  }
}

/** The bookkeeper sees the line and records which cheque it was. */
async function record(
  world: World,
  date: string,
  { id, amountMinor }: { id: number; amountMinor: number },
): Promise<void> {
  const line = await row<{ id: number; date: string }>(
    world.deps.pool,
    'SELECT id, date FROM statement_line WHERE amount_minor = ? AND match_group_id IS NULL',
    [-amountMinor],
  );
  if (!line) return;
  world.comesBack.waiting = null;
  const command = {
    date: line.date,
    feeMinor: 20_00,
    reason: 'Not sufficient funds',
    lineId: line.id,
  };
  await act(
    world,
    world.people.osric,
    at(world, date, '09:30'),
    (context, body: typeof command) => returnCheque(context, body, id),
    command,
  );
}
