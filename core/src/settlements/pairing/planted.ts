import { addDays } from '../../dates';
import { seeded } from '../../seeded';
import type { TheirCard, TillCard } from './types';

/* Days of cards with a fault here and there, for tests and measurements. */

export type Planted = {
  fault:
    | 'missingHere'
    | 'missingThere'
    | 'amountDiffers'
    | 'tipAdded'
    | 'wrongScheme'
    | 'otherBatch'
    | 'refundAsSale'
    | 'twice';
  /** `their 12` by its row, `our 12` by its tender. */
  on: string;
  /** The other side of the same card. */
  also?: string;
};

const SCHEMES = ['Meridian', 'Corvus', 'Tidal Debit'] as const;
const FAULTS = [
  'missingHere',
  'missingThere',
  'amountDiffers',
  'tipAdded',
  'wrongScheme',
  'otherBatch',
  'refundAsSale',
  'twice',
] as const;

/**
 * Cards of a shop and of its processor, the same but for planted faults.
 * @param refs whether both know each card's authorisation; else last four digits and time alone
 * @param perDay cards a day; one in `faultEvery` has a fault
 */
export function plantedCards({
  seed,
  days,
  refs,
  perDay = 60,
  faultEvery = 30,
}: {
  seed: number;
  days: number;
  refs: boolean;
  perDay?: number;
  faultEvery?: number;
}): { theirCards: TheirCard[]; ourCards: TillCard[]; planted: Planted[] } {
  const next = seeded(seed);
  const upTo = (most: number) => Math.floor(next() * most);
  const theirCards: TheirCard[] = [];
  const ourCards: TillCard[] = [];
  const planted: Planted[] = [];
  let id = 0;
  for (let day = 0; day < days; day += 1) {
    const date = addDays('2026-01-01', day);
    for (let n = 0; n < perDay; n += 1) {
      id += 1;
      const scheme = SCHEMES[upTo(SCHEMES.length)]!;
      const minute = 9 * 60 + Math.floor((n * 600) / perDay) + upTo(3);
      const clock = (of: number) =>
        `${String(Math.floor(of / 60)).padStart(2, '0')}:${String(of % 60).padStart(2, '0')}`;
      const sold = 3_00 + 5 * upTo(2_000);
      const amountMinor = next() < 0.06 ? -sold : sold;
      const reference = refs ? `T${id}` : '';
      const lastFour = String(1_000 + upTo(9_000));
      // Plain, as rows of a database are: objects that are spread together take several times as long to read.
      const our: TillCard = {
        id,
        batchDate: date,
        scheme,
        amountMinor,
        reference,
        lastFour,
        takingsDay: date,
        on: date,
        time: clock(minute),
      };
      // The terminal's clock goes three minutes before the till's.
      const their: TheirCard = {
        row: id,
        batchDate: date,
        scheme,
        amountMinor,
        lastFour,
        reference: `P${id}`,
        authorisation: reference,
        on: date,
        time: clock(minute + 3),
      };
      const fault = upTo(faultEvery) === 0 ? FAULTS[upTo(FAULTS.length)]! : null;
      const both = { on: `their ${id}`, also: `our ${id}` };
      if (fault === 'missingThere') planted.push({ fault, on: `our ${id}` });
      else theirCards.push(their);
      if (fault === 'missingHere') planted.push({ fault, on: `their ${id}` });
      else ourCards.push(our);
      if (fault === 'amountDiffers') {
        their.amountMinor = amountMinor + (amountMinor > 0 ? -1 : 1) * (1 + upTo(150));
        planted.push({ fault, ...both });
      }
      if (fault === 'tipAdded') {
        our.amountMinor = sold;
        their.amountMinor = sold + Math.max(1, Math.floor((sold * (5 + upTo(20))) / 100));
        planted.push({ fault, ...both });
      }
      if (fault === 'wrongScheme') {
        our.scheme = SCHEMES[(SCHEMES.indexOf(scheme) + 1) % SCHEMES.length]!;
        planted.push({ fault, ...both });
      }
      if (fault === 'otherBatch') {
        their.batchDate = addDays(date, 1);
        planted.push({ fault, ...both });
      }
      if (fault === 'refundAsSale') {
        our.amountMinor = sold;
        their.amountMinor = -sold;
        planted.push({ fault, ...both });
      }
      if (fault === 'twice') {
        theirCards.push({ ...their, row: id + 1_000_000 });
        planted.push({ fault, on: `their ${id + 1_000_000}` });
      }
    }
  }
  return { theirCards, ourCards, planted };
}
