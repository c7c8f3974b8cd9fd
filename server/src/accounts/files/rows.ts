import { refuseWith } from '../../http/errors';

/** Rows that a check shows at most; the counts are of all. */
const SHOWN = 500;

/** Bad rows first, as many as are looked at. */
export const badFirst = <R extends { status: string }>(list: readonly R[]): R[] =>
  [...list]
    .sort((a, b) => Number(b.status === 'bad') - Number(a.status === 'bad'))
    .slice(0, SHOWN);

/** @throws HttpError 422 `accountFile.badRows` unless the person said to leave bad rows out */
export function refuseBadRows(
  list: readonly { row: number; status: string }[],
  goodRowsOnly: boolean,
): void {
  const bad = list.filter(({ status }) => status === 'bad');
  if (bad.length === 0 || goodRowsOnly) return;
  const { row } = bad[0]!;
  throw refuseWith('accountFile.badRows', `row ${row}`, { count: bad.length, row });
}
