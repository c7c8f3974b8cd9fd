import {
  readAccountFile,
  readOpenItemFile,
  type AccountFileRow,
  type AccountFileState,
  type OpenItemFileRow,
  type OpenItemFileState,
} from '@abacist/core/accountFiles';
import { readsFile } from './fileWork';

export type AccountFileWork =
  | { what: 'accounts'; text: string; state: AccountFileState }
  | { what: 'openItems'; text: string; state: OpenItemFileState };

/** Reads a file of accounts or of open items off the main thread. */
export default readsFile<AccountFileWork, AccountFileRow[] | OpenItemFileRow[]>(
  (work, watch) =>
    work.what === 'accounts'
      ? readAccountFile(work.text, work.state, watch)
      : readOpenItemFile(work.text, work.state, watch),
);
