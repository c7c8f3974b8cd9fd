import type { CounterItem, CustomerFound } from '@abacist/contracts';
import type { Discount, TicketLine, TicketReturn } from '@abacist/core/sales';
import type { OfferedTender } from '@abacist/core/tenders';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { newKey } from '~/api/command';

type Ticket = {
  /** The idempotency key of this ticket, made when the person began it. */
  key: string;
  drawerId: number | null;
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
};
type Parties = Pick<Ticket, 'customer' | 'pricesIncludeTax' | 'salespersonId'>;

/** The customer as one of the list, or null. */
export const listed = (customer: Ticket['customer']): CustomerFound | null =>
  customer && 'id' in customer ? customer : null;

type TicketStore = Ticket & {
  chooseDrawer: (drawerId: number) => void;
  addLine: (line: TicketLine, item?: CounterItem) => void;
  changeLine: (index: number, line: TicketLine) => void;
  removeLine: (index: number) => void;
  setParties: (parties: Partial<Parties>) => void;
  setDiscount: (discount: Discount | undefined) => void;
  setReturned: (returned: TicketReturn | undefined) => void;
  addTender: (tender: OfferedTender) => void;
  removeTender: (index: number) => void;
  /** An empty ticket for the next customer, at the same drawer. */
  clear: () => void;
};

/** A ticket with nothing on it; tenders were offered for what stood there before. */
const NOTHING = {
  lines: [],
  known: [],
  discount: undefined,
  returned: undefined,
  tenders: [],
  customer: null,
  pricesIncludeTax: undefined,
  salespersonId: undefined,
};

/** The ticket under way. It survives a reload and a lost connection. */
export const useTicket = create<TicketStore>()(
  persist(
    (set) => ({
      key: newKey(),
      drawerId: null,
      ...NOTHING,
      chooseDrawer: (drawerId) => set({ drawerId }),
      addLine: (line, item) =>
        set(({ lines, known }) => ({
          lines: [...lines, line],
          known: item ? [...known.filter(({ id }) => id !== item.id), item] : known,
        })),
      changeLine: (index, line) =>
        set(({ lines }) => ({
          lines: lines.map((before, i) => (i === index ? line : before)),
          tenders: [],
        })),
      removeLine: (index) =>
        set(({ lines }) => ({ lines: lines.filter((_, i) => i !== index), tenders: [] })),
      setParties: (parties) => set({ ...parties, tenders: [] }),
      setDiscount: (discount) => set({ discount, tenders: [] }),
      setReturned: (returned) => set({ returned, tenders: [] }),
      addTender: (tender) => set(({ tenders }) => ({ tenders: [...tenders, tender] })),
      removeTender: (index) =>
        set(({ tenders }) => ({ tenders: tenders.filter((_, i) => i !== index) })),
      clear: () => set({ key: newKey(), ...NOTHING }),
    }),
    { name: 'abacist.ticket' },
  ),
);
