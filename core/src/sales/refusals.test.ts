import { card, cash, COIL, order, refusal, ROPE } from '../../test/shop';
import { MAX_AMOUNT_MINOR } from '../money';
import type { SaleState, SaleTicket } from '.';

/* What no ticket may say, each with the place that the person mends. */

const books = [{ departmentId: 2, amountMinor: 20_00 }];
const credit = (amountMinor: number, creditNoteId = 6) =>
  ({ kind: 'storeCredit', tenderId: 8, creditNoteId, amountMinor }) as const;
const ofOrder = (orderId: number, position = 1, quantity = '1') => ({
  itemId: COIL,
  quantity,
  order: { orderId, position },
});
const ahead = (orderId: number, amountMinor = 10_00) =>
  ({ kind: 'prepayment', tenderId: 5, orderId, amountMinor }) as const;
const prepayment = (amountMinor: number) =>
  ({ kind: 'prepayment', orderId: 3, amountMinor }) as const;
const returned = (goods: { departmentId: number; amountMinor: number }[], more = {}) => ({
  priceSource: 'The shelf',
  goods,
  reason: 'changedMind',
  condition: 'asNew' as const,
  ...more,
});

type Case = [string, Partial<SaleTicket>, Partial<SaleState>, { code: string; at?: string }];
test.each<Case>([
  [
    'more lines than a receipt holds',
    { lines: Array.from({ length: 501 }, () => books[0]!) },
    {},
    { code: 'ticket.tooLong', at: 'lines' },
  ],
  [
    'a department that is not there',
    { lines: [{ departmentId: 9, amountMinor: 1_00 }] },
    {},
    { code: 'line.unknown', at: 'lines.0.departmentId' },
  ],
  [
    'an amount of nothing',
    { lines: [{ departmentId: 2, amountMinor: 0 }] },
    {},
    { code: 'line.amount', at: 'lines.0.amountMinor' },
  ],
  [
    'a price below nothing',
    { lines: [{ itemId: ROPE, quantity: '1', unitPriceMinor: -1 }] },
    {},
    { code: 'line.amount', at: 'lines.0.unitPriceMinor' },
  ],
  [
    'a total beyond all amounts',
    { lines: [1, 2].map(() => ({ departmentId: 2, amountMinor: MAX_AMOUNT_MINOR })) },
    {},
    { code: 'line.amount', at: 'lines' },
  ],
  ['cash twice', { tenders: [cash(5_00), cash(15_00)] }, {}, { code: 'tender.oneCash' }],
  [
    'cash below nothing',
    { tenders: [cash(-5_00)] },
    {},
    { code: 'tender.notPositive', at: 'tenders.0' },
  ],
  [
    'a card for nothing',
    { tenders: [card(0), cash(20_00)] },
    {},
    { code: 'tender.notPositive', at: 'tenders.0.amountMinor' },
  ],
  [
    'a card’s last three digits',
    { tenders: [{ ...card(20_00), lastFour: '111' }] },
    {},
    { code: 'tender.lastFour', at: 'tenders.0.lastFour' },
  ],
  [
    'a tender of another kind',
    { tenders: [{ ...card(20_00), tenderId: 3 }] },
    {},
    { code: 'tender.unknown', at: 'tenders.0.tenderId' },
  ],
  [
    'a bank account of somebody else',
    {
      tenders: [
        {
          kind: 'transfer',
          tenderId: 11,
          amountMinor: 20_00,
          bankAccountId: 7,
          reference: '',
        },
      ],
    },
    {},
    { code: 'bankAccount.unknown', at: 'tenders.0.bankAccountId' },
  ],
  [
    'a credit note that is not there',
    { tenders: [credit(20_00)] },
    {},
    { code: 'credit.unknown', at: 'tenders.0.creditNoteId' },
  ],
  [
    'a credit note past its last day',
    { tenders: [credit(20_00)] },
    { credits: [{ id: 6, leftMinor: 20_00, validUntil: '2026-03-01' }] },
    { code: 'credit.expired', at: 'tenders.0' },
  ],
  [
    'one credit note twice, together more than is left',
    { tenders: [credit(12_00), credit(8_00)] },
    { credits: [{ id: 6, leftMinor: 19_99, validUntil: '2026-03-02' }] },
    { code: 'credit.over', at: 'tenders.1.amountMinor' },
  ],
  [
    'cash back where the shop gives none',
    { extras: [{ kind: 'cashBack', amountMinor: 5_00 }], tenders: [card(25_00, 7)] },
    { cardExtras: { tips: true, cashBackMaxMinor: null } },
    { code: 'cashBack.notGiven', at: 'extras.0' },
  ],
  [
    'a voucher of nothing',
    { extras: [{ kind: 'voucher', amountMinor: 0 }] },
    {},
    { code: 'voucher.amount', at: 'extras.0.amountMinor' },
  ],
  [
    'an order that is not there',
    { lines: [ofOrder(8)] },
    {},
    { code: 'order.unknown', at: 'lines.0.order' },
  ],
  [
    'a line that the order has not',
    { lines: [ofOrder(3, 2)] },
    {},
    { code: 'order.unknownLine', at: 'lines.0.order' },
  ],
  [
    'more of it in two lines than is left',
    { lines: [ofOrder(3, 1, '1'), ofOrder(3, 1, '2')] },
    {},
    { code: 'order.moreThanLeft', at: 'lines.1.order' },
  ],
  [
    'money paid ahead for another order',
    { tenders: [ahead(8), cash(10_00)] },
    {},
    { code: 'order.unknown', at: 'tenders.0' },
  ],
  [
    'an order paid ahead twice on one ticket',
    { extras: [prepayment(5_00), prepayment(5_00)], tenders: [cash(30_00)] },
    {},
    { code: 'order.twice', at: 'extras.1' },
  ],
  [
    'nothing paid ahead',
    { extras: [prepayment(0)], tenders: [cash(20_00)] },
    {},
    { code: 'prepayment.notPositive', at: 'extras.0' },
  ],
  [
    'more paid ahead than the order comes to, with what was paid before',
    { extras: [prepayment(200_00)], tenders: [cash(220_00)] },
    { orders: [order({ prepaidMinor: 12_51 })] },
    { code: 'prepayment.over', at: 'extras.0' },
  ],
  [
    'goods back at a price of nobody’s',
    { lines: [], returned: returned(books, { priceSource: '  ' }) },
    {},
    { code: 'return.priceSource', at: 'returned.priceSource' },
  ],
  [
    'goods back of a department that is not there',
    { lines: [], returned: returned([{ departmentId: 9, amountMinor: 5_00 }]) },
    {},
    { code: 'line.unknown', at: 'returned.goods.0.departmentId' },
  ],
  [
    'goods back for a reason that the shop has not',
    { lines: [], returned: returned(books, { reason: 'noIdea' }) },
    {},
    { code: 'return.reason', at: 'returned.reason' },
  ],
  [
    'goods back of which the fee leaves nothing',
    { lines: [], returned: returned(books, { reason: 'special' }) },
    {
      reasons: [{ code: 'special', restocking: true }],
      returnRules: {
        returnDays: 30,
        restockingPercent: '100',
        restockingTaxed: false,
        creditDays: 60,
        approvalAboveMinor: null,
        originalTendersFirst: true,
      },
    },
    { code: 'return.nothing', at: 'returned.lines' },
  ],
])('%s is refused', (_, ticket, state, expected) => {
  const whole = { lines: books, tenders: [cash(20_00)], ...ticket };
  expect(refusal(whole, state)).toMatchObject(expected);
});
