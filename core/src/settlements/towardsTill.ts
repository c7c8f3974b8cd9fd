import { minus, sum } from '../money';
import type { Part } from '../takings';
import type { NamedPart } from './bearing';
import type { CardsCompared, TillCard } from './pairing';
import type { Settlement, SettledScheme } from './types';

/**
 * A settlement of cards as it meets the till: a card that both have is settled in the batch where the
 * till has it and on the day that took it, whatever batch the file says; its scheme and its amount are
 * the file's, so that what differs stays open until it is put right.
 */
export function towardsTill(
  { schemes, transactions }: Pick<Settlement, 'schemes' | 'transactions'>,
  cards: readonly TillCard[],
  { pairs }: Pick<CardsCompared, 'pairs'>,
): { schemes: SettledScheme[]; named: NamedPart[] } {
  if (transactions.length === 0) return { schemes: [...schemes], named: [] };
  const ourOf = new Map(pairs.map(({ theirs, ours }) => [theirs, cards[ours]!] as const));
  const found = new Map<string, SettledScheme>();
  const named = new Map<string, NamedPart>();
  transactions.forEach((one, i) => {
    const our = ourOf.get(i);
    const { scheme, amountMinor, feeMinor } = one;
    const batchDate = our?.batchDate ?? one.batchDate;
    const key = `${batchDate} ${scheme}`;
    const before = found.get(key);
    const soldMinor = Math.max(0, amountMinor);
    const add = (name: 'grossMinor' | 'refundsMinor' | 'feeMinor', more: number) =>
      sum([before?.[name] ?? 0, more]);
    const grossMinor = add('grossMinor', soldMinor);
    const refundsMinor = add('refundsMinor', soldMinor - amountMinor);
    const fees = add('feeMinor', feeMinor);
    found.set(key, {
      ...{ batchDate, scheme, items: (before?.items ?? 0) + 1 },
      ...{ grossMinor, refundsMinor, feeMinor: fees },
      netMinor: minus(grossMinor, refundsMinor + fees),
    });
    if (!our) return;
    const day = `${key} ${our.takingsDay}`;
    const part: Part = {
      takingsDay: our.takingsDay,
      amountMinor: sum([named.get(day)?.amountMinor ?? 0, amountMinor]),
    };
    named.set(day, { batchDate, scheme, ...part });
  });
  return { schemes: [...found.values()], named: [...named.values()] };
}
