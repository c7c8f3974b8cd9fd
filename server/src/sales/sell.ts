import type { SaleAnswer, SaleCommand } from '@abacist/contracts';
import { sum } from '@abacist/core/money';
import {
  decideSale,
  extraRoomOf,
  type DecidedSale,
  type OriginalSale,
  type SaleState,
} from '@abacist/core/sales';
import { bySafeItem, byTender, isByPlace } from '@abacist/core/takings';
import type { Outcome } from '@abacist/core/outcome';
import type { CommandContext } from '../context';
import { rows, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';
import { catalogueFor } from './catalogue';
import { storeCharges, storeCredited } from '../accounts/ofTicket';
import { paymentsTakenBack } from '../accounts/paymentBack';
import { lockAccounts, ticketAccounts } from '../accounts/load';
import { cashInDrawer, cashInSafe } from '../drawer/holds';
import { loadAccountRules } from '../accounts/rules';
import { creditsOf, issueCredit } from './credit';
import { chequesTakenBefore } from './knownCheques';
import { bankAccountIds } from './ownCheques';
import { loadOriginal } from './original';
import { partiesOf } from './parties';
import { owedCheques } from './returnedCheques';
import { unknownPaymentsOf } from './unknownPayments';
import { loadCounterRules, returnReasons } from './rules';
import { lockOrders } from '../orders/load';
import { beginSession, beingCounted, findSession } from './session';
import { storeReturn } from './storeReturn';
import { sellOfOrders } from './ofOrders';
import { broughtByOf, storeExtras } from './storeExtras';
import { storeSale } from './storeSale';
import { tendersByIds } from './shopTenders';
import { storeTenders } from './storeTenders';
import { matchTransfers } from './transfers';
import { vouchersOf } from './vouchers';
import { namedBy } from '../tenders/kinds';

/** Rings a ticket, a sale or a return or both. */
export const sell = (
  context: CommandContext,
  command: SaleCommand,
): Promise<CommandResult<SaleAnswer>> =>
  ring(context, command, { decide: (state) => decideSale(command, state) });

/** How a ticket is decided, and when its money was taken, where that is not now. */
type HowRung = {
  decide: (state: SaleState) => Outcome<DecidedSale>;
  taken?: { date: string; at: Date | null };
};

/**
 * Rings what a command names: decides it by core, stores what was decided, posts
 * it, numbers the receipt and a credit note where it issues one.
 */
export async function ring(
  context: CommandContext,
  command: SaleCommand,
  { decide, taken }: HowRung,
): Promise<CommandResult<SaleAnswer>> {
  const { tx, shop, today, actor } = context;
  const original = await originalOf(context, command);
  const goods = command.returned && 'goods' in command.returned ? command.returned.goods : [];
  const itemIds = [...command.lines, ...goods].flatMap((line) =>
    'itemId' in line ? [line.itemId] : [],
  );
  const names = namedBy(command);
  const orders = await lockOrders(tx, [...orderIdsOf(command), ...names.orders]);
  const named = { charged: names.accounts, paid: accountsPaid(command) };
  await lockAccounts(tx, [...named.charged, ...named.paid]);
  const [
    session,
    tenders,
    counterRules,
    catalogue,
    credits,
    vouchers,
    broughtBy,
    drawerHoldsMinor,
    reasons,
    bankAccounts,
    returnedCheques,
    knownCheques,
    unknown,
  ] = await Promise.all([
    sessionOf(context, command),
    tendersOf(context, command),
    loadCounterRules(tx),
    catalogueFor(tx, [...new Set(itemIds)], today),
    creditsOf(context, command),
    vouchersOf(context, command),
    broughtByOf(context, command),
    !(names.cash || bringsCash(command))
      ? null
      : command.drawerId === null
        ? cashInSafe(tx)
        : cashInDrawer(tx, command.drawerId),
    command.returned ? returnReasons(tx) : [],
    names.bankAccount ? bankAccountIds(tx) : [],
    owedCheques(context, command),
    chequesTakenBefore(tx, command),
    unknownPaymentsOf(context, command),
  ]);
  const { allowanceOf, voucherDays: _, cardExtras, ...returnRules } = counterRules;
  const accounts = await accountStateOf(context, named);
  const payments = await paymentsTakenBack(context, command);
  const parties = await partiesOf(context, command, catalogue.taxCodes);
  const sale = unwrap(
    decide({
      today,
      catalogue,
      rules: {
        pricesIncludeTax: parties.pricesIncludeTax,
        buyer: parties.buyer,
        roundBy: shop.taxRoundBy,
        rounding: shop.taxRounding,
      },
      cashStepMinor: shop.cashStepMinor,
      currency: shop.currency,
      knownCheques,
      drawerId: command.drawerId,
      tenders,
      allowance: allowanceOf(actor.role),
      credits,
      vouchers,
      unknownPayments: unknown,
      cardExtras,
      orders,
      ...accounts,
      payments,
      broughtBy,
      drawerHoldsMinor,
      bankAccountIds: bankAccounts,
      returnedCheques,
      returnRules,
      reasons,
      original,
    }),
  );
  const approvalId = await context.approve(sale.broken);
  const drawerSessionId =
    command.drawerId === null
      ? null
      : (session ?? (await beginSession(context, command.drawerId)));
  const saleId = await storeSale(context, command, drawerSessionId, sale, parties);
  await sellOfOrders(context, command, sale);
  if (sale.returned && command.returned) {
    await storeReturn(context, saleId, command.returned, sale.returned);
  }
  await storeTenders(context, saleId, drawerSessionId, sale, tenders, taken);
  await storeCharges(context, saleId, sale, command.tenders);
  await storeCredited(context, saleId, sale);
  const sold = await storeExtras(context, saleId, command.extras ?? [], sale);
  const credit = await issueCredit(context, saleId, sale);
  const { number } = await postDocument(context, {
    kind: 'sale',
    subjectId: saleId,
    date: today,
    lines: sale.lines,
    memo: '',
    ...(drawerSessionId !== null && { drawerSessionId }),
    approvalId,
    salespersonId: parties.salespersonId,
    holders: await tendersHeld(context, saleId, sale),
  });
  await matchTransfers(context, saleId, sale);
  const { totalMinor } = sale;
  return {
    answer: {
      saleId,
      number,
      totalMinor,
      changeMinor: changeOf(sale),
      credit,
      vouchers: sold,
    },
    documentNumber: number,
  };
}

/** The rows of a ticket's tenders, as its entry names them by their place. */
async function tendersHeld(
  { tx }: CommandContext,
  saleId: number,
  { lines }: DecidedSale,
): Promise<Record<string, string>> {
  // Only a transfer, a cheque of ours and one by post are named so: no other ticket asks.
  if (!lines.some(({ tag }) => tag && isByPlace(tag.holder))) return {};
  const found = await rows<{ id: number; position: number; itemId: number | null }>(
    tx,
    `SELECT st.id, st.position, i.id AS itemId
     FROM sale_tender st
     LEFT JOIN cheque q ON q.sale_tender_id = st.id
     LEFT JOIN safe_item i ON i.cheque_id = q.id
       OR (q.id IS NULL AND st.kept_minor < 0 AND i.sale_id = st.sale_id AND i.cheque_id IS NULL)
     WHERE st.sale_id = ?`,
    [saleId],
  );
  return Object.fromEntries(
    found.flatMap(({ id, position, itemId }) => [
      [byTender(position), `tender ${id}`],
      [bySafeItem(position), `safeItem ${itemId ?? ''}`],
    ]),
  );
}

/** The accounts that a ticket pays on. */
const accountsPaid = ({ extras = [] }: SaleCommand): number[] =>
  extras.flatMap((one) => ('chargeAccountId' in one ? [one.chargeAccountId] : []));

/** Those accounts as core decides with them; nothing is read where a ticket names none. */
async function accountStateOf(
  { tx, today }: CommandContext,
  { charged, paid }: { charged: readonly number[]; paid: readonly number[] },
): Promise<Pick<SaleState, 'accounts' | 'discountRules'>> {
  if (charged.length + paid.length === 0) {
    return { accounts: [], discountRules: NO_DISCOUNTS };
  }
  const rules = await loadAccountRules(tx);
  const accounts = await ticketAccounts(tx, charged, paid, today, rules);
  return { accounts, discountRules: rules.discount };
}

const NO_DISCOUNTS = { base: 'gross', partEarns: false, adjustsTax: false } as const;

/** Whether what is no goods takes cash out of the drawer. */
const bringsCash = ({ extras = [] }: SaleCommand): boolean =>
  extras.some(({ kind }) => extraRoomOf(kind).takesCash);

/** The orders that a ticket sells of, or takes or pays back prepayments for. */
const orderIdsOf = ({ lines, extras = [] }: SaleCommand): number[] => [
  ...lines.flatMap(({ order }) => (order ? [order.orderId] : [])),
  ...extras.flatMap((extra) => ('orderId' in extra ? [extra.orderId] : [])),
];

const changeOf = ({ tenders }: DecidedSale) =>
  sum(tenders.map(({ changeMinor }) => changeMinor));

/**
 * The sale that goods come back of. Its row is updated before it is read: two drawers that take
 * back the same goods wait for each other here, and meet as a conflict on a cluster.
 */
async function originalOf(
  { tx }: CommandContext,
  { returned }: SaleCommand,
): Promise<OriginalSale | null> {
  if (!returned || !('saleId' in returned)) return null;
  await run(tx, 'UPDATE sale SET version = version + 1 WHERE id = ?', [returned.saleId]);
  // What it charged may be paid meanwhile: its accounts wait too.
  const charged = await rows<{ id: number }>(
    tx,
    `SELECT charge_account_id AS id FROM sale_tender
     WHERE sale_id = ? AND charge_account_id IS NOT NULL`,
    [returned.saleId],
  );
  await lockAccounts(
    tx,
    charged.map(({ id }) => id),
  );
  // So may a cheque of it that the bank returned.
  await run(tx, 'SELECT id FROM returned_cheque WHERE sale_id = ? FOR UPDATE', [
    returned.saleId,
  ]);
  return loadOriginal(tx, returned.saleId);
}

/** The shop's tenders that a ticket names. */
const tendersOf = ({ tx }: CommandContext, { tenders, refunds = [] }: SaleCommand) =>
  tendersByIds(
    tx,
    [...tenders, ...refunds].map(({ tenderId }) => tenderId),
  );

/** The session that takes a ticket: the open one, or one that is being counted and lacks it; none at the desk. */
function sessionOf(
  context: CommandContext,
  { drawerId, sessionId }: SaleCommand,
): Promise<number | undefined> | undefined {
  if (drawerId === null) return undefined;
  return sessionId === undefined
    ? findSession(context, drawerId)
    : beingCounted(context, drawerId, sessionId);
}
