import type { TicketLine } from '@abacist/core/sales';
import type { OfferedTender } from '@abacist/core/tenders';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { newKey } from '~/api/command';

type Ticket = {
  /** The idempotency key of this sale, made when the person began it. */
  key: string;
  drawerId: number | null;
  lines: TicketLine[];
  tenders: OfferedTender[];
};

type TicketStore = Ticket & {
  chooseDrawer: (drawerId: number) => void;
  addLine: (line: TicketLine) => void;
  setQuantity: (index: number, quantity: string) => void;
  removeLine: (index: number) => void;
  addTender: (tender: OfferedTender) => void;
  removeTender: (index: number) => void;
  /** An empty ticket for the next customer, at the same drawer. */
  clear: () => void;
};

/** The ticket under way. It survives a reload and a lost connection. */
export const useTicket = create<TicketStore>()(
  persist(
    (set) => ({
      key: newKey(),
      drawerId: null,
      lines: [],
      tenders: [],
      chooseDrawer: (drawerId) => set({ drawerId }),
      addLine: (line) => set(({ lines }) => ({ lines: [...lines, line] })),
      setQuantity: (index, quantity) =>
        set(({ lines }) => ({
          lines: lines.map((line, i) =>
            i === index && 'itemId' in line ? { ...line, quantity } : line,
          ),
        })),
      removeLine: (index) =>
        set(({ lines }) => ({ lines: lines.filter((_, i) => i !== index), tenders: [] })),
      addTender: (tender) => set(({ tenders }) => ({ tenders: [...tenders, tender] })),
      removeTender: (index) =>
        set(({ tenders }) => ({ tenders: tenders.filter((_, i) => i !== index) })),
      clear: () => set({ key: newKey(), lines: [], tenders: [] }),
    }),
    { name: 'abacist.ticket' },
  ),
);
