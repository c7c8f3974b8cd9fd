import {
  allocate,
  brokenChargeRules,
  discountOf,
  dueOf,
  taxPartsOf,
  type Creditor,
  type DecidedAllocation,
  type DiscountRules,
  type ItemLeft,
  type TaxPart,
  type Terms,
  type WantedAllocation,
} from '../accounts';
import { minor, minorFromBigint, minus, shareSigned, sum, ZERO, type Minor } from '../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';
import type { TakenTender } from '../tenders';

/** A charge account as a ticket needs it that charges it or pays on it. */
export type TicketAccount = {
  id: number;
  name: string;
  closed: boolean;
  terms: Terms;
  /** The account, then the one that pays for it. */
  chain: readonly Creditor[];
  holdReason: string | null;
  overdueMinor: number;
  overdueDays: number;
  buyersOnly: boolean;
  buyers: readonly string[];
  /** All accounts that its payer answers for: a credit of one may go to a charge of another. */
  groupIds: readonly number[];
  /** Their open charges, where the ticket pays on it. */
  charges: readonly ItemLeft[];
  /** Its credits that are given to nothing, where the ticket pays one out. */
  credits: readonly Pick<ItemLeft, 'id' | 'leftMinor'>[];
  /** The tax of those charges by authority. */
  taxes: readonly { itemId: number; authorityId: number; taxMinor: number }[];
};

/** A payment on an account: it stands on a ticket of its own. */
export type AccountPayment = {
  kind: 'accountPayment';
  chargeAccountId: number;
  amountMinor: number;
  allocations: readonly WantedAllocation[];
  /** Open credits of the account that are used beside the payment, after it, in this order. */
  credits?: readonly number[] | undefined;
  /** What no charge takes stays as a credit: the person has said so. */
  keepCredit: boolean;
  /** Why a discount is granted after its last day. */
  reason: string;
};

/** A credit on an account that is paid out, or a part of it: it stands on a ticket of its own. */
export type CreditOut = {
  kind: 'creditOut';
  chargeAccountId: number;
  creditItemId: number;
  amountMinor: number;
};

export type PaidAllocation = DecidedAllocation & {
  /** The credit that it is taken from; null: from the payment itself. */
  creditItemId: number | null;
  taxes: { authorityId: number; taxMinor: Minor }[];
};

/** A charge that a ticket makes on an account. */
export type DecidedCharge = {
  /** The tender's place on the ticket. */
  tender: number;
  chargeAccountId: number;
  amountMinor: Minor;
  dueDate: string;
  discountDate: string | null;
  discountMinor: Minor;
  discountTaxMinor: Minor;
  /** Its share of the ticket's tax; what is paid, written off or taken off it takes of these. */
  taxes: TaxPart[];
};

/**
 * What a payment does on its account. Refusals: `account.unknown`, `account.closed`,
 * `account.wouldBeCredit` (overMinor), `allocation.unknownCredit`, those of `allocate`,
 * `discount.paidAhead` (a voucher or what was paid ahead earns none).
 */
export function decidePayment(
  {
    chargeAccountId,
    amountMinor,
    allocations,
    credits = [],
    keepCredit,
    reason,
  }: AccountPayment,
  accounts: readonly TicketAccount[],
  on: { today: string; rules: DiscountRules; earnsDiscount: boolean },
  at: string,
): Outcome<PaidAllocation[]> {
  const account = accounts.find(({ id }) => id === chargeAccountId);
  if (!account) return refuse('account.unknown', `${at}.chargeAccountId`);
  if (account.closed) return refuse('account.closed', at, { name: account.name });
  if (!on.earnsDiscount && allocations.some(({ discountMinor }) => discountMinor > 0)) {
    return refuse('discount.paidAhead', at);
  }
  const used = credits.map((id) => account.credits.find((credit) => credit.id === id));
  if (used.includes(undefined) || new Set(credits).size < credits.length) {
    return refuse('allocation.unknownCredit', `${at}.credits`);
  }
  const sources: Source[] = [
    { creditItemId: null, leftMinor: amountMinor },
    ...used.map((credit) => ({ creditItemId: credit!.id, leftMinor: -credit!.leftMinor })),
  ];
  const whole = sum(sources.map(({ leftMinor }) => leftMinor));
  const decided = allocate(allocations, whole, account.charges, {
    date: on.today,
    rules: on.rules,
    reason,
    accountIds: account.groupIds,
  });
  if (!decided.ok) {
    const refusals = decided.refusals.map(({ at: place, ...one }) => ({
      ...one,
      at: place ? `${at}.${place}` : at,
    }));
    return { ok: false, refusals };
  }
  const given = sum(decided.value.map((one) => one.amountMinor));
  const overMinor = minus(amountMinor, given);
  if (overMinor > 0 && !keepCredit) {
    return refuse('account.wouldBeCredit', at, { overMinor, name: account.name });
  }
  const taxed = decided.value.map((one) => withTaxes(one, account.taxes));
  return accept(taxed.flatMap((one) => takeFrom(sources, one)));
}

type Source = { creditItemId: number | null; leftMinor: number };

/** Takes an allocation from the sources in turn; the discount goes with its last part. */
function takeFrom(sources: Source[], whole: PaidAllocation): PaidAllocation[] {
  const parts: PaidAllocation[] = [];
  let wanted: number = whole.amountMinor;
  for (const source of sources) {
    const part = Math.min(wanted, source.leftMinor);
    if (part === 0) continue;
    source.leftMinor -= part;
    wanted -= part;
    const none = { discountMinor: ZERO, discountTaxMinor: ZERO, late: false, taxes: [] };
    parts.push({
      ...whole,
      ...(wanted > 0 && none),
      amountMinor: minor(part),
      creditItemId: source.creditItemId,
    });
  }
  return parts;
}

/**
 * Whether a credit can be paid out. Refusals: `account.unknown`, `account.closed`,
 * `allocation.unknownCredit`, `allocation.moreThanCredit` (leftMinor).
 */
export function checkCreditOut(
  { chargeAccountId, creditItemId, amountMinor }: CreditOut,
  accounts: readonly TicketAccount[],
  at: string,
): Outcome<never> | undefined {
  const account = accounts.find(({ id }) => id === chargeAccountId);
  if (!account) return refuse('account.unknown', `${at}.chargeAccountId`);
  if (account.closed) return refuse('account.closed', at, { name: account.name });
  const credit = account.credits.find(({ id }) => id === creditItemId);
  if (!credit) return refuse('allocation.unknownCredit', `${at}.creditItemId`);
  return amountMinor > -credit.leftMinor
    ? refuse('allocation.moreThanCredit', `${at}.amountMinor`, {
        leftMinor: -credit.leftMinor,
      })
    : undefined;
}

/** The tax that a discount lowers, by authority: largest remainder of the charge's own tax. */
export function withTaxes(
  allocation: DecidedAllocation,
  taxes: TicketAccount['taxes'],
): PaidAllocation {
  const own = taxes.filter(({ itemId }) => itemId === allocation.chargeItemId);
  if (own.length === 0 || allocation.discountTaxMinor === 0)
    return { ...allocation, creditItemId: null, taxes: [] };
  const parts = shareSigned(
    allocation.discountTaxMinor,
    own.map(({ taxMinor }) => BigInt(taxMinor)),
  );
  return {
    ...allocation,
    creditItemId: null,
    taxes: own.map(({ authorityId }, i) => ({ authorityId, taxMinor: parts[i]! })),
  };
}

/**
 * The charges that a ticket's tenders make, each due by its account's terms, and the rules that
 * they break together. Refusals: `account.unknown`, `account.closed`, `account.notItself`.
 * @param total what the ticket comes to, and of that its tax by authority: sold less taken back
 */
export function decideCharges(
  tenders: readonly TakenTender[],
  total: { amountMinor: number; taxes: readonly { authorityId: number; taxMinor: number }[] },
  accounts: readonly TicketAccount[],
  on: {
    today: string;
    rules: DiscountRules;
    /** A day's totals may name an account for each of its charges. */
    oftenOnOne?: true;
  },
): Outcome<{ charges: DecidedCharge[]; broken: BrokenRule[] }> {
  const charges: DecidedCharge[] = [];
  const broken: BrokenRule[] = [];
  for (const [tender, { charge, amountMinor }] of tenders.entries()) {
    if (!charge) continue;
    const account = accounts.find(({ id }) => id === charge.chargeAccountId);
    if (!account) return refuse('account.unknown', `tenders.${tender}.chargeAccountId`);
    if (account.closed) {
      return refuse('account.closed', `tenders.${tender}`, { name: account.name });
    }
    if (!on.oftenOnOne && charges.some((one) => one.chargeAccountId === account.id)) {
      return refuse('account.twice', `tenders.${tender}`, { name: account.name });
    }
    const chain = account.chain.map((creditor) => ({
      ...creditor,
      balanceMinor: sum([creditor.balanceMinor, chargedBefore(charges, accounts, creditor)]),
    }));
    const taxes = taxPartsOf(amountMinor, total);
    const taxMinor = Math.max(0, sum(taxes.map((part) => part.taxMinor)));
    const off = discountOf({ amountMinor, taxMinor }, account.terms, on.rules);
    charges.push({
      tender,
      chargeAccountId: account.id,
      amountMinor,
      ...dueOf(on.today, account.terms),
      discountMinor: off.discountMinor,
      discountTaxMinor: minorFromBigint(BigInt(off.taxMinor)),
      taxes,
    });
    broken.push(
      ...brokenChargeRules({
        chargedMinor: amountMinor,
        chain,
        holdReason: account.holdReason,
        overdueMinor: account.overdueMinor,
        overdueDays: account.overdueDays,
        buyer: account.buyersOnly
          ? { name: charge.buyer, listed: account.buyers.includes(charge.buyer) }
          : null,
      }),
    );
  }
  return accept({ charges, broken });
}

/** What a ticket charged so far counts against the limits of whoever answers for it. */
const chargedBefore = (
  charges: readonly DecidedCharge[],
  accounts: readonly TicketAccount[],
  { chargeAccountId }: Creditor,
): Minor =>
  sum(
    charges.map((charge) =>
      accounts
        .find(({ id }) => id === charge.chargeAccountId)!
        .chain.some((creditor) => creditor.chargeAccountId === chargeAccountId)
        ? charge.amountMinor
        : 0,
    ),
  );
