import type { KeepTicket, SaleCommand, SaveCustomer } from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import type { TicketLine } from '@abacist/core/sales';
import type { CommandContext } from '@abacist/server/src/context';
import { saveCustomer } from '@abacist/server/src/customers/save';
import type { CommandResult } from '@abacist/server/src/http/command';
import { keepTicket } from '@abacist/server/src/orders/keep';
import { sell } from '@abacist/server/src/sales/sell';
import { findVoucher } from '@abacist/server/src/sales/vouchers';
import type { Pool } from 'mysql2/promise';

/** Runs a service as the clerk at a time of the day. */
type Act = <C, A>(
  service: (context: CommandContext, command: C) => Promise<CommandResult<A>>,
  command: C,
) => Promise<A>;

/** What the demo shop's days need to know to ring what is rarer than a sale. */
export type Counter = {
  pool: Pool;
  drawerId: number;
  itemId: (code: string) => number;
  customerId: (name: string) => number;
  /** What lines come to, tax added. Minor units. */
  totalOf: (lines: readonly TicketLine[]) => number;
  cash: (dueMinor: number) => SaleCommand['tenders'][number];
  tenderId: (code: string) => number;
};

const CUSTOMERS: Pick<SaveCustomer, 'name' | 'kind' | 'phone' | 'email' | 'address'>[] = [
  {
    name: 'Gannet Lobster Co',
    kind: 'firm',
    phone: '555-0142',
    email: 'deck@gannet.example',
    address: 'Berth 4, Wrack Haven',
  },
  {
    name: 'Wrack Haven Harbour Trust',
    kind: 'firm',
    phone: '555-0117',
    email: 'office@trust.example',
    address: '1 Quay Row, Wrack Haven',
  },
  { name: 'Ida Marlow', kind: 'person', phone: '555-0163', email: '', address: '' },
];

/** Those whom the shop knows by name, each with his id; the harbour trust buys free of tax. */
export async function addCustomers(act: Act, today: string): Promise<Map<string, number>> {
  const ids = new Map<string, number>();
  for (const customer of CUSTOMERS) {
    const exempt = customer.name.endsWith('Harbour Trust');
    const saved = await act(saveCustomer, {
      ...customer,
      number: '',
      priceKind: 'byKind',
      taxCodeId: null,
      exemption: exempt ? { certificate: 'HT-2201', until: addDays(today, 90) } : null,
      active: true,
    });
    ids.set(saved.name, saved.id);
  }
  return ids;
}

/** What the shop's drawer rings beside goods, by how many days with takings lie after it. */
const RARE_DAYS = { orderTaken: 9, voucherSold: 8, orderSold: 5, voucherUsed: 4, open: 1 };

/** What earlier days leave for later ones. */
export type Kept = { orderId?: number; voucherCode?: string };

/**
 * Orders with prepayments and gift vouchers through the fortnight: one of each is used up, an
 * order with a prepayment and a quotation stand open.
 */
export async function ringRareThings(
  act: Act,
  counter: Counter,
  daysAfter: number,
  kept: Kept,
): Promise<void> {
  const { drawerId, cash } = counter;
  const rope: TicketLine[] = [{ itemId: counter.itemId('R12'), quantity: '120' }];
  const gannet = { id: counter.customerId('Gannet Lobster Co') };
  const keep = (ticket: KeepTicket) => act(keepTicket, ticket);
  const prepay = (orderId: number, amountMinor: number) =>
    act(sell, {
      drawerId,
      lines: [],
      extras: [{ kind: 'prepayment', orderId, amountMinor }],
      tenders: [cash(amountMinor)],
    });
  if (daysAfter === RARE_DAYS.orderTaken) {
    kept.orderId = (await keep({ kind: 'order', lines: rope, customer: gannet })).id;
    await prepay(kept.orderId, 150_00);
  }
  if (daysAfter === RARE_DAYS.orderSold && kept.orderId !== undefined) {
    const lines = rope.map((line) => ({
      ...line,
      order: { orderId: kept.orderId!, position: 1 },
    }));
    await act(sell, {
      drawerId,
      lines,
      customer: gannet,
      tenders: [
        {
          kind: 'prepayment',
          tenderId: counter.tenderId('prepayment'),
          orderId: kept.orderId,
          amountMinor: 150_00,
        },
        cash(counter.totalOf(rope) - 150_00),
      ],
    });
  }
  if (daysAfter === RARE_DAYS.voucherSold) {
    const sold = await act(sell, {
      drawerId,
      lines: [],
      extras: [{ kind: 'voucher', amountMinor: 60_00 }],
      tenders: [cash(60_00)],
    });
    kept.voucherCode = sold.vouchers[0]!.code;
  }
  if (daysAfter === RARE_DAYS.voucherUsed && kept.voucherCode !== undefined) {
    const voucher = (await findVoucher(counter.pool, kept.voucherCode))!;
    const lines: TicketLine[] = [{ itemId: counter.itemId('CH7'), quantity: '1' }];
    const amountMinor = Math.min(voucher.leftMinor, counter.totalOf(lines));
    const tenderId = counter.tenderId('voucher');
    await act(sell, {
      drawerId,
      lines,
      tenders: [{ kind: 'voucher', tenderId, voucherId: voucher.id, amountMinor }],
    });
  }
  if (daysAfter === RARE_DAYS.open) {
    const boots: TicketLine[] = [{ itemId: counter.itemId('SB'), quantity: '2' }];
    const ida = { id: counter.customerId('Ida Marlow') };
    await prepay((await keep({ kind: 'order', lines: boots, customer: ida })).id, 80_00);
    await keep({ kind: 'quotation', lines: rope, customer: gannet });
  }
}
