import type {
  CounterItem,
  CustomerDetail,
  CustomerFound,
  LineTrail,
  OrderDetail,
} from '@abacist/contracts';
import { linesLeft } from '@abacist/core/orderLines';
import type {
  Discount,
  ExtraLine,
  Ordered,
  TicketLine,
  TicketReturn,
} from '@abacist/core/sales';
import type { RefundState } from '@abacist/core/returns';
import type { OfferedTender } from '@abacist/core/tenders';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { newKey } from '~/api/command';
import { whenKnown } from '~/api/unanswered';
import { request } from '~/api/http';

type Ticket = {
  /** The idempotency key of this ticket, made when the person began it. */
  key: string;
  drawerId: number | null;
  /** A count that lacks it: it goes into the session that is being counted. */
  counting: { sessionId: number; drawerId: number; drawer: string; date: string } | null;
  lines: TicketLine[];
  /** The items that it names, as they were when they were rung. */
  known: CounterItem[];
  discount: Discount | undefined;
  /** What comes back on this ticket; with lines beside it, an exchange. */
  returned: TicketReturn | undefined;
  tenders: OfferedTender[];
  /** Who buys: one of the list as he was found, a name typed once, or a walk-in. */
  customer: CustomerFound | { name: string } | null;
  /** Whether prices hold their tax, where the person decided it for this ticket. */
  pricesIncludeTax: boolean | undefined;
  salespersonId: number | undefined;
  /** Vouchers sold, a prepayment taken or paid back. */
  extras: ExtraLine[];
  /** What the terminal was asked to charge for this ticket. */
  charges: Charge[];
  /** Names of the accounts that it pays on. */
  accountNames: Record<number, string>;
  /** What brought the credit of an account that it pays out. */
  broughtBy: RefundState | null;
  /** The number of the returned cheque that it pays. */
  chequeNumber: string;
  /** The statement line that its money was read from. */
  statementLine: LineTrail['line'] | null;
  /** The order that it sells of or takes money for, and what of its prepayments is left. */
  order: {
    id: number;
    number: string;
    leftMinor: number;
    /** What brought its prepayments, where they are paid back. */
    paidBy?: RefundState;
    /** Its lines, where the ticket sells of them. */
    lines?: Ordered[];
  } | null;
};

/** A charge by the terminal; with its authorisation once it is approved. */
type Charge = {
  reference: string;
  tenderId: number;
  amountMinor: number;
  authorisation?: string;
  lastFour?: string;
};

const isTaken = ({ authorisation }: Charge, tenders: readonly OfferedTender[]): boolean =>
  authorisation !== undefined &&
  tenders.some((tender) => 'reference' in tender && tender.reference === authorisation);

/** What the terminal charged and no tender of the ticket takes. */
export function looseCharges({ charges, tenders }: Pick<Ticket, 'charges' | 'tenders'>) {
  return charges.flatMap((charge) =>
    charge.authorisation !== undefined && !isTaken(charge, tenders)
      ? [{ lastFour: '', ...charge, authorisation: charge.authorisation }]
      : [],
  );
}

/** The tenders with one more: cash is one sum, however often it is handed over. */
export function withTender(
  tenders: readonly OfferedTender[],
  tender: OfferedTender,
): OfferedTender[] {
  if (!('tenderedMinor' in tender)) return [...tenders, tender];
  const before = tenders.find((one) => 'tenderedMinor' in one);
  if (!before) return [...tenders, tender];
  const tenderedMinor = before.tenderedMinor + tender.tenderedMinor;
  return [...tenders.filter((one) => one !== before), { ...tender, tenderedMinor }];
}

/** What of a ticket is put aside: all but its key, its drawer and the money offered. */
export type Parkable = Partial<
  Omit<Ticket, 'key' | 'drawerId' | 'counting' | 'tenders' | 'charges'>
>;
type Parties = Pick<Ticket, 'customer' | 'pricesIncludeTax' | 'salespersonId'>;

/** The customer as one of the list, or null. */
export const listed = (customer: Ticket['customer']): CustomerFound | null =>
  customer && 'id' in customer ? customer : null;

type TicketStore = Ticket & {
  /** A code that was scanned before the ticket was in sight. */
  scanned: string | null;
  chooseDrawer: (drawerId: number) => void;
  addLine: (line: TicketLine, item?: CounterItem) => void;
  changeLine: (index: number, line: TicketLine) => void;
  removeLine: (index: number) => void;
  setParties: (parties: Partial<Parties>) => void;
  addExtra: (extra: ExtraLine) => void;
  /** The one tip or cash back of the ticket; 0 takes it away. */
  setExtra: (kind: 'tip' | 'cashBack', amountMinor: number) => void;
  removeExtra: (index: number) => void;
  /** A ticket that stood somewhere else: a parked one, an order, a prepayment. */
  begin: (ticket: Parkable & Partial<Pick<Ticket, 'counting'>>) => void;
  setDiscount: (discount: Discount | undefined) => void;
  /** @param items those that goods without a sale name */
  setReturned: (returned: TicketReturn | undefined, items?: readonly CounterItem[]) => void;
  /**
   * The reference under which the terminal is asked for an amount: that of a charge which no
   * tender of the ticket took, so that nobody is charged twice; else a new one.
   */
  chargeFor: (tenderId: number, amountMinor: number) => string;
  /** What became of a charge; declined (null) and asked again, it is another. */
  chargeIs: (
    reference: string,
    approved: { authorisation: string; lastFour: string } | null,
  ) => void;
  addTender: (tender: OfferedTender) => void;
  removeTender: (index: number) => void;
  /** An empty ticket for the next customer, at the same drawer. */
  clear: () => void;
};

/** A ticket with nothing on it; tenders were offered for what stood there before. */
const NOTHING = {
  counting: null as Ticket['counting'],
  lines: [],
  known: [],
  discount: undefined,
  returned: undefined,
  tenders: [],
  customer: null,
  pricesIncludeTax: undefined,
  salespersonId: undefined,
  extras: [],
  accountNames: {},
  broughtBy: null as RefundState | null,
  chequeNumber: '',
  statementLine: null,
  order: null,
  charges: [],
};

/** What is known of items, the newest of each. */
const knowing = (known: readonly CounterItem[], items: readonly CounterItem[]) => [
  ...known.filter((one) => items.every(({ id }) => id !== one.id)),
  ...items,
];

/** The ticket under way. It survives a reload and a lost connection. */
export const useTicket = create<TicketStore>()(
  persist(
    (set, get) => ({
      key: newKey(),
      drawerId: null,
      scanned: null as string | null,
      ...NOTHING,
      chooseDrawer: (drawerId) => set({ drawerId }),
      addLine: (line, item) =>
        set(({ lines, known }) => ({
          lines: [...lines, line],
          known: knowing(known, item ? [item] : []),
        })),
      changeLine: (index, line) =>
        set(({ lines }) => ({
          lines: lines.map((before, i) => (i === index ? line : before)),
          tenders: [],
        })),
      removeLine: (index) =>
        set(({ lines }) => ({ lines: lines.filter((_, i) => i !== index), tenders: [] })),
      setParties: (parties) => set({ ...parties, tenders: [] }),
      addExtra: (extra) => set(({ extras }) => ({ extras: [...extras, extra], tenders: [] })),
      setExtra: (kind, amountMinor) =>
        set(({ extras }) => ({
          extras: [
            ...extras.filter((extra) => extra.kind !== kind),
            ...(amountMinor > 0 ? [{ kind, amountMinor }] : []),
          ],
        })),
      removeExtra: (index) =>
        set(({ extras }) => ({ extras: extras.filter((_, i) => i !== index), tenders: [] })),
      begin: (ticket) => set({ key: newKey(), ...NOTHING, ...ticket }),
      setDiscount: (discount) => set({ discount, tenders: [] }),
      setReturned: (returned, items = []) =>
        set(({ known }) => ({ returned, tenders: [], known: knowing(known, items) })),
      chargeFor: (tenderId, amountMinor) => {
        const { charges, tenders } = get();
        const open = charges.find(
          (charge) =>
            charge.tenderId === tenderId &&
            charge.amountMinor === amountMinor &&
            !isTaken(charge, tenders),
        );
        if (open) return open.reference;
        const reference = newKey();
        set({ charges: [...charges, { reference, tenderId, amountMinor }] });
        return reference;
      },
      chargeIs: (reference, approved) =>
        set(({ charges }) => ({
          charges: charges.flatMap((charge) => {
            if (charge.reference !== reference) return [charge];
            return approved === null ? [] : [{ ...charge, ...approved }];
          }),
        })),
      addTender: (tender) => set(({ tenders }) => ({ tenders: withTender(tenders, tender) })),
      removeTender: (index) =>
        set(({ tenders }) => ({ tenders: tenders.filter((_, i) => i !== index) })),
      clear: () => set({ key: newKey(), ...NOTHING }),
    }),
    { name: 'abacist.ticket' },
  ),
);

// Posted after all: it is done. Cancelled: what stands on it may go again, under another key.
whenKnown((key, { state }) => {
  if (useTicket.getState().key !== key) return;
  if (state === 'kept') useTicket.getState().clear();
  if (state === 'burned') useTicket.setState({ key: newKey() });
});

/** Whether nothing stands on the ticket. */
export const ticketIsEmpty = ({
  lines,
  returned,
  extras,
}: Pick<Ticket, 'lines' | 'returned' | 'extras'>): boolean =>
  lines.length === 0 && !returned && extras.length === 0;

const { tenders: _offered, charges: _charged, counting: _counted, ...PARKED } = NOTHING;

/** The part of the ticket that can be put aside. */
export const parkable = (ticket: Ticket): Parkable =>
  Object.fromEntries(
    Object.keys(PARKED).map((name) => [name, ticket[name as keyof typeof PARKED]]),
  );

/** The customer as a command names him. */
export function named(
  customer: Ticket['customer'],
): { id: number } | { name: string } | undefined {
  if (!customer) return undefined;
  return 'id' in customer ? { id: customer.id } : customer;
}

/** Puts what is left of an order on the ticket, at the prices that were agreed. */
export async function loadOrder(order: OrderDetail): Promise<void> {
  const { customerId, customerName } = order;
  const customer =
    customerId === null
      ? customerName
        ? { name: customerName }
        : null
      : await request<CustomerDetail>('GET', `/customers/${customerId}`);
  useTicket.getState().begin({
    lines: linesLeft(order.id, order.lines),
    customer,
    pricesIncludeTax: order.pricesIncludeTax,
    order: {
      id: order.id,
      number: order.number,
      leftMinor: order.prepaidLeftMinor,
      lines: order.lines,
    },
  });
}
