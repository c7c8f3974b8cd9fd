import type { DeskPaymentsAnswer, DeskPaymentsCommand } from '@abacist/contracts';
import { sum } from '@abacist/core/money';
import { paidBy } from '@abacist/core/typedTenders';
import type { CommandContext } from '../context';
import { placeholders, rows } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { gather } from '../http/gather';
import { sendSlip } from '../slips/slip';
import { checkDay } from '../ledger/checkDay';
import { ringPayment } from './ringPayment';

/**
 * Payments that came by post or to the bank: each is a ticket of its own without a drawer, its cheque lies in
 * the safe at once, a transfer waits for its line. All of them, or none; with them the slip, if it is wished.
 * @throws HttpError 422 with every place that is wrong: `deskPayments.total` (differenceMinor), `day.future`,
 * `lock.filed`, `deskPayments.noCheque` (a slip of none), those of payments and slips
 */
export async function receivePayments(
  context: CommandContext,
  { date, totalMinor, payments, slip }: DeskPaymentsCommand,
): Promise<CommandResult<DeskPaymentsAnswer>> {
  const paidMinor = sum(payments.map(({ tender }) => paidBy(tender)));
  if (paidMinor !== totalMinor) {
    throw refuseWith('deskPayments.total', 'totalMinor', {
      differenceMinor: paidMinor - totalMinor,
    });
  }
  checkDay(context, date);
  const { on, part, done } = gather(context);
  const receipts: DeskPaymentsAnswer['receipts'] = [];
  for (const [i, payment] of payments.entries()) {
    await part(`payments.${i}`, async () => {
      receipts.push(await ringPayment(on(date), { ...payment, drawerId: null }));
    });
  }
  done();
  const number = slip && (await slipOf(context, receipts, slip));
  return { answer: { receipts, slip: number }, documentNumber: receipts[0]!.number };
}

/** The cheques of these payments go to the bank. */
async function slipOf(
  context: CommandContext,
  receipts: DeskPaymentsAnswer['receipts'],
  { bankAccountId, bankReference }: NonNullable<DeskPaymentsCommand['slip']>,
): Promise<string> {
  const items = await rows<{ id: number; amountMinor: number }>(
    context.tx,
    `SELECT id, amount_minor AS amountMinor FROM safe_item
     WHERE sale_id IN (${placeholders(receipts.length)}) ORDER BY id`,
    receipts.map(({ saleId }) => saleId),
  );
  if (items.length === 0) throw refuseWith('deskPayments.noCheque', 'slip');
  const { answer } = await sendSlip(context, {
    bankAccountId,
    bankReference,
    items: items.map(({ id, amountMinor }) => ({ safeItemId: id, amountMinor })),
    bankTotalMinor: sum(items.map(({ amountMinor }) => amountMinor)),
  });
  return answer.number;
}
