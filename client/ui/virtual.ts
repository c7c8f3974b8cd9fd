/* What keeps only rows in sight in the page: one file to the browser, for the package that both share. */
export { LongList } from './LongList';
export { WideTable } from './WideTable';
