import { mergeLines, post, reverseLines, type JournalLine } from '../ledger';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';
import type { TaxRules } from '../tax';
import { settleTicket, type OfferedTender, type TakenTender } from '../tenders';
import { priceTicket, type Catalogue, type PricedTicket, type TicketLine } from './price';

export type SaleTicket = { lines: readonly TicketLine[]; tenders: readonly OfferedTender[] };

export type SaleState = {
  catalogue: Catalogue;
  rules: TaxRules;
  cashStepMinor: number;
  drawerId: number;
  tenders: readonly { id: number; kind: 'cash' | 'card'; processorId: number | null }[];
};

export type DecidedSale = {
  ticket: PricedTicket;
  tenders: TakenTender[];
  lines: JournalLine[];
};

/**
 * Decides a sale: prices and taxes the ticket, settles it by its tenders, and posts it. What is
 * decided here is stored as it is; later steps never compute it again.
 * Refusals: those of `priceTicket` and `settleTicket`, and `tender.unknown`.
 */
export function decideSale(sale: SaleTicket, state: SaleState): Outcome<DecidedSale> {
  const priced = priceTicket(sale.lines, state.catalogue, state.rules);
  if (!priced.ok) return priced;
  for (const [i, { tenderId, kind }] of sale.tenders.entries()) {
    const known = state.tenders.find(({ id }) => id === tenderId);
    if (known?.kind !== kind) return refuse('tender.unknown', `tenders.${i}.tenderId`);
  }
  const settled = settleTicket(priced.value.totalMinor, sale.tenders, state.cashStepMinor);
  if (!settled.ok) return settled;
  const lines = [
    ...priced.value.lines.flatMap(({ netMinor, parts, departmentId }) =>
      post('sale.line', {
        net: { amountMinor: netMinor, departmentId },
        tax: parts.map(({ taxMinor, authorityId }) => ({
          amountMinor: taxMinor,
          authorityId,
        })),
      }),
    ),
    ...settled.value.flatMap((tender) => postTender(tender, state)),
  ];
  return accept({ ticket: priced.value, tenders: settled.value, lines: mergeLines(lines) });
}

function postTender(tender: TakenTender, state: SaleState): JournalLine[] {
  if (tender.kind === 'cash') {
    return [
      ...post('tender.cash', { kept: tender.keptMinor }, { drawerId: state.drawerId }),
      ...post('rounding.cash', { dueMinusKept: tender.roundingMinor }),
    ];
  }
  const { processorId } = state.tenders.find(({ id }) => id === tender.tenderId)!;
  if (processorId === null) throw new Error(`card tender ${tender.tenderId} has no processor`);
  return post('tender.card', { amount: tender.amountMinor }, { processorId });
}

export type VoidState = {
  today: string;
  saleDate: string;
  alreadyVoid: boolean;
  /** The count of the sale's drawer session has begun: its cash is no longer in play. */
  drawerCounted: boolean;
  batchClosed: boolean;
  lines: readonly JournalLine[];
};

/**
 * Decides to void a sale of today by a reversing entry; both stay in sight. It always needs a
 * manager's approval. Refusals: `void.already`, `void.notToday`, `void.drawerCounted`,
 * `void.batchClosed`.
 */
export function decideVoid(
  state: VoidState,
): Outcome<{ lines: JournalLine[]; broken: BrokenRule[] }> {
  if (state.alreadyVoid) return refuse('void.already');
  if (state.saleDate !== state.today) {
    return refuse('void.notToday', undefined, { date: state.saleDate });
  }
  if (state.drawerCounted) return refuse('void.drawerCounted');
  if (state.batchClosed) return refuse('void.batchClosed');
  return accept({
    lines: reverseLines(state.lines),
    broken: [{ code: 'rule.void', approver: 'manager' }],
  });
}
