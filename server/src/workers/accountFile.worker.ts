import {
  readAccountFile,
  readOpenItemFile,
  type AccountFileState,
  type OpenItemFileState,
} from '@abacist/core/accountFiles';

export type AccountFileWork =
  | { what: 'accounts'; text: string; state: AccountFileState }
  | { what: 'openItems'; text: string; state: OpenItemFileState };

/** Reads a file of accounts or of open items off the main thread. */
export default function read(work: AccountFileWork) {
  return work.what === 'accounts'
    ? readAccountFile(work.text, work.state)
    : readOpenItemFile(work.text, work.state);
}
