import type { IsoDate } from '../dates';
import { minor, minus, multiplyRatio, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import type { ItemLeft } from './items';
import type { DiscountRules } from './terms';

/** What a person gives of a credit to a charge. Minor units, positive. */
export type WantedAllocation = {
  chargeItemId: number;
  amountMinor: number;
  /** The early-payment discount to grant beside it; 0 for none. */
  discountMinor: number;
};

export type DecidedAllocation = WantedAllocation & {
  chargeAccountId: number;
  amountMinor: Minor;
  discountMinor: Minor;
  /** Of the discount, what lowers the tax. */
  discountTaxMinor: Minor;
  /** The discount's last day had gone: it was granted by choice. */
  late: boolean;
};

/** What a proposal needs to know of an open charge. */
export type ChargeLeft = Pick<
  ItemLeft,
  | 'id'
  | 'date'
  | 'dueDate'
  | 'discountDate'
  | 'discountMinor'
  | 'amountMinor'
  | 'creditedMinor'
> & { leftMinor: number };

/**
 * The discount that a charge earns when it is paid on a date. Its base is what is left of the
 * invoice where goods of it came back.
 */
export function discountFor(
  charge: ChargeLeft,
  amountMinor: number,
  date: IsoDate,
  rules: Pick<DiscountRules, 'partEarns'>,
): { discountMinor: Minor; inTime: boolean } {
  const inTime = charge.discountDate !== null && date <= charge.discountDate;
  const { leftMinor } = charge;
  const wholeMinor = charge.amountMinor - (charge.creditedMinor ?? 0);
  const discountMinor = multiplyRatio(charge.discountMinor, wholeMinor, charge.amountMinor);
  if (charge.discountDate === null || leftMinor <= 0)
    return { discountMinor: minor(0), inTime };
  const untouched = leftMinor === wholeMinor;
  if (untouched && amountMinor + discountMinor >= leftMinor) {
    return { discountMinor, inTime };
  }
  if (!rules.partEarns) return { discountMinor: minor(0), inTime };
  // A part earns in proportion to what it settles of the whole; never beyond the whole's.
  const whole = wholeMinor - discountMinor;
  const part = Number((BigInt(discountMinor) * BigInt(amountMinor)) / BigInt(whole));
  return { discountMinor: minor(Math.min(part, leftMinor - amountMinor)), inTime };
}

export type AllocateOn = {
  /** The business date on which it counts. */
  date: IsoDate;
  /** When the money came, where that was before: it decides whether a discount was earned. */
  paidOn?: IsoDate;
  rules: DiscountRules;
  reason: string;
};

/**
 * Gives a credit to charges. It is given to charges of the payer's own accounts only, never
 * beyond what is left of either, and not before either was there.
 * Refusals: `allocation.notPositive`, `allocation.unknownCharge`, `allocation.otherAccount`,
 * `allocation.twice`, `allocation.moreThanLeft` (leftMinor), `allocation.beforeCharge` (date),
 * `allocation.moreThanCredit` (leftMinor), `discount.over` (discountMinor), `discount.reason`
 * (granted after its last day without saying why).
 * @param creditLeftMinor what of the credit can be given, positive
 * @param charges the open charges of all accounts that the payer pays for
 */
export function allocate(
  wanted: readonly WantedAllocation[],
  creditLeftMinor: number,
  charges: readonly ItemLeft[],
  on: AllocateOn & { accountIds: readonly number[] },
): Outcome<DecidedAllocation[]> {
  const decided: DecidedAllocation[] = [];
  for (const [i, one] of wanted.entries()) {
    const at = `allocations.${i}`;
    const charge = charges.find(({ id }) => id === one.chargeItemId);
    if (!charge || charge.amountMinor <= 0) return refuse('allocation.unknownCharge', at);
    if (!on.accountIds.includes(charge.chargeAccountId)) {
      return refuse('allocation.otherAccount', at, { number: charge.number });
    }
    if (decided.some(({ chargeItemId }) => chargeItemId === charge.id)) {
      return refuse('allocation.twice', at, { number: charge.number });
    }
    const line = allocateOne(one, charge, on, at);
    if (!line.ok) return line;
    decided.push(line.value);
  }
  const given = sum(decided.map(({ amountMinor }) => amountMinor));
  if (given > creditLeftMinor) {
    return refuse('allocation.moreThanCredit', 'allocations', { leftMinor: creditLeftMinor });
  }
  return accept(decided);
}

function allocateOne(
  { amountMinor, discountMinor }: WantedAllocation,
  charge: ItemLeft,
  { date, paidOn = date, rules, reason }: AllocateOn,
  at: string,
): Outcome<DecidedAllocation> {
  if (amountMinor <= 0) return refuse('allocation.notPositive', `${at}.amountMinor`);
  if (discountMinor < 0) return refuse('allocation.notPositive', `${at}.discountMinor`);
  if (date < charge.date) return refuse('allocation.beforeCharge', at, { date: charge.date });
  if (amountMinor + discountMinor > charge.leftMinor) {
    const leftMinor = minus(charge.leftMinor, discountMinor);
    return refuse('allocation.moreThanLeft', `${at}.amountMinor`, { leftMinor });
  }
  const earned = discountFor(charge, amountMinor, paidOn, rules);
  if (discountMinor > earned.discountMinor) {
    return refuse('discount.over', `${at}.discountMinor`, {
      discountMinor: earned.discountMinor,
    });
  }
  const late = discountMinor > 0 && !earned.inTime;
  if (late && !reason.trim()) return refuse('discount.reason', 'reason');
  return accept({
    chargeItemId: charge.id,
    chargeAccountId: charge.chargeAccountId,
    amountMinor: minor(amountMinor),
    discountMinor: minor(discountMinor),
    discountTaxMinor: taxPart(discountMinor, charge),
    late,
  });
}

/** The tax in a discount, in proportion to the whole's. */
function taxPart(discountMinor: number, charge: ItemLeft): Minor {
  if (charge.discountMinor === 0) return minor(0);
  if (discountMinor === charge.discountMinor) return minor(charge.discountTaxMinor);
  const part =
    (BigInt(charge.discountTaxMinor) * BigInt(discountMinor)) / BigInt(charge.discountMinor);
  return minor(Number(part));
}
