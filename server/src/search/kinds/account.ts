import { parties } from '../parties';
import { MOST_HITS, type HitOf, type SearchRoom } from '../room';

/** Charge accounts by their holder's number, name, phone or e-mail. */
export const account: SearchRoom<HitOf<'account'>> = {
  needs: 'GET /accounts',
  find: async (asking, asked) =>
    (await parties(asking, asked))
      .flatMap(({ accountId, name, number, balanceMinor }) =>
        accountId === null
          ? []
          : [
              {
                kind: 'account' as const,
                id: accountId,
                name,
                number,
                balanceMinor: balanceMinor!,
              },
            ],
      )
      .slice(0, MOST_HITS),
};
