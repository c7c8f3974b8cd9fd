import { auditFees, feeOfItems, feesOfMonth, type ChargedRow } from '@abacist/core/fees';
import { sum } from '@abacist/core/money';
import {
  compareCards,
  readMapped,
  type Mapping,
  type TillCard,
} from '@abacist/core/settlements';
import { DEMO_PLAN } from '../processor';
import { generator } from '../random';
import type { SentCard } from './cards';
import { FAULTS, plantFaults } from './faults';
import { HALYARD_LAYOUT, halyardFile } from './halyard';
import { KELPIE_LAYOUT, KELPIE_PLAN, kelpieBill, kelpieFile } from './kelpie';

const ZONE = 'America/Halifax';
const read = (text: string, mapping: Mapping) => {
  const found = readMapped({ text }, mapping, {
    ...{ currency: 'CAD', zone: ZONE, cutOff: '17:30', merchant: '' },
  });
  if (!found.ok) throw new Error(found.refusals[0]!.code);
  return found.value.settlements;
};

/** A day’s cards of a terminal: each with an approval of its own, some of them given back. */
function cardsOf(seed: number, count: number, schemes: readonly string[]): SentCard[] {
  const random = generator(seed);
  return Array.from({ length: count }, (_, i) => ({
    ...{ batchDate: '2026-03-02', scheme: random.pick(schemes) },
    ...{ lastFour: String(random.between(1000, 9999)), authorisation: `A${seed}${100 + i}` },
    amountMinor: random.between(2_00, 240_00) * (random.chance(0.06) ? -1 : 1),
    takenAt: `2026-03-02 ${13 + Math.floor(i / 8)}:${10 + (i % 8) * 6}:00`,
  }));
}
const SCHEMES = ['Meridian', 'Corvus', 'Tidal Debit'];
const tillOf = (cards: readonly SentCard[]): TillCard[] =>
  cards.map(({ authorisation, takenAt, ...card }, i) => ({
    ...{ id: i + 1, ...card, reference: authorisation },
    ...{ takingsDay: card.batchDate, on: card.batchDate },
    // The zone is four hours behind in winter.
    time: `${String(Number(takenAt.slice(11, 13)) - 4).padStart(2, '0')}:${takenAt.slice(14, 16)}`,
  }));

test('card by card: what was sent agrees with the till, and is charged as the plan has it', () => {
  for (const seed of [1, 2, 3, 4, 5]) {
    const cards = cardsOf(seed, 40, SCHEMES);
    const text = halyardFile({ payout: 'HP-1', paid: '2026-03-03' }, cards, {
      ...{ plan: DEMO_PLAN, zone: ZONE },
    });
    const [settlement] = read(text, HALYARD_LAYOUT);
    const compared = compareCards(settlement!.transactions, tillOf(cards));
    expect(compared).toMatchObject({
      missingHere: [],
      missingThere: [],
      twice: [],
      alike: [],
    });
    expect(compared.pairs.every(({ finding }) => finding === 'agrees')).toBe(true);
    expect(compared.pairs.every(({ evidence }) => evidence.includes('time'))).toBe(true);
    const items = cards.map(({ scheme, amountMinor }) => ({
      scheme,
      cardKind: '',
      amountMinor,
    }));
    expect(settlement!.feeMinor).toBe(
      sum(feeOfItems(DEMO_PLAN, items, 'CAD').schemes.map(({ feeMinor }) => feeMinor)),
    );
  }
});

test('each fault that is planted is found as what it is, and none beside', () => {
  let planted = 0;
  for (let seed = 1; seed <= 60; seed += 1) {
    const cards = cardsOf(seed, 30, SCHEMES);
    const faults = plantFaults(cards, FAULTS, generator(seed));
    const text = halyardFile({ payout: 'HP-1', paid: '2026-03-03' }, faults.cards, {
      ...{ plan: DEMO_PLAN, zone: ZONE },
    });
    const [settlement] = read(text, HALYARD_LAYOUT);
    const till = tillOf(cards);
    const theirs = settlement!.transactions;
    const found = compareCards(theirs, till);
    const named = new Map<string, string>();
    for (const { theirs: i, finding } of found.pairs)
      if (finding !== 'agrees') named.set(theirs[i]!.authorisation, finding);
    for (const { theirs: i } of found.twice) named.set(theirs[i]!.authorisation, 'twice');
    for (const i of found.missingHere) named.set(theirs[i]!.authorisation, 'missingHere');
    for (const j of found.missingThere) named.set(till[j]!.reference, 'missingThere');
    expect(found.alike).toEqual([]);
    expect(Object.fromEntries(named)).toEqual(
      Object.fromEntries(
        faults.faults.map(({ fault, authorisation }) => [authorisation, fault]),
      ),
    );
    expect(faults.late).toHaveLength(1);
    planted += faults.faults.length;
  }
  expect(planted).toBe(60 * FAULTS.length);
});

test('gross by totals, and a bill that is to the cent what the plan makes of the month', () => {
  for (const seed of [7, 8, 9]) {
    const cards = cardsOf(seed, 50, ['Tidal Debit']);
    const [advice] = read(
      kelpieFile({ payout: 'KC-1', paid: '2026-03-04' }, cards),
      KELPIE_LAYOUT,
    );
    const net = sum(cards.map(({ amountMinor }) => amountMinor));
    expect(advice).toMatchObject({ feeMinor: 0, netMinor: net, parts: [] });
    expect(advice!.schemes).toMatchObject([{ items: 50, batchDate: '2026-03-02' }]);
    const [bill] = read(
      kelpieBill({ bill: 'KB-1', date: '2026-04-01' }, cards)!,
      KELPIE_LAYOUT,
    );
    const sold = cards.filter(({ amountMinor }) => amountMinor >= 0);
    const row: ChargedRow = {
      ...{ settlementId: 1, batchDate: '2026-03-31', scheme: 'Tidal Debit', volumeMinor: 0 },
      ...{ items: sold.length, refundItems: cards.length - sold.length },
      grossMinor: sum(sold.map(({ amountMinor }) => amountMinor)),
      refundsMinor: sum(sold.map(({ amountMinor }) => amountMinor)) - net,
      feeMinor: bill!.parts.find(({ scheme }) => scheme === 'Tidal Debit')!.amountMinor,
      cards: null,
    };
    expect(auditFees([row], () => KELPIE_PLAN, 'CAD').findings).toEqual([]);
    const { total } = feesOfMonth(KELPIE_PLAN, [row], { paysGross: true, currency: 'CAD' });
    expect(bill!.netMinor).toBe(-total.leastMinor);
  }
  expect(kelpieBill({ bill: 'KB-1', date: '2026-04-01' }, [])).toBeNull();
});
