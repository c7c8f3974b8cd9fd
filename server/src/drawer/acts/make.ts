import type { DrawerActAnswer, DrawerActCommand } from '@abacist/contracts';
import {
  ACT_FACTS,
  decideAct,
  DRAWER_ACTS,
  isCashPot,
  isOfDrawer,
  type ActState,
  type DecidedAct,
} from '@abacist/core/drawer';
import { denominations, minor } from '@abacist/core/money';
import {
  bySafeItem,
  IN_OTHER_DRAWER,
  IN_TRANSIT_OF_ACT,
  ofSession,
} from '@abacist/core/takings';
import { toTaxCode } from '@abacist/core/tax';
import type { CommandContext } from '../../context';
import { insertMany, row, rows, run } from '../../db/pool';
import type { CommandResult } from '../../http/command';
import { refuseWith } from '../../http/errors';
import { postDocument } from '../../ledger/post';
import { acceptPair, BY_HAND } from '../../matching/accept';
import { taxCodesOn } from '../../sales/catalogue';
import { bankAccountIds } from '../../sales/ownCheques';
import { beginSession, beingCounted, findSession } from '../../sales/session';
import { heldBy } from '../../takings/held';
import { cashInDrawer } from '../holds';
import { decidedOf } from './decided';

/**
 * Money goes into a drawer or out of it beside the tickets: paid out, other money in, the owner's, a
 * drop to the safe. Acts of one drawer wait for each other, and a count that begins waits for them. What is
 * recorded from a line of the bank is matched with it.
 */
export async function makeAct(
  context: CommandContext,
  command: DrawerActCommand,
): Promise<CommandResult<DrawerActAnswer>> {
  const { tx, shop, today, actor, now } = context;
  const { kind, amountMinor, party, words, bankAccountId } = command;
  const drawerId = await drawerOf(context, command);
  const open =
    drawerId === null
      ? undefined
      : command.sessionId
        ? await beingCounted(context, drawerId, command.sessionId)
        : await findSession(context, drawerId);
  const safe = ACT_FACTS[kind].fromSafe ? await safeCash(context) : [];
  const [held, drawerHoldsMinor, codes, rules, bankAccounts, drawers, departments] =
    await Promise.all([
      open === undefined ? [] : heldBy(tx, 'drawer', [ofSession(open)]),
      drawerId === null ? 0 : cashInDrawer(tx, drawerId),
      taxCodesOn(tx, today),
      row<{ paidOutFreeMinor: number | null }>(
        tx,
        'SELECT paid_out_free_minor AS paidOutFreeMinor FROM counter_rule',
      ),
      bankAccountId === undefined ? [] : bankAccountIds(tx),
      command.toDrawerId === undefined
        ? []
        : rows<{ id: number }>(tx, 'SELECT id FROM drawer'),
      command.parts.some(({ departmentId }) => departmentId)
        ? rows<{ id: number }>(tx, 'SELECT id FROM department')
        : [],
    ]);
  const act = decidedOf(
    context,
    decideAct(command, {
      today,
      drawerId,
      // Takings of a later day pay for nothing of an earlier one.
      held: held.filter(({ pot, takingsDay }) => isCashPot(pot) && takingsDay <= today),
      bankAccountIds: bankAccounts,
      drawerIds: drawers.map(({ id }) => id),
      drawerHoldsMinor,
      safe,
      taxCodes: codes.map(toTaxCode),
      departmentIds: departments.map(({ id }) => id),
      rounding: shop.taxRounding,
      cashStepMinor: shop.cashStepMinor,
      denominations: denominations(shop.currency),
      paidOutFreeMinor: rules?.paidOutFreeMinor ?? null,
    }),
  );
  const approvalId = await context.approve(act.broken);
  const drawerSessionId =
    drawerId === null ? null : (open ?? (await beginSession(context, drawerId)));
  const toSessionId =
    command.toDrawerId === undefined ? null : await takesUp(context, command.toDrawerId);
  const { insertId: actId } = await run(
    tx,
    `INSERT INTO drawer_act
       (kind, drawer_session_id, date, amount_minor, party, words, user_id, made_at,
        bank_account_id, to_session_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      kind,
      drawerSessionId,
      today,
      amountMinor,
      party,
      words,
      actor.id,
      now,
      bankAccountId ?? null,
      toSessionId,
    ],
  );
  await storeParts(context, actId, act);
  await insertMany(
    tx,
    'drawer_act_piece',
    ['drawer_act_id', 'denomination_minor', 'pieces'],
    Object.entries(command.count ?? {})
      .filter(([, pieces]) => pieces > 0)
      .map(([value, pieces]) => [actId, Number(value), pieces]),
  );
  const holders = await storeSafeItems(context, actId, act);
  await fetchFromSafe(context, actId, act);
  const { number } = await postDocument(context, {
    kind: DRAWER_ACTS[kind].document,
    subjectId: actId,
    date: today,
    lines: act.lines,
    memo: [party, words].filter(Boolean).join(': ').slice(0, 200),
    ...(drawerSessionId !== null && { drawerSessionId }),
    approvalId,
    holders: {
      ...holders,
      [IN_TRANSIT_OF_ACT]: `act ${actId}`,
      [IN_OTHER_DRAWER]: ofSession(toSessionId),
    },
  });
  if (command.lineId !== undefined)
    await acceptPair(
      context,
      bankAccountId ?? 0,
      { movement: `bankMoney ${actId}`, lineId: command.lineId },
      BY_HAND,
    );
  return { answer: { id: actId, number }, documentNumber: number };
}

/**
 * The drawer of an act that is of one; its row is held, so that acts of one drawer wait for each other.
 * @throws HttpError 422 `drawer.unknown`
 */
async function drawerOf(
  { tx }: CommandContext,
  { kind, drawerId }: DrawerActCommand,
): Promise<number | null> {
  if (drawerId === undefined || !isOfDrawer(kind)) return null;
  const drawer = await row(tx, 'SELECT id FROM drawer WHERE id = ? FOR UPDATE', [drawerId]);
  if (!drawer) throw refuseWith('drawer.unknown', 'drawerId');
  return drawerId;
}

/** The open session of the drawer that takes cash up; a count of it that begins waits. */
const takesUp = async (context: CommandContext, drawerId: number): Promise<number> =>
  (await findSession(context, drawerId)) ?? (await beginSession(context, drawerId));

async function storeParts(
  { tx }: CommandContext,
  actId: number,
  { parts }: DecidedAct,
): Promise<void> {
  await insertMany(
    tx,
    'drawer_act_part',
    [
      'drawer_act_id',
      'position',
      'account_role',
      'tax_code_id',
      'department_id',
      'net_minor',
      'tax_minor',
      'words',
    ],
    parts.map(({ account, taxCodeId, departmentId, netMinor, taxMinor, words }, i) => [
      actId,
      i + 1,
      account,
      taxCodeId,
      departmentId ?? null,
      netMinor,
      taxMinor,
      words,
    ]),
  );
  await insertMany(
    tx,
    'drawer_act_tax',
    ['drawer_act_id', 'position', 'authority_id', 'tax_minor'],
    parts.flatMap((part, i) =>
      part.parts.map(({ authorityId, taxMinor }) => [actId, i + 1, authorityId, taxMinor]),
    ),
  );
}

/** What was dropped lies in the safe, by the day and pot that took it. */
async function storeSafeItems(
  { tx }: CommandContext,
  actId: number,
  { safeItems }: DecidedAct,
): Promise<Record<string, string>> {
  const holders: Record<string, string> = {};
  for (const [i, { takingsDay, pot, amountMinor }] of safeItems.entries()) {
    const { insertId } = await run(
      tx,
      `INSERT INTO safe_item (drawer_act_id, takings_day, from_pot, amount_minor)
       VALUES (?, ?, ?, ?)`,
      [actId, takingsDay, pot, amountMinor],
    );
    holders[bySafeItem(i + 1)] = `safeItem ${insertId}`;
  }
  return holders;
}

/** Cash that waits in the safe, the oldest day first, held until it is decided. */
async function safeCash({ tx }: CommandContext): Promise<ActState['safe']> {
  const found = await rows<Omit<ActState['safe'][number], 'amountMinor'> & { left: number }>(
    tx,
    `SELECT id AS safeItemId, takings_day AS takingsDay, from_pot AS pot,
       CAST(amount_minor - taken_minor AS SIGNED) AS \`left\`
     FROM safe_item
     WHERE cheque_id IS NULL AND amount_minor <> taken_minor
     ORDER BY takings_day, id FOR UPDATE`,
  );
  return found.map(({ left, ...part }) => ({ ...part, amountMinor: minor(left) }));
}

/** What was taken out of the safe is gone from its items. */
async function fetchFromSafe(
  { tx }: CommandContext,
  actId: number,
  { fetched }: DecidedAct,
): Promise<void> {
  for (const { safeItemId, amountMinor } of fetched) {
    await run(tx, 'UPDATE safe_item SET taken_minor = taken_minor + ? WHERE id = ?', [
      amountMinor,
      safeItemId,
    ]);
  }
  await insertMany(
    tx,
    'drawer_act_safe',
    ['drawer_act_id', 'safe_item_id', 'amount_minor'],
    fetched.map(({ safeItemId, amountMinor }) => [actId, safeItemId, amountMinor]),
  );
}
