import { addDays, type IsoDate } from '../../dates';
import { compareCards } from './compare';
import type { PairFinding, TheirCard, TillCard } from './types';

/*
 * A quarter of cards at two terminals, told by a generator of its own: written from what goes wrong between a
 * till and a processor, and without the comparison at hand. It keeps the truth beside the rows, so
 * that whatever the comparison says of a card can be held against what happened to it.
 */

type Fault = Exclude<PairFinding, 'agrees'> | 'missingHere' | 'missingThere' | 'twice';
const FAULTS: readonly Fault[] = [
  ...(['wrongScheme', 'amountDiffers', 'tipAdded', 'refundAsSale', 'otherBatch'] as const),
  ...(['missingHere', 'missingThere', 'twice'] as const),
];
/** One card that was put through: what became of it on either side. */
type Happened = { fault: Fault | null; till: number | null; rows: number[] };
type Quarter = { theirs: TheirCard[]; ours: TillCard[]; happened: Happened[] };

/** What a terminal tells of a card beside its amount: all, no code of approval, or next to nothing. */
type Terminal = 'full' | 'noCodes' | 'bare';

/** Numbers that any machine repeats: a linear congruence with Knuth’s constants of MMIX. */
function dice(seed: number) {
  let state = BigInt(seed) * 2862933555777941757n + 3037000493n;
  const next = () => {
    state = (state * 6364136223846793005n + 1442695040888963407n) & 0xffffffffffffffffn;
    return Number(state >> 33n);
  };
  const below = (n: number) => next() % n;
  return {
    below,
    chance: (per: number) => below(per) === 0,
    of: <T>(l: readonly T[]) => l[below(l.length)]!,
  };
}

const SCHEMES = ['Meridian', 'Corvus', 'Tidal Debit'] as const;
const pad = (n: number, to: number) => String(n).padStart(to, '0');

/**
 * @param terminals one a drawer
 * @param prices what the shop's amounts are drawn from; few of them make many equal amounts
 */
function quarter(
  seed: number,
  terminals: readonly Terminal[],
  prices: number,
  days = 30,
): Quarter {
  const { below, chance, of } = dice(seed);
  const made: Quarter = { theirs: [], ours: [], happened: [] };
  const regulars = Array.from({ length: 40 }, () => ({
    lastFour: pad(below(10_000), 4),
    scheme: of(SCHEMES),
  }));
  for (let day = 0; day < days; day++) {
    const date = addDays('2026-01-05' as IsoDate, day);
    const cards = 20 + below(30);
    for (let n = 0; n < cards; n++) {
      const terminal = of(terminals);
      const card = chance(4)
        ? of(regulars)
        : { lastFour: pad(below(10_000), 4), scheme: of(SCHEMES) };
      const fault = chance(25) ? of(FAULTS) : null;
      const refund = fault === 'refundAsSale' || (fault !== 'tipAdded' && chance(20));
      const size = (1 + below(prices)) * 25 + (prices > 1000 ? below(25) : 0) + 400;
      const amountMinor = refund ? -size : size;
      const code = terminal === 'full' ? pad(below(1_000_000), 6) : '';
      const minute = 9 * 60 + Math.floor((n * 540) / cards);
      const [time, theirTime] = [minute, minute + below(3)].map(
        (m) => `${pad(Math.floor(m / 60), 2)}:${pad(m % 60, 2)}`,
      );
      const bare = terminal === 'bare';
      const of1: Happened = { fault, till: null, rows: [] };
      made.happened.push(of1);
      if (fault !== 'missingHere') {
        of1.till = 1000 + made.happened.length;
        made.ours.push({
          ...{
            id: of1.till,
            batchDate: date,
            scheme: card.scheme,
            amountMinor,
            reference: code,
          },
          ...{ lastFour: bare ? '' : card.lastFour, takingsDay: date, on: date, time: time! },
        });
      }
      const theirs = {
        ...{ batchDate: fault === 'otherBatch' ? addDays(date, 1) : date, on: date },
        scheme:
          fault === 'wrongScheme' ? of(SCHEMES.filter((s) => s !== card.scheme)) : card.scheme,
        amountMinor: saidOf(fault, amountMinor, 8 + below(12), below(2) === 0),
        ...{ authorisation: code, reference: '', lastFour: bare ? '' : card.lastFour },
        time: bare ? null : theirTime!,
      };
      const rows = fault === 'missingThere' ? 0 : fault === 'twice' ? 2 : 1;
      for (let copy = 0; copy < rows; copy++) {
        of1.rows.push(made.theirs.length);
        made.theirs.push({ row: made.theirs.length + 2, ...theirs });
      }
    }
  }
  return made;
}

/** What the processor has of an amount: a tip of some percent on top, another figure, the other sign. */
function saidOf(fault: Fault | null, minor: number, percent: number, low: boolean): number {
  if (fault === 'tipAdded') return minor + Math.max(50, Math.round((minor * percent) / 100));
  if (fault === 'refundAsSale') return -minor;
  if (fault !== 'amountDiffers') return minor;
  return low ? Math.trunc(minor / 2) - Math.sign(minor) : minor * 3 + Math.sign(minor) * 11;
}

/** What is said of each row and each card of the till: the finding, and with whom. */
function said({ theirs, ours }: Quarter) {
  const compared = compareCards(theirs, ours);
  const rows = new Map<number, string>();
  const cards = new Map<number, string>();
  for (const pair of compared.pairs) {
    const id = ours[pair.ours]!.id;
    rows.set(pair.theirs, `${pair.finding} ${id}`);
    cards.set(id, `${pair.finding} ${pair.theirs}`);
  }
  for (const { theirs: row, of } of compared.twice) rows.set(row, `twice ${of}`);
  for (const row of compared.missingHere) rows.set(row, 'missingHere');
  for (const at of compared.missingThere) cards.set(ours[at]!.id, 'missingThere');
  for (const group of compared.alike) {
    for (const row of group.theirs) rows.set(row, 'alike');
    for (const at of group.ours) cards.set(ours[at]!.id, 'alike');
  }
  return { rows, cards };
}

/** All that either side has of a card but the minute: two that are the same in it are one to whoever reads. */
const facts = (card: TheirCard | TillCard) =>
  JSON.stringify([
    ...[card.batchDate, card.scheme, card.amountMinor, card.lastFour, card.on],
    'id' in card ? card.reference : card.authorisation,
  ]);

/**
 * How each card that was put through came out: named as it was; left open; hidden by another of its kind
 * (one too many beside one too few: both sides have as many, and nothing differs); or told falsely.
 */
function judged(of: Quarter) {
  const { rows, cards } = said(of);
  const tally = { right: 0, open: [] as Happened[], hidden: 0, wrong: [] as string[] };
  const known = new Map(of.ours.map((card) => [card.id, card]));
  const isCard = (id: string, till: number | null) =>
    till !== null && facts(known.get(Number(id))!) === facts(known.get(till)!);
  for (const one of of.happened) {
    const { fault, till, rows: at } = one;
    const told = [
      ...at.map((row) => rows.get(row)!),
      ...(till === null ? [] : [cards.get(till)!]),
    ];
    const finds = (row: number, finding: string) => {
      const [name, id] = rows.get(row)!.split(' ');
      return name === finding && (name === 'twice' || isCard(id!, till));
    };
    const right =
      fault === 'missingHere' || fault === 'missingThere'
        ? told.every((word) => word === fault)
        : fault === 'twice'
          ? at.some((row) => finds(row, 'agrees')) && at.some((row) => finds(row, 'twice'))
          : finds(at[0]!, fault ?? 'agrees');
    const apart = [
      ...at.map((row) => of.theirs[row]!),
      ...(till === null ? [] : [known.get(till)!]),
    ];
    if (right) tally.right++;
    else if (told.every(isOpen)) tally.open.push(one);
    else if (told.every((word, i) => isOpen(word) || agreesWith(word, apart[i]!, of)))
      tally.hidden++;
    else tally.wrong.push(`${fault ?? 'sound'} ${till}: ${told.join(', ')}`);
  }
  return tally;
}

const isOpen = (word: string) => /^(alike|missingHere|missingThere)$/.test(word);

/** Whether the two sides of what is said to agree are the same in all that there is to read. */
function agreesWith(word: string, mine: TheirCard | TillCard, of: Quarter): boolean {
  const [finding, other] = word.split(' ');
  const beside =
    'id' in mine ? of.theirs[Number(other)] : of.ours.find(({ id }) => id === Number(other));
  return finding === 'agrees' && facts(beside!) === facts(mine);
}

/** Whether there is another card, on either side, that has its amount or its digits within some days. */
function hasRival({ till, rows }: Happened, of: Quarter): boolean {
  const mine = of.ours.find(({ id }) => id === till) ?? of.theirs[rows[0]!]!;
  const amounts = [mine.amountMinor, ...rows.map((row) => of.theirs[row]!.amountMinor)];
  const near = (card: TheirCard | TillCard) =>
    Math.abs(Date.parse(card.on!) - Date.parse(mine.on!)) <= 4 * 86_400_000 &&
    (amounts.includes(card.amountMinor) || card.lastFour === mine.lastFour);
  return (
    of.ours.some((card) => card.id !== till && near(card)) ||
    of.theirs.some((card, row) => !rows.includes(row) && near(card))
  );
}

const SEEDS = [11, 12] as const;
const sum = (terminals: readonly Terminal[], prices: number) =>
  SEEDS.map((seed) => {
    const of = quarter(seed, terminals, prices, 90);
    return { of, ...judged(of) };
  });

test('where a card has its code, every fault of a quarter is found and named, and none is invented', () => {
  for (const prices of [4000, 20])
    for (const { of, right, wrong } of sum(['full'], prices)) {
      expect(wrong).toEqual([]);
      expect(right).toBe(of.happened.length);
    }
});

test('by digits and time alone too; what stays open has another card beside it that it could be', () => {
  for (const prices of [4000, 20])
    for (const { of, hidden, open, wrong } of sum(['noCodes'], prices)) {
      expect(wrong).toEqual([]);
      expect(hidden).toBe(0);
      expect(open.length).toBeLessThan(10);
      expect(open.filter((one) => !hasRival(one, of))).toEqual([]);
    }
});

test('a terminal that tells nothing but amounts leaves its faults open, and nothing is made up for them', () => {
  for (const [terminals, prices] of [
    [['bare'], 4000],
    [['bare'], 20],
    [['full', 'bare'], 400],
    [['full', 'noCodes', 'bare'], 100],
  ] as const)
    for (const { of, right, hidden, open, wrong } of sum(terminals, prices)) {
      expect(wrong).toEqual([]);
      expect(right + hidden + open.length).toBe(of.happened.length);
      // One that is too many or too few is named even so.
      expect(open.filter(({ fault }) => fault === 'missingHere' && prices === 4000)).toEqual(
        [],
      );
      expect(right).toBeGreaterThan(of.happened.length * 0.93);
    }
});
