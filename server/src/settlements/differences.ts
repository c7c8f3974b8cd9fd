import type { CardDifference, PayoutForeseen } from '@abacist/contracts';
import { sum } from '@abacist/core/money';
import type {
  CardPair,
  CardsCompared,
  Evidence,
  SchemeFinding,
  SettledTransaction,
} from '@abacist/core/settlements';
import type { Foreseen } from './foresee';
import type { OpenCard } from './tillCards';

/** A card that differs, by its places on either side. */
export type Difference = {
  what: CardDifference;
  evidence: readonly Evidence[];
  theirs: number | null;
  ours: number | null;
  /** processor − till. */
  differenceMinor: number;
};

const batchOf = ({ batchDate, scheme }: { batchDate: string; scheme: string }) =>
  `${batchDate} ${scheme}`;

/**
 * Cards that differ, the surest first. What the till has and no settlement names counts where its batch
 * is settled; where a batch and scheme agree in sum (the till has a day's total) no card needs a pair.
 * @param named batch dates that the settlement settles something of, as the till has them
 * @param standing transactions that were settled in the batch of their card; null: all that are paired
 */
export function cardDifferences(
  theirs: readonly SettledTransaction[],
  ours: readonly OpenCard[],
  compared: CardsCompared,
  {
    named,
    findings,
    standing = null,
  }: {
    named: ReadonlySet<string>;
    findings: readonly SchemeFinding[];
    standing?: ReadonlySet<number> | null;
  },
): Difference[] {
  const inSum = new Set(
    findings.filter(({ finding }) => finding === 'agrees').map((row) => batchOf(row)),
  );
  const their = (i: number) => theirs[i]!.amountMinor;
  const our = (i: number) => ours[i]!.amountMinor;
  const one = (
    what: CardDifference,
    [i, j]: [number | null, number | null],
    evidence: readonly Evidence[] = [],
  ): Difference => ({
    ...{ what, evidence, theirs: i, ours: j },
    differenceMinor: (i === null ? 0 : their(i)) - (j === null ? 0 : our(j)),
  });
  return [
    ...compared.pairs.flatMap(({ finding, evidence, theirs: i, ours: j }) => {
      const what = toMend(finding, standing === null || standing.has(i));
      return what ? [one(what, [i, j], evidence)] : [];
    }),
    ...compared.twice.map((twice) => one('twice', [twice.theirs, null])),
    ...compared.missingHere
      .filter((i) => !inSum.has(batchOf(theirs[i]!)))
      .map((i) => one('missingHere', [i, null])),
    ...compared.missingThere
      .filter((j) => {
        const { batchDate, settled } = ours[j]!;
        return named.has(batchDate) && !settled && !inSum.has(batchOf(ours[j]!));
      })
      .map((j) => one('missingThere', [null, j])),
    ...compared.alike.flatMap((crowd) => [
      ...crowd.theirs.map((i) => one('alike', [i, null])),
      ...crowd.ours.map((j) => one('alike', [null, j])),
    ]),
  ];
}

/** What was settled in another batch than the till's is settled in the till's own, where it was known. */
function toMend(finding: CardPair['finding'], known: boolean): CardDifference | null {
  if (finding === 'agrees') return null;
  if (finding === 'otherBatch') return known ? null : 'rungLater';
  return finding;
}

/** What a payout differs by from the till: of cards one by one, else by batch and scheme. */
export function differencesOf({
  settlement: { transactions, schemes },
  cards,
  compared,
  decided: { findings },
}: Pick<Foreseen, 'settlement' | 'cards' | 'compared' | 'decided'>): Pick<
  PayoutForeseen,
  'differenceMinor' | 'differences'
> {
  const named = new Set(schemes.map(({ batchDate }) => batchDate));
  const found: {
    what: PayoutForeseen['differences'][number]['what'];
    differenceMinor: number;
  }[] =
    transactions.length > 0
      ? cardDifferences(transactions, cards, compared, { named, findings })
      : findings.flatMap(({ finding, differenceMinor }) =>
          finding === 'agrees' ? [] : [{ what: finding, differenceMinor }],
        );
  const counts = new Map<PayoutForeseen['differences'][number]['what'], number>();
  for (const { what } of found) counts.set(what, (counts.get(what) ?? 0) + 1);
  return {
    differenceMinor: sum(found.map((one) => one.differenceMinor)),
    differences: [...counts].map(([what, count]) => ({ what, count })),
  };
}
