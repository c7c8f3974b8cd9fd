import { MAX_AMOUNT_MINOR, minor, minus, negate, sum, ZERO, type Minor } from '../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';
import { NO_DISCOUNT_TAKEN, NO_FEE, discountBack, restockingFee } from '../returns';
import {
  decideCharges,
  postTicket,
  type DecidedReturn,
  type DecidedSale,
  type PricedTicket,
  type SaleState,
} from '../sales';
import { taxByAuthority, type TaxCode, type TaxedLine } from '../tax';
import { checkTenders, payTicket, takeOf, tendersBroken, type TakenTender } from '../tenders';
import { takenOf } from './figures';
import { taxTotals } from './tax';
import type { DayTotals, DepartmentTotal } from './types';

/** Nobody asks for the slip of each card: a till's report has one sum of them. */
const ASKS_NOTHING = { lastFour: false, reference: false };

/** A coin of one minor unit: what rounding cost or brought is said, not computed. */
const TO_THE_CENT = 1;

/**
 * Decides a drawer's day of totals as one ticket: what departments sold and took back, taxed as the till says,
 * paid by what it took of each tender. It posts what single tickets would have posted.
 * Refusals: `totals.nothing`, `totals.department`, `totals.departmentTwice`, `totals.amount`, those of
 * `taxTotals`, `totals.negative` (more came back than was sold), `totals.tenders` (differenceMinor: taken less
 * what is due), `totals.rounding` (without cash), those of `checkTenders` and `payTicket`, of `decideCharges`.
 */
export function decideTotals(totals: DayTotals, state: SaleState): Outcome<DecidedSale> {
  const found = figuresOf(totals.departments, state);
  if (!found.ok) return found;
  const { sold, returned } = found.value;
  const rules = {
    ...state.rules,
    pricesIncludeTax: totals.withTax,
    roundBy: 'document' as const,
  };
  const taxed = taxTotals(sold, returned, totals.taxes, rules);
  if (!taxed.ok) return taxed;
  const ticket = ticketOf(sold, taxed.value.sold);
  const back = returned.length ? returnOf(returned, taxed.value.returned) : null;
  const netMinor = minus(ticket.netMinor, back?.netMinor ?? 0);
  const taxMinor = minus(ticket.taxMinor, back?.taxMinor ?? 0);
  const totalMinor = sum([netMinor, taxMinor]);
  if (totalMinor < 0) return refuse('totals.negative', 'departments');
  const paid = payTotals(totals, totalMinor, state);
  if (!paid.ok) return paid;
  const tenders = paid.value;
  const taxes = taxByAuthority([
    ...taxed.value.sold,
    ...taxed.value.returned.map(({ parts }) => ({
      parts: parts.map((part) => ({ ...part, taxMinor: negate(part.taxMinor) })),
    })),
  ]);
  const charged = decideCharges(tenders, { amountMinor: totalMinor, taxes }, state.accounts, {
    today: state.today,
    rules: state.discountRules,
    oftenOnOne: true,
  });
  if (!charged.ok) return charged;
  const broken: BrokenRule[] = [
    ...taxed.value.broken,
    ...charged.value.broken,
    ...tendersBroken(tenders, state),
  ];
  return accept({
    ticket,
    returned: back,
    extras: [],
    extraMinor: ZERO,
    prepaymentsUsed: [],
    netMinor,
    taxMinor,
    totalMinor,
    usedMinor: minor(Math.min(ticket.totalMinor, back?.totalMinor ?? 0)),
    tenders,
    charges: charged.value.charges,
    refunds: [],
    creditValidUntil: null,
    lines: postTicket(
      { sold: ticket, returned: back, extras: [], prepaymentsUsed: [], tenders, refunds: [] },
      state,
    ),
    broken,
  });
}

/** A department's figure with what it is taxed by. */
type Figure = { departmentId: number; name: string; amountMinor: number; code: TaxCode };

function figuresOf(
  departments: readonly DepartmentTotal[],
  { catalogue }: SaleState,
): Outcome<{ sold: Figure[]; returned: Figure[] }> {
  const sold: Figure[] = [];
  const returned: Figure[] = [];
  for (const [i, { departmentId, soldMinor, returnedMinor }] of departments.entries()) {
    const at = `departments.${i}`;
    const department = catalogue.departments.find(({ id }) => id === departmentId);
    const code = catalogue.taxCodes.find(({ id }) => id === department?.taxCodeId);
    if (!department || !code) return refuse('totals.department', `${at}.departmentId`);
    if (departments.findIndex((one) => one.departmentId === departmentId) < i) {
      return refuse('totals.departmentTwice', `${at}.departmentId`);
    }
    for (const [name, amountMinor] of Object.entries({ soldMinor, returnedMinor })) {
      if (
        !Number.isSafeInteger(amountMinor) ||
        amountMinor < 0 ||
        amountMinor > MAX_AMOUNT_MINOR
      ) {
        return refuse('totals.amount', `${at}.${name}`);
      }
    }
    const figure = { departmentId, name: department.name, code };
    if (soldMinor > 0) sold.push({ ...figure, amountMinor: soldMinor });
    if (returnedMinor > 0) returned.push({ ...figure, amountMinor: returnedMinor });
  }
  // A day that only gave back is recorded at the counter, each with its sale.
  return sold.length > 0
    ? accept({ sold, returned })
    : refuse('totals.nothing', 'departments');
}

function ticketOf(figures: readonly Figure[], taxed: readonly TaxedLine[]): PricedTicket {
  const netMinor = sum(taxed.map((line) => line.netMinor));
  const taxMinor = sum(taxed.map((line) => line.taxMinor));
  return {
    lines: figures.map(({ departmentId, name, amountMinor }, i) => ({
      ...taxed[i]!,
      departmentId,
      itemId: null,
      description: name,
      quantity: '1',
      unitPriceMinor: minor(amountMinor),
      amountMinor: minor(amountMinor),
      listMinor: minor(amountMinor),
      discountMinor: ZERO,
    })),
    netMinor,
    taxMinor,
    totalMinor: sum([netMinor, taxMinor]),
    discountMinor: ZERO,
    ticketDiscountMinor: ZERO,
    taxes: taxByAuthority(taxed),
  };
}

function returnOf(figures: readonly Figure[], taxed: readonly TaxedLine[]): DecidedReturn {
  const lines = figures.map(({ departmentId, name }, i) => ({
    ...taxed[i]!,
    position: i + 1,
    departmentId,
    itemId: null,
    description: name,
    quantity: '1',
    discountMinor: ZERO,
  }));
  const netMinor = sum(taxed.map((line) => line.netMinor));
  const taxMinor = sum(taxed.map((line) => line.taxMinor));
  return {
    saleId: null,
    lines,
    feeApplies: false,
    fee: restockingFee(lines, '0', false, NO_FEE),
    discountBack: discountBack(NO_DISCOUNT_TAKEN, {
      soldMinor: ZERO,
      beforeMinor: ZERO,
      nowMinor: ZERO,
    }),
    netMinor,
    taxMinor,
    totalMinor: sum([netMinor, taxMinor]),
  };
}

function payTotals(
  totals: DayTotals,
  totalMinor: Minor,
  state: SaleState,
): Outcome<TakenTender[]> {
  const { tenders, roundingMinor } = totals;
  const differenceMinor = minus(takenOf(totals), totalMinor);
  if (differenceMinor !== 0) return refuse('totals.tenders', 'tenders', { differenceMinor });
  const inCash = tenders.findIndex(({ kind }) => takeOf(kind).paysRest);
  if (roundingMinor !== 0 && inCash < 0) return refuse('totals.rounding', 'roundingMinor');
  const unknown = checkTenders(totals, state);
  if (unknown) return unknown;
  const due = minus(totalMinor, roundingMinor);
  const paid = payTicket(due, tenders, TO_THE_CENT, () => ASKS_NOTHING);
  if (!paid.ok || roundingMinor === 0) return paid;
  return accept(
    paid.value.map((tender, i) =>
      i === inCash
        ? {
            ...tender,
            amountMinor: sum([tender.amountMinor, roundingMinor]),
            roundingMinor: minor(roundingMinor),
          }
        : tender,
    ),
  );
}
