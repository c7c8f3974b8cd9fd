import { percent } from '../src/money';
import type { Order } from '../src/orders';
import {
  decideSale,
  type DecidedSale,
  type SaleState,
  type SaleTicket,
  type TenderState,
  type TicketAccount,
} from '../src/sales';
import type { TaxCode } from '../src/tax';

/* A made-up shop for the tests of tickets: it sells rope, coils and mugs at 6.25 %, books free. */

export const ROPE = 7;
export const MUG = 8;
export const COIL = 9;

export const GOODS: TaxCode = {
  id: 1,
  parts: [
    { authorityId: 1, rate: percent('5') },
    { authorityId: 2, rate: percent('1.25') },
  ],
};
const goods = { departmentId: 1, priceIncludesTax: false, decimals: 0, taxCodeId: 1 };

export const tender = (
  id: number,
  kind: TenderState['kind'],
  more: Partial<TenderState> = {},
): TenderState => ({
  id,
  kind,
  isDebit: false,
  processorId: kind === 'card' ? 9 : null,
  scheme: kind === 'card' ? 'Meridian' : null,
  account: null,
  asks: { lastFour: true, reference: true },
  ...more,
});

export const shop = (more: Partial<SaleState> = {}): SaleState => ({
  catalogue: {
    departments: [
      { id: 1, name: 'Rope', taxCodeId: 1 },
      { id: 2, name: 'Books', taxCodeId: 2 },
    ],
    items: [
      { ...goods, id: ROPE, name: 'Rope 12 mm', priceMinor: 340, decimals: 1 },
      { ...goods, id: MUG, name: 'Mug', priceMinor: 21_24, priceIncludesTax: true },
      { ...goods, id: COIL, name: 'Coil', priceMinor: 130_00 },
    ],
    taxCodes: [GOODS, { id: 2, parts: [] }],
  },
  rules: { pricesIncludeTax: false, roundBy: 'document', rounding: 'halfUp' },
  today: '2026-03-02',
  cashStepMinor: 5,
  currency: 'CAD',
  knownCheques: [],
  drawerId: 1,
  allowance: null,
  credits: [],
  unknownPayments: [{ id: 8, leftMinor: 40_00 }],
  vouchers: [{ id: 5, leftMinor: 50_00, soldMinor: 50_00, validUntil: '2026-03-31' }],
  orders: [order()],
  accounts: [],
  payments: [],
  discountRules: { base: 'gross', partEarns: false, adjustsTax: true },
  bankAccountIds: [1],
  broughtBy: null,
  drawerHoldsMinor: null,
  returnedCheques: [],
  cardExtras: { tips: true, cashBackMaxMinor: 100_00 },
  returnRules: {
    returnDays: 30,
    restockingPercent: '20',
    restockingTaxed: false,
    creditDays: 60,
    approvalAboveMinor: null,
    originalTendersFirst: true,
  },
  reasons: [{ code: 'changedMind', restocking: false }],
  original: null,
  tenders: [
    tender(1, 'cash'),
    tender(2, 'card'),
    tender(3, 'cheque'),
    tender(4, 'other', {
      account: 'discountsGiven',
      asks: { lastFour: false, reference: false },
    }),
    tender(5, 'prepayment'),
    tender(6, 'voucher'),
    tender(7, 'card', { isDebit: true }),
    tender(8, 'storeCredit'),
    tender(9, 'ownCheque'),
    tender(10, 'onAccount'),
    tender(11, 'transfer'),
  ],
  ...more,
});

/** An order of 200.00 and 12.50 tax: two coils at 100.00. */
export const order = (more: Partial<Order> = {}): Order => ({
  id: 3,
  open: true,
  pricesIncludeTax: false,
  totalMinor: 212_50,
  taxes: [
    { authorityId: 1, taxMinor: 10_00 },
    { authorityId: 2, taxMinor: 2_50 },
  ],
  taxAt: 'atReceipt',
  prepaidMinor: 0,
  spentMinor: 0,
  lines: [
    {
      position: 1,
      itemId: COIL,
      departmentId: 1,
      quantity: '2',
      leftQuantity: '2',
      unitPriceMinor: 100_00,
      agreedMinor: 200_00,
    },
  ],
  ...more,
});

/** A charge account of nobody in particular. */
export const account = (more: Partial<TicketAccount> = {}): TicketAccount => ({
  id: 4,
  name: 'Gannet',
  closed: false,
  terms: { netDays: 30, endOfMonth: false, discountPercent: '2', discountDays: 7 },
  chain: [],
  holdReason: null,
  overdueMinor: 0,
  overdueDays: 0,
  buyersOnly: false,
  buyers: [],
  groupIds: [4],
  charges: [],
  credits: [],
  taxes: [],
  ...more,
});

export const cash = (tenderedMinor: number) =>
  ({ kind: 'cash', tenderId: 1, tenderedMinor }) as const;
export const card = (amountMinor: number, tenderId = 2) =>
  ({ kind: 'card', tenderId, amountMinor, lastFour: '1111', reference: 'A1' }) as const;

/** What a ticket decides to; it fails where the ticket is refused. */
export const decide = (ticket: SaleTicket, more: Partial<SaleState> = {}): DecidedSale => {
  const decided = decideSale(ticket, shop(more));
  if (!decided.ok) throw new Error(decided.refusals[0]!.code);
  return decided.value;
};

/** Why a ticket is refused; undefined where it is not. */
export const refusal = (ticket: SaleTicket, more: Partial<SaleState> = {}) => {
  const decided = decideSale(ticket, shop(more));
  return decided.ok ? undefined : decided.refusals[0];
};

/** A decided ticket's entry, as account (and authority) and amount. */
export const posted = ({ lines }: DecidedSale) =>
  lines.map(({ ledgerAccount: account, amountMinor, authorityId }) => [
    account + (authorityId ?? ''),
    amountMinor,
  ]);
