import type { DocumentFilter } from '@abacist/contracts';
import {
  DOCUMENT_STATES,
  type DocumentSort,
  type DocumentState,
} from '@abacist/contracts/choices';
import { isIsoDate } from '@abacist/core/dates';
import { DOCUMENT_KINDS, type DocumentKind } from '@abacist/core/documents';
import { parseAmount } from '@abacist/core/money';
import { create } from 'zustand';
import type { Sort } from '~/ui/Table';

/** What stands in the filters, as it was typed and chosen; nothing is narrowed by what is empty. */
export type Typed = {
  kind: string;
  state: string;
  from: string;
  to: string;
  userId: string;
  drawerId: string;
  tenderId: string;
  customer: { id: number; name: string } | null;
  least: string;
  most: string;
};
export const NOTHING_TYPED: Typed = {
  kind: '',
  state: '',
  from: '',
  to: '',
  userId: '',
  drawerId: '',
  tenderId: '',
  customer: null,
  least: '',
  most: '',
};

type View = { typed: Typed; sort: Sort<DocumentSort> };

/** What of the documents is looked at, kept while one of them is opened. */
export const useDocumentsView = create<View & { set: (change: Partial<View>) => void }>(
  (set) => ({ typed: NOTHING_TYPED, sort: { by: 'date', down: true }, set }),
);

/** The filter that the fields say; what can't be read yet (half a date, half an amount) waits. */
export function filterOf(typed: Typed, currency: string): DocumentFilter {
  const amount = (text: string) => {
    const read = text.trim() ? parseAmount(text, currency) : null;
    return read?.ok ? Math.abs(read.value) : undefined;
  };
  const leastMinor = amount(typed.least);
  const mostMinor = amount(typed.most);
  const id = (text: string) => (/^\d+$/.test(text) ? Number(text) : undefined);
  const all = {
    kind: DOCUMENT_KINDS.find((kind): kind is DocumentKind => kind === typed.kind),
    state: DOCUMENT_STATES.find((state): state is DocumentState => state === typed.state),
    from: isIsoDate(typed.from) ? typed.from : undefined,
    to: isIsoDate(typed.to) ? typed.to : undefined,
    userId: id(typed.userId),
    drawerId: id(typed.drawerId),
    tenderId: id(typed.tenderId),
    customerId: typed.customer?.id,
    leastMinor,
    mostMinor,
  };
  return Object.fromEntries(
    Object.entries(all).filter(([, value]) => value !== undefined),
  ) as DocumentFilter;
}

/** A filter as an address asks it. */
export const searchOf = (filter: DocumentFilter): URLSearchParams =>
  new URLSearchParams(Object.entries(filter).map(([name, value]) => [name, String(value)]));
