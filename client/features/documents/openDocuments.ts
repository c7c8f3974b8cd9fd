import { router } from '~/router';
import { NOTHING_TYPED, useDocumentsView, type Typed } from './documentsView';

/** To the list of all documents, narrowed by one filter. */
export function openDocuments(typed: Partial<Typed>): void {
  useDocumentsView.getState().set({ typed: { ...NOTHING_TYPED, ...typed } });
  router.push('/books/documents' as never);
}
