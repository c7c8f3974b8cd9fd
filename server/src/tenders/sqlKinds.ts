import { kindsWhere } from '@abacist/core/tenders';

/** Kinds of tenders as a list of SQL texts: of whose rooms something holds. */
export const sqlKinds = (holds: Parameters<typeof kindsWhere>[0]): string =>
  kindsWhere(holds)
    .map((kind) => `'${kind}'`)
    .join(', ');
