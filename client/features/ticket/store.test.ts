import type { OrderDetail } from '@abacist/contracts';
import { settle } from '~/api/unanswered';
import { loadOrder, looseCharges, useTicket } from './store';

const ticket = () => useTicket.getState();
const card = (amountMinor: number, reference: string) =>
  ({ kind: 'card', tenderId: 2, amountMinor, lastFour: '1111', reference }) as const;
const approve = (amountMinor: number, authorisation: string) => {
  const reference = ticket().chargeFor(2, amountMinor);
  ticket().chargeIs(reference, { authorisation, lastFour: '1111' });
  ticket().addTender(card(amountMinor, authorisation));
  return reference;
};

beforeEach(() => ticket().clear());

test('a ticket whose answer was lost: kept, it is done; cancelled, it goes under another key', () => {
  ticket().addLine({ departmentId: 1, amountMinor: 5_00 });
  const { key } = ticket();
  settle('another', { state: 'kept', answer: {} });
  settle(key, { state: 'again' });
  expect(ticket()).toMatchObject({ key, lines: [{ amountMinor: 5_00 }] });
  settle(key, { state: 'burned' });
  expect(ticket().lines).toHaveLength(1);
  expect(ticket().key).not.toBe(key);
  settle(ticket().key, { state: 'kept', answer: {} });
  expect(ticket().lines).toEqual([]);
});

test('cash that is handed over in parts is one sum beside other tenders', () => {
  const cash = (tenderedMinor: number) =>
    ({ kind: 'cash', tenderId: 1, tenderedMinor }) as const;
  for (const tender of [cash(20_00), card(3_37, 'A1'), cash(5_00)]) ticket().addTender(tender);
  expect(ticket().tenders).toEqual([card(3_37, 'A1'), cash(25_00)]);
});

describe('what the terminal is asked to charge', () => {
  test('a lost answer is asked for again; a declined charge is another one the next time', () => {
    const first = ticket().chargeFor(2, 50_00);
    expect(ticket().chargeFor(2, 50_00)).toBe(first);
    expect(ticket().chargeFor(2, 50_01)).not.toBe(first);
    ticket().chargeIs(first, null);
    expect(ticket().chargeFor(2, 50_00)).not.toBe(first);
  });

  test('two cards that pay the same amount are charged once each', () => {
    expect(approve(50_00, 'A1')).not.toBe(approve(50_00, 'A2'));
  });

  test('a tender that was taken off the ticket is found again, and not charged twice', () => {
    const [first, second] = [approve(50_00, 'A1'), approve(50_00, 'A2')];
    expect(looseCharges(ticket())).toEqual([]);
    ticket().removeTender(0);
    expect(looseCharges(ticket())).toMatchObject([
      { reference: first, authorisation: 'A1', lastFour: '1111', amountMinor: 50_00 },
    ]);
    expect(ticket().chargeFor(2, 50_00)).toBe(first);
    ticket().setDiscount({ percent: '10' });
    expect(ticket().tenders).toEqual([]);
    ticket().addTender(card(50_00, 'A1'));
    expect(ticket().chargeFor(2, 50_00)).toBe(second);
  });

  test('the next ticket asks anew', () => {
    const first = ticket().chargeFor(2, 50_00);
    ticket().clear();
    expect(ticket().chargeFor(2, 50_00)).not.toBe(first);
  });
});

test('an order stands on the ticket with what is left of it, at its kind of price', async () => {
  const line = { description: 'Coil', unit: '', amountMinor: 30_00, unitPriceMinor: 10_00 };
  const goods = { ...line, departmentId: 1, quantity: '3', discountMinor: 1_00 };
  const order = {
    id: 3,
    number: 'O-3',
    customerId: null,
    customerName: 'Bo',
    pricesIncludeTax: true,
    prepaidLeftMinor: 5_00,
    lines: [
      { ...goods, position: 1, itemId: 7, leftQuantity: '1' },
      { ...goods, position: 2, itemId: 7, leftQuantity: '0' },
    ],
  } as OrderDetail;
  approve(50_00, 'A1');
  await loadOrder(order);
  expect(ticket()).toMatchObject({
    customer: { name: 'Bo' },
    pricesIncludeTax: true,
    order: { number: 'O-3', leftMinor: 5_00 },
    tenders: [],
    charges: [],
    lines: [
      { itemId: 7, quantity: '1', unitPriceMinor: 10_00, discount: { amountMinor: 33 } },
    ],
  });
});
