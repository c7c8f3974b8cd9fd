/*
 * Days of a drawer with one mistake in each, made up for the proof of the search: who writes it thinks
 * of people at a till and of what goes wrong there, and knows nothing of how it is searched.
 */

/** Numbers that a seed gives (xorshift32, from memory). */
function dice(seed: number) {
  let state = seed | 0 || 1;
  const roll = () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2 ** 32;
  };
  const upTo = (most: number) => Math.floor(roll() * most);
  return { roll, upTo, pick: <T>(list: readonly T[]): T => list[upTo(list.length)]! };
}

type Slip = {
  id: number;
  goods: string;
  /** What the customer owed, in cents; what came back is below zero. */
  cents: number;
  by: 'cash' | 'card';
  note: number;
  takenBack: boolean;
};
type Errand = { id: string; whom: string; cents: number };

/** What a till says of its day, and what truly lay in it. */
export type Till = {
  slips: Slip[];
  errands: Errand[];
  /** Whom the shop pays on other days, and how much. */
  regularly: { whom: string; cents: number }[];
  papers: { number: string; cents: number; ticked: boolean }[];
  floatCents: number;
  /** Counted less what should be there. */
  offCents: number;
  pieces: Record<number, number>;
  /** What went wrong, and about what: a slip's id, an errand's, a name; nothing on a right day. */
  truth: { mistake: Mistake; about: string } | null;
};

export const MISTAKES = [
  'floatForgotten',
  'floatAddedTwice',
  'rungAgain',
  'cardTakenForCash',
  'cashTakenForCard',
  'voidedButKept',
  'refundStayed',
  'wrongWayRound',
  'figuresTurned',
  'zeroLost',
  'piecesTurned',
  'changeFromAnotherNote',
  'chequeMislaid',
  'errandTwice',
  'errandNotWritten',
  'oneNoteTooFew',
] as const;
export type Mistake = (typeof MISTAKES)[number];

const NOTES = [500, 1000, 2000, 5000, 10000];
const COINS = [10000, 5000, 2000, 1000, 500, 200, 100, 25, 10, 5];
const FIVE = (cents: number) => Math.round(cents / 5) * 5;

function inPieces(cents: number): Record<number, number> {
  const pieces: Record<number, number> = {};
  let left = cents;
  for (const coin of COINS) {
    const many = Math.floor(left / coin);
    if (many > 0) pieces[coin] = many;
    left -= many * coin;
  }
  return pieces;
}

/** A day with so many customers; `mistake` null is a day on which nothing goes wrong. */
export function tillDay(seed: number, mistake: Mistake | null): Till {
  const { roll, upTo, pick } = dice(seed * 2654435761 + 97);
  const slips: Slip[] = [];
  const customers = 12 + upTo(40);
  for (let id = 1; id <= customers; id += 1) {
    const cents = FIVE(80 + upTo(roll() < 0.2 ? 12_000 : 3_000));
    const back = roll() < 0.06;
    const by = roll() < 0.5 ? ('cash' as const) : ('card' as const);
    const note = NOTES.find((one) => one >= cents && roll() < 0.6) ?? cents;
    slips.push({
      id,
      goods: `${upTo(25)}×${cents}`,
      cents: back ? -cents : cents,
      by,
      note: back ? 0 : note,
      takenBack: roll() < 0.03,
    });
  }
  const regularly = [
    { whom: 'post office', cents: FIVE(400 + upTo(2_000)) },
    { whom: 'dairy', cents: FIVE(900 + upTo(3_000)) },
    { whom: 'window cleaner', cents: FIVE(2_000 + upTo(2_000)) },
  ];
  const errands: Errand[] =
    roll() < 0.5 ? [{ id: 'E1', whom: 'baker', cents: FIVE(300 + upTo(2_500)) }] : [];
  const papers = [1, 2, 3]
    .slice(0, upTo(4))
    .map((n) => ({ number: `${100 + n}`, cents: 2_000 + upTo(20_000), ticked: true }));
  const till: Till = {
    slips,
    errands,
    regularly,
    papers,
    floatCents: pick([100_00, 150_00, 200_00]),
    offCents: 0,
    pieces: {},
    truth: null,
  };
  const counted = goWrong(till, mistake, { upTo, pick });
  till.pieces = inPieces(Math.max(0, counted));
  if (mistake === 'piecesTurned') turnPieces(till, { pick });
  return till;
}

type Dice = Pick<ReturnType<typeof dice>, 'upTo' | 'pick'>;

const shouldHold = ({ slips, errands, floatCents }: Till): number =>
  floatCents +
  slips
    .filter((one) => one.by === 'cash' && !one.takenBack)
    .reduce((all, one) => all + one.cents, 0) -
  errands.reduce((all, one) => all + one.cents, 0);

/** Lets one thing go wrong, and says what is then counted in notes and coins. */
function goWrong(till: Till, mistake: Mistake | null, { upTo, pick }: Dice): number {
  const { slips } = till;
  const say = (about: string, offCents: number) => {
    if (offCents !== 0) till.truth = { mistake: mistake!, about };
    till.offCents = offCents;
  };
  const sold = slips.filter((one) => one.cents > 0 && !one.takenBack);
  const cash = sold.filter((one) => one.by === 'cash');
  const cards = sold.filter((one) => one.by === 'card');
  switch (mistake) {
    case null:
    case 'piecesTurned':
      break;
    case 'floatForgotten':
      say('', -till.floatCents);
      break;
    case 'floatAddedTwice':
      say('', till.floatCents);
      break;
    case 'rungAgain': {
      const one = pick(cash);
      const again = { ...one, id: slips.length + 1 };
      slips.push(again);
      say(String(again.id), -again.cents);
      break;
    }
    case 'cardTakenForCash': {
      const one = pick(cash);
      say(String(one.id), -one.cents);
      break;
    }
    case 'cashTakenForCard': {
      if (cards.length === 0) break;
      const one = pick(cards);
      say(String(one.id), one.cents);
      break;
    }
    case 'voidedButKept': {
      const one = pick(cash);
      one.takenBack = true;
      say(String(one.id), one.cents);
      break;
    }
    case 'refundStayed': {
      const one = pick(cash);
      one.cents = -one.cents;
      one.note = 0;
      say(String(one.id), -one.cents);
      break;
    }
    case 'wrongWayRound': {
      const one = pick(cash);
      one.cents = -one.cents;
      one.note = 0;
      say(String(one.id), -2 * one.cents);
      break;
    }
    case 'figuresTurned': {
      const one = pick(cash);
      const text = String(one.cents);
      const at = upTo(text.length - 1);
      const paid = Number(text.slice(0, at) + text[at + 1]! + text[at]! + text.slice(at + 2));
      one.note = one.cents;
      say(String(one.id), paid - one.cents);
      break;
    }
    case 'zeroLost': {
      const one = pick(cash);
      one.note = one.cents;
      say(String(one.id), one.cents % 10 === 0 ? one.cents / 10 - one.cents : one.cents * 9);
      break;
    }
    case 'changeFromAnotherNote': {
      const by = cash.filter((one) => NOTES.includes(one.note) && one.note < 10000);
      if (by.length === 0) break;
      const one = pick(by);
      const taken = NOTES[NOTES.indexOf(one.note) + 1]!;
      // Change was given as of the larger note.
      say(String(one.id), one.note - taken);
      break;
    }
    case 'chequeMislaid': {
      if (till.papers.length === 0) break;
      const one = pick(till.papers);
      one.ticked = false;
      say(one.number, -one.cents);
      break;
    }
    case 'errandTwice': {
      const [one] = till.errands;
      if (!one) break;
      till.errands.push({ ...one, id: 'E2' });
      say('E2', one.cents);
      break;
    }
    case 'errandNotWritten': {
      const one = pick(till.regularly);
      say(one.whom, -one.cents);
      break;
    }
    case 'oneNoteTooFew':
      say('', -pick(NOTES.slice(0, 4)));
      break;
  }
  const missing = till.papers
    .filter((one) => !one.ticked)
    .reduce((all, one) => all + one.cents, 0);
  return shouldHold(till) + till.offCents + missing;
}

/** Two digits of a number of pieces change places as it is written down. */
function turnPieces(till: Till, { pick }: Pick<Dice, 'pick'>): void {
  // A jar of small coins, so that there is a number of two digits.
  const turnable = Object.entries(till.pieces).filter(([, many]) => many > 9);
  const [coin, many] = turnable.length > 0 ? pick(turnable) : ['25', 0];
  const really = many || 12;
  if (!many) till.pieces[25] = really;
  const turned = Number([...String(really)].reverse().join(''));
  if (turned === really || String(turned).length !== String(really).length) return;
  till.pieces[Number(coin)] = turned;
  till.offCents = (turned - really) * Number(coin);
  till.truth = { mistake: 'piecesTurned', about: coin };
}
