import fc from 'fast-check';
import { cash, COIL, decide, order, posted, refusal, ROPE, shop } from '../../test/shop';
import { fromMilli } from '../returns';
import { lineOfOrder, linesLeft, priceTicket, type Ordered, type SaleTicket } from '../sales';
import { isAsAgreed } from '../sales/orderLines';
import {
  orderStatus,
  spendPrepayment,
  takePrepayment,
  type Order,
  type PrepaidOrder,
} from '.';

const ALLOWED = { allowance: { percent: '10', approver: 'manager' as const } };
const byPrepayment = (amountMinor: number) =>
  ({ kind: 'prepayment', tenderId: 5, orderId: 3, amountMinor }) as const;
const ofOrder = (quantity: string, unitPriceMinor = 100_00) => ({
  itemId: COIL,
  quantity,
  unitPriceMinor,
  order: { orderId: 3, position: 1 },
});

describe('a prepayment and its sale', () => {
  const taken: SaleTicket = {
    lines: [],
    extras: [{ kind: 'prepayment', orderId: 3, amountMinor: 106_25 }],
    tenders: [cash(106_25)],
  };
  const sale: SaleTicket = {
    lines: [ofOrder('2')],
    tenders: [byPrepayment(106_25), cash(106_25)],
  };

  // Half of 200.00 + 12.50 paid ahead, taxed at receipt, then the sale; derived.
  test('taxed at receipt: the tax is owed then, and the sale owes the rest', () => {
    expect(posted(decide(taken))).toEqual([
      ['prepayments', -100_00],
      ['taxPayable1', -5_00],
      ['taxPayable2', -1_25],
      ['drawer', 106_25],
    ]);
    const later = { orders: [order({ prepaidMinor: 106_25 })] };
    expect(posted(decide(sale, later))).toEqual([
      ['sales', -200_00],
      ['taxPayable1', -5_00],
      ['taxPayable2', -1_25],
      ['prepayments', 100_00],
      ['drawer', 106_25],
    ]);
  });

  test('taxed at the sale (the default): all of it is owed to the customer until then', () => {
    const atSale = (more: Partial<Order> = {}) => ({
      orders: [order({ taxAt: 'atSale', ...more })],
    });
    expect(posted(decide(taken, atSale()))).toEqual([
      ['prepayments', -106_25],
      ['drawer', 106_25],
    ]);
    expect(posted(decide(sale, atSale({ prepaidMinor: 106_25 })))).toEqual([
      ['sales', -200_00],
      ['taxPayable1', -10_00],
      ['taxPayable2', -2_50],
      ['prepayments', 106_25],
      ['drawer', 106_25],
    ]);
  });

  test('the agreed price needs no approval again, less than it does', () => {
    const later = { ...ALLOWED, orders: [order({ prepaidMinor: 106_25 })] };
    expect(decide(sale, later).broken).toEqual([]);
    const cheaper = { lines: [ofOrder('2', 90_00)], tenders: [cash(191_25)] };
    expect(decide(cheaper, later).broken).toMatchObject([{ code: 'rule.priceChange' }]);
  });

  test('a price agreed before tax is none with tax in it', () => {
    const { rules } = shop();
    const withTax = {
      ...ALLOWED,
      orders: [order()],
      rules: { ...rules, pricesIncludeTax: true },
    };
    const ticket = { lines: [ofOrder('2')], tenders: [cash(200_00)] };
    expect(decide(ticket, withTax).broken).toMatchObject([{ code: 'rule.priceChange' }]);
  });

  test('any part of what was ordered sells as agreed; its parts differ by rounding alone', () => {
    const { catalogue: sold, rules } = shop();
    const items = sold.items.map((item) => ({ ...item, decimals: 3 }));
    const catalogue = { ...sold, items };
    const ordered = fc.record({
      milli: fc.integer({ min: 1, max: 90_000 }),
      unitPriceMinor: fc.integer({ min: 1, max: 900_00 }),
      offPercent: fc.nat(100),
      cut: fc.nat(1000),
    });
    fc.assert(
      fc.property(ordered, ({ milli, unitPriceMinor, offPercent, cut }) => {
        const amountMinor = Math.round((unitPriceMinor * milli) / 1000);
        const line: Ordered = {
          position: 1,
          itemId: ROPE,
          departmentId: 1,
          quantity: fromMilli(BigInt(milli)),
          leftQuantity: fromMilli(BigInt(milli)),
          unitPriceMinor,
          discountMinor: Math.floor((amountMinor * offPercent) / 100),
        };
        const agreedMinor = amountMinor - line.discountMinor;
        const orders = [order({ lines: [{ ...line, agreedMinor }] })];
        const first = Math.floor((milli * cut) / 1000);
        const parts = [first, milli - first].filter((part) => part > 0);
        const come = parts.map((part) => {
          const ticketLine = lineOfOrder(3, line, fromMilli(BigInt(part)));
          const priced = priceTicket([ticketLine], catalogue, rules);
          if (!priced.ok) throw new Error(priced.refusals[0]!.code);
          const [sold] = priced.value.lines;
          expect(isAsAgreed(ticketLine, sold!, orders, false)).toBe(true);
          return sold!.amountMinor - sold!.discountMinor;
        });
        // The whole, each price and each discount are rounded once: never by more than two.
        const total = come.reduce((sum, part) => sum + part, 0);
        expect(Math.abs(total - agreedMinor)).toBeLessThanOrEqual(2);
      }),
    );
  });

  test('what is left of an order stands on the ticket, and nothing of what is sold', () => {
    const line = { unitPriceMinor: 5_00, discountMinor: 1_00, quantity: '3' };
    const lines: Ordered[] = [
      { ...line, position: 1, itemId: COIL, departmentId: 1, leftQuantity: '2' },
      { ...line, position: 2, itemId: COIL, departmentId: 1, leftQuantity: '0' },
      {
        ...line,
        position: 3,
        itemId: null,
        departmentId: 2,
        quantity: '1',
        leftQuantity: '1',
      },
    ];
    expect(linesLeft(3, lines)).toEqual([
      {
        itemId: COIL,
        quantity: '2',
        unitPriceMinor: 5_00,
        discount: { amountMinor: 66 },
        order: { orderId: 3, position: 1 },
      },
      {
        departmentId: 2,
        amountMinor: 5_00,
        discount: { amountMinor: 1_00 },
        order: { orderId: 3, position: 3 },
      },
    ]);
  });

  test.each<[string, SaleTicket, Partial<Order>, object]>([
    [
      'more than the order comes to',
      { ...taken, extras: [{ kind: 'prepayment', orderId: 3, amountMinor: 212_51 }] },
      {},
      { code: 'prepayment.over', params: { leftMinor: 212_50 } },
    ],
    ['more than was paid ahead', sale, { prepaidMinor: 100_00 }, { code: 'prepayment.short' }],
    ['an order that is closed', taken, { open: false }, { code: 'order.closed' }],
    [
      'more than is left of a line',
      { ...sale, lines: [ofOrder('1'), ofOrder('2')] },
      {},
      { code: 'order.moreThanLeft', at: 'lines.1.order', params: { left: '2' } },
    ],
    [
      'a part of what is paid back on cancelling',
      {
        lines: [],
        tenders: [],
        extras: [{ kind: 'prepaymentBack', orderId: 3, amountMinor: 1_00 }],
      },
      { prepaidMinor: 106_25 },
      { code: 'prepayment.wholeBack', params: { leftMinor: 106_25 } },
    ],
    [
      'goods beside a prepayment that goes back',
      {
        ...sale,
        extras: [{ kind: 'prepaymentBack', orderId: 3, amountMinor: 106_25 }],
      },
      { prepaidMinor: 106_25 },
      { code: 'prepayment.alone' },
    ],
  ])('%s is refused', (_what, ticket, more, expected) => {
    expect(refusal(ticket, { orders: [order(more)] })).toMatchObject(expected);
  });
});

describe('any course of prepayments', () => {
  test('parts add up to what was taken and spent, each tax only grows, the whole is exact', () => {
    const steps = fc.array(
      fc.record({ take: fc.boolean(), amount: fc.integer({ min: 1, max: 90_00 }) }),
      {
        maxLength: 25,
      },
    );
    fc.assert(
      fc.property(
        steps,
        fc.constantFrom('atSale' as const, 'atReceipt' as const),
        (list, taxAt) => {
          let now: PrepaidOrder = order({
            taxAt,
            totalMinor: 333_33,
            taxes: [{ authorityId: 1, taxMinor: 19_61 }],
          });
          const balance = { net: 0, tax: 0 };
          for (const { take, amount } of list) {
            const parts = take
              ? takePrepayment(now, amount, '')
              : spendPrepayment(now, amount, '');
            if (!parts.ok) continue;
            const { netMinor, taxes } = parts.value;
            expect(netMinor + taxes[0]!.taxMinor).toBe(amount);
            expect(taxes[0]!.taxMinor).toBeGreaterThanOrEqual(0);
            const sign = take ? 1 : -1;
            balance.net += sign * netMinor;
            balance.tax += sign * taxes[0]!.taxMinor;
            now = take
              ? { ...now, prepaidMinor: now.prepaidMinor + amount }
              : { ...now, spentMinor: now.spentMinor + amount };
          }
          expect(balance.net + balance.tax).toBe(now.prepaidMinor - now.spentMinor);
          if (now.prepaidMinor === now.spentMinor) expect(balance).toEqual({ net: 0, tax: 0 });
        },
      ),
    );
  });
});

test.each([
  [{}, 'open'],
  [{ kind: 'quotation', validUntil: '2026-03-01' }, 'expired'],
  [{ kind: 'quotation', validUntil: '2026-03-02' }, 'open'],
  [{ kind: 'quotation', ordered: true, validUntil: '2026-03-01' }, 'ordered'],
  [{ prepaidMinor: 1 }, 'partPaid'],
  [{ prepaidMinor: 100 }, 'paid'],
  [{ fulfilled: true }, 'paid'],
  [{ cancelled: true, prepaidMinor: 100 }, 'void'],
] as const)('an order with %o is %s', (more, status) => {
  const paper = {
    kind: 'order' as const,
    cancelled: false,
    ordered: false,
    validUntil: null,
    totalMinor: 100,
    prepaidMinor: 0,
    fulfilled: false,
  };
  expect(orderStatus({ ...paper, ...more }, '2026-03-02')).toBe(status);
});
