import type { Random } from '../random';
import type { SentCard } from './cards';

/** What may go wrong between a terminal and its processor. */
export const FAULTS = [
  'wrongScheme',
  'missingThere',
  'missingHere',
  'amountDiffers',
  'tipAdded',
  'twice',
  'refundAsSale',
] as const;
export type Fault = (typeof FAULTS)[number];

type Planted = {
  cards: SentCard[];
  /** What was done to which card, by its authorisation. */
  faults: { fault: Fault; authorisation: string }[];
  /** Cards that come with the next file. */
  late: SentCard[];
};

const SCHEMES = ['Meridian', 'Corvus', 'Tidal Debit'];

/** Each fault befalls another card; of those that find none the card is left as it is. */
export function plantFaults(
  cards: readonly SentCard[],
  wanted: readonly Fault[],
  random: Random,
): Planted {
  const result = [...cards];
  const used = new Set<string>();
  const faults: Planted['faults'] = [];
  const late: SentCard[] = [];
  const pick = (fits: (card: SentCard) => boolean) => {
    const free = result.filter((card) => !used.has(card.authorisation) && fits(card));
    return free.length ? random.pick(free) : undefined;
  };
  const put = (card: SentCard, by: readonly SentCard[]) =>
    result.splice(result.indexOf(card), 1, ...by);
  for (const fault of wanted) {
    const card = pick(
      ({ amountMinor }) => amountMinor > (fault === 'refundAsSale' ? -1e9 : 0),
    );
    if (!card) continue;
    const { amountMinor, scheme } = card;
    used.add(card.authorisation);
    let authorisation = card.authorisation;
    const other: Record<Fault, () => void> = {
      wrongScheme: () =>
        put(card, [{ ...card, scheme: SCHEMES.find((one) => one !== scheme)! }]),
      missingThere: () => {
        put(card, []);
        late.push(card);
      },
      missingHere: () => {
        authorisation = `X${random.between(10000, 99999)}`;
        used.add(authorisation);
        put(card, [
          card,
          {
            ...card,
            ...{ authorisation, lastFour: String(random.between(1000, 9999)) },
            amountMinor: random.between(5, 90) * 100,
          },
        ]);
      },
      amountDiffers: () =>
        put(card, [
          { ...card, amountMinor: Math.max(1, amountMinor - random.between(20, 300)) },
        ]),
      tipAdded: () =>
        put(card, [{ ...card, amountMinor: amountMinor + Math.ceil(amountMinor / 10) }]),
      twice: () => put(card, [card, card]),
      refundAsSale: () => put(card, [{ ...card, amountMinor: -amountMinor }]),
    };
    other[fault]();
    faults.push({ fault, authorisation });
  }
  return { cards: result, faults, late };
}
