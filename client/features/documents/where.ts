import type { DocumentKind } from '@abacist/core/documents';

/** Kinds whose own page stands under the id of what they number. */
const PAGES: Partial<Record<DocumentKind, (subjectId: number) => string>> = {
  quotation: (id) => `/orders/${id}`,
  order: (id) => `/orders/${id}`,
  slip: (id) => `/bank/slips/${id}`,
};

type Of = {
  kind: DocumentKind;
  subjectId: number;
  saleId: number | null;
  entryId: number | null;
};

/** Where a document is looked at: its ticket, its own page, else its journal entry; null: nowhere. */
export function pageOfDocument({ kind, subjectId, saleId, entryId }: Of): string | null {
  if (saleId !== null) return `/sales/${saleId}`;
  const page = PAGES[kind]?.(subjectId);
  if (page) return page;
  return entryId === null ? null : `/books/journal?entry=${entryId}`;
}
