/** A line of an account that is here already; in the order in which they came. */
export type LineHere = {
  id: number;
  date: string;
  amountMinor: number;
  text: string;
  bankId: string | null;
};

/** So many characters of a text are kept. */
export const TEXT_KEPT = 500;

const likeOf = ({ date, amountMinor, text }: Omit<LineHere, 'id' | 'bankId'>): string =>
  `${date} ${amountMinor} ${text.slice(0, TEXT_KEPT)}`;

/**
 * Which lines of a file are here already, whatever format either came in: by the bank's own id where both have one, else by
 * date, amount and text, the k-th of its like with the k-th that no other line of the file is. Two ids that differ are two
 * lines, however alike they are.
 * @param here lines of the account on the days of the file
 * @returns for each line of the file the id of the one that it is; null: it is new
 */
export function findKnown(
  lines: readonly Omit<LineHere, 'id'>[],
  here: readonly LineHere[],
): (number | null)[] {
  const byId = new Map(
    here.flatMap((one) => (one.bankId ? [[one.bankId, one] as const] : [])),
  );
  const found = lines.map(({ bankId }) => (bankId ? byId.get(bankId) : undefined));
  const taken = new Set(found);
  // Those that came first lie on top.
  const left = new Map<string, { named: LineHere[]; plain: LineHere[] }>();
  for (const one of [...here].reverse()) {
    if (taken.has(one)) continue;
    const like = likeOf(one);
    const alike = left.get(like) ?? { named: [], plain: [] };
    alike[one.bankId ? 'named' : 'plain'].push(one);
    left.set(like, alike);
  }
  return lines.map((line, i) => {
    if (found[i]) return found[i].id;
    const alike = left.get(likeOf(line));
    // A line without an id takes one with an id first: those without are all that a line with one can be.
    const one = line.bankId ? alike?.plain.pop() : (alike?.named.pop() ?? alike?.plain.pop());
    return one?.id ?? null;
  });
}
