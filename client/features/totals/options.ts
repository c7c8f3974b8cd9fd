import type { RowField, TypedRow } from './draft';
import type { ReadWith } from './read';
import { ACTS_HERE, named, payingTenders } from './readRow';

const labels = (all: readonly { label: string }[]): string[] => all.map(({ label }) => label);

/** What a cell of the list is offered, by what its row is; none where it is free. */
export function optionsOf(
  field: RowField,
  row: TypedRow,
  { lists }: ReadWith,
  parties: readonly string[],
): readonly string[] {
  const what = named(row.what, lists.whats)?.value;
  const isAct = ACTS_HERE.some((one) => one === what);
  switch (field) {
    case 'what':
      return labels(lists.whats);
    case 'name':
      return isAct ? parties : labels(lists.chargeAccounts);
    case 'account':
      return isAct ? labels(lists.ledgerAccounts) : labels(payingTenders(lists));
    case 'place':
      return labels(lists.places);
    case 'tax':
      return isAct ? labels(lists.taxCodes) : [];
    default:
      return [];
  }
}
