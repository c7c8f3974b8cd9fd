import { setTimeout } from 'node:timers/promises';
import type { TerminalAnswer, TerminalAsk, TerminalOrphan } from '@abacist/contracts';
import type { Actor, CommandContext, Deps } from '../context';
import { row, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import type { ChargeState, Terminal } from '../outside/terminal';
import { toInstant } from '../sales/read';

type Stored = {
  amountMinor: number;
  tenderId: number;
  status: 'asked' | 'approved' | 'declined';
  lastFour: string;
  authorisation: string;
};

/**
 * Asks the terminal for an amount. The reference is kept before the terminal is asked; asked
 * again, what became of it is looked up first, so that nobody is charged twice, whichever answer
 * was lost on the way. It is no transaction of the books: the ticket that takes it is.
 * @throws HttpError 422 `terminal.none`, `terminal.tender`, `terminal.otherCharge`
 */
export async function askTerminal(
  deps: Deps,
  actor: Actor,
  ask: TerminalAsk,
): Promise<TerminalAnswer> {
  const { terminal } = deps.outside;
  if (!terminal) throw refuseWith('terminal.none');
  const { pool } = deps;
  const { reference, amountMinor } = ask;
  await keepAsked(deps, actor, ask);
  // One ask of a reference at a time, over all servers: two would both find nothing and charge.
  for (let waited = 0; waited <= LEASE_SECONDS; waited += PAUSE_MS / 1000) {
    const known = (await stored(pool, reference))!;
    if (known.amountMinor !== amountMinor || known.tenderId !== ask.tenderId) {
      throw refuseWith('terminal.otherCharge', 'amountMinor', {
        amountMinor: known.amountMinor,
      });
    }
    if (known.status === 'declined') return { status: 'declined' };
    if (known.status === 'approved') return approved(known);
    if (await claim(pool, reference)) {
      const found = await whatBecame(reference, amountMinor, terminal);
      await keep(pool, reference, found);
      return found ?? { status: 'unknown' };
    }
    await setTimeout(PAUSE_MS);
  }
  return { status: 'unknown' };
}

/** A little longer than a terminal is waited for. */
const LEASE_SECONDS = 75;
const PAUSE_MS = 500;

/** Keeps what is asked before the terminal is. */
async function keepAsked(
  { pool, clock }: Deps,
  actor: Actor,
  { reference, tenderId, amountMinor }: TerminalAsk,
): Promise<void> {
  const tender = await row(
    pool,
    `SELECT id FROM tender WHERE id = ? AND kind = 'card' AND active`,
    [tenderId],
  );
  if (!tender) throw refuseWith('terminal.tender', 'tenderId');
  await run(
    pool,
    `INSERT IGNORE INTO terminal_charge
       (reference, tender_id, amount_minor, status, user_id, asked_at)
     VALUES (?, ?, ?, 'asked', ?, ?)`,
    [reference, tenderId, amountMinor, actor.id, clock()],
  );
}

/** Whether this ask is the one that asks; by a lease in the database's own time. */
async function claim(db: Db, reference: string): Promise<boolean> {
  const { affectedRows } = await run(
    db,
    `UPDATE terminal_charge SET asking_until = DATE_ADD(NOW(3), INTERVAL ? SECOND)
     WHERE reference = ? AND status = 'asked'
       AND (asking_until IS NULL OR asking_until < NOW(3))`,
    [LEASE_SECONDS, reference],
  );
  return affectedRows === 1;
}

/** Looks first, then charges; when that answer is lost, looks once more. */
async function whatBecame(
  reference: string,
  amountMinor: number,
  terminal: Terminal,
): Promise<ChargeState | undefined> {
  try {
    const before = await terminal.find(reference);
    if (before) return before;
  } catch {
    // Out of reach: to charge now might charge twice.
    return undefined;
  }
  try {
    return await terminal.charge(reference, amountMinor);
  } catch {
    return terminal.find(reference).catch(() => undefined);
  }
}

/** Keeps what is known now, and lets whoever asks next ask. */
async function keep(db: Db, reference: string, state: ChargeState | undefined): Promise<void> {
  const [lastFour, authorisation] =
    state?.status === 'approved' ? [state.lastFour, state.authorisation] : [null, null];
  await run(
    db,
    `UPDATE terminal_charge
     SET status = ?, last_four = ?, authorisation = ?, asking_until = NULL
     WHERE reference = ? AND status = 'asked'`,
    [state?.status ?? 'asked', lastFour, authorisation, reference],
  );
}

const stored = (db: Db, reference: string) =>
  row<Stored>(
    db,
    `SELECT amount_minor AS amountMinor, tender_id AS tenderId, status,
       last_four AS lastFour, authorisation
     FROM terminal_charge WHERE reference = ?`,
    [reference],
  );

const approved = ({ lastFour, authorisation }: Stored): TerminalAnswer => ({
  status: 'approved',
  lastFour,
  authorisation,
});

/** Minutes until an approved charge that no ticket took is a loose end. */
const ORPHAN_MINUTES = 10;

/** Charges that the terminal approved and no standing ticket took. */
export async function terminalOrphans(db: Db, now: Date): Promise<TerminalOrphan[]> {
  const before = new Date(now.getTime() - ORPHAN_MINUTES * 60_000);
  const found = await rows<TerminalOrphan>(
    db,
    `SELECT c.reference, c.amount_minor AS amountMinor, c.last_four AS lastFour,
       c.authorisation, c.asked_at AS askedAt, u.name AS \`by\`
     FROM terminal_charge c
     JOIN user u ON u.id = c.user_id
     WHERE c.status = 'approved' AND c.resolved_at IS NULL AND c.asked_at < ?
       AND NOT EXISTS (
         SELECT 1 FROM sale_tender st
         LEFT JOIN sale_void v ON v.sale_id = st.sale_id
         WHERE st.reference = c.authorisation AND st.tender_id = c.tender_id AND v.id IS NULL)
     ORDER BY c.asked_at`,
    [before],
  );
  return found.map((one) => ({ ...one, askedAt: toInstant(one.askedAt) }));
}

/** Says that the money of a charge was given back at the terminal; a bookkeeper's word. */
export async function resolveCharge(
  { tx, now }: CommandContext,
  reference: string,
): Promise<CommandResult<object>> {
  const { affectedRows } = await run(
    tx,
    `UPDATE terminal_charge SET resolved_at = ?
     WHERE reference = ? AND status = 'approved' AND resolved_at IS NULL`,
    [now, reference],
  );
  if (affectedRows === 0) throw notFound('terminal.unknown');
  return { answer: {} };
}
