import { proposeAllocation } from '@abacist/core/accounts';
import type { ExtraLine } from '@abacist/core/sales';
import { takeOf, type OfferedTender } from '@abacist/core/tenders';
import { paidBy } from '@abacist/core/typedTenders';
import type { CommandContext } from '../context';
import { row } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { sell } from '../sales/sell';
import { lockAccounts, ticketAccounts } from './load';
import { loadAccountRules } from './rules';

type Rung = { saleId: number; number: string };

const ring = async (
  context: CommandContext,
  drawerId: number | null,
  extras: ExtraLine[],
  tenders: OfferedTender[],
): Promise<Rung> => {
  const { answer } = await sell(context, { drawerId, lines: [], extras, tenders });
  return { saleId: answer.saleId, number: answer.number };
};

/** A payment on an account, given to its charges as it would be proposed, or left open. */
async function onAccount(
  { tx, today: date }: CommandContext,
  {
    chargeAccountId,
    amountMinor,
    later,
    earns,
  }: { chargeAccountId: number; amountMinor: number; later: boolean; earns: boolean },
): Promise<ExtraLine> {
  await lockAccounts(tx, [chargeAccountId]);
  const rules = await loadAccountRules(tx);
  const [account] = await ticketAccounts(tx, [], [chargeAccountId], date, rules);
  const { allocations } = proposeAllocation(
    amountMinor,
    later ? [] : (account?.charges ?? []),
    { date, rules: rules.discount },
  );
  return {
    kind: 'accountPayment',
    chargeAccountId,
    amountMinor,
    allocations: allocations.map((one) => (earns ? one : { ...one, discountMinor: 0 })),
    keepCredit: true,
    reason: '',
  };
}

/**
 * A payment as a ticket of its own: on an account, given to its charges as it would be proposed, or left open until
 * somebody does; what no charge takes stays as a credit. Where nobody knows whose it is, it waits under its name.
 * @param drawerId null: at the desk
 */
export async function ringPayment(
  context: CommandContext,
  {
    drawerId,
    chargeAccountId,
    name = '',
    tender,
    later = false,
  }: {
    drawerId: number | null;
    chargeAccountId: number | null;
    name?: string;
    tender: OfferedTender;
    later?: boolean;
  },
): Promise<Rung> {
  const amountMinor = paidBy(tender);
  const earns = takeOf(tender.kind).earnsDiscount === true;
  const extra: ExtraLine =
    chargeAccountId === null
      ? { kind: 'unknownPayment', name, amountMinor }
      : await onAccount(context, { chargeAccountId, amountMinor, later, earns });
  return ring(context, drawerId, [extra], [tender]);
}

/**
 * A payment whose payer is known now goes on his account, by a ticket of today without money. It earns no discount by
 * itself: when it came is a matter for whoever allocates it.
 * @throws HttpError 422 `unknownPayment.unknown`, those of payments on accounts
 */
export async function payerKnown(
  context: CommandContext,
  { chargeAccountId }: { chargeAccountId: number },
  unknownPaymentId: number,
): Promise<CommandResult<Rung>> {
  const payment = await row<{ amountMinor: number }>(
    context.tx,
    'SELECT amount_minor AS amountMinor FROM unknown_payment WHERE id = ?',
    [unknownPaymentId],
  );
  if (!payment) throw refuseWith('unknownPayment.unknown', 'unknownPaymentId');
  const { amountMinor } = payment;
  const known = { chargeAccountId, amountMinor, later: false, earns: false };
  const rung = await ring(
    context,
    null,
    [{ kind: 'unknownPaid', unknownPaymentId, amountMinor }, await onAccount(context, known)],
    [],
  );
  return { answer: rung, documentNumber: rung.number };
}
