import { feeOfItems, type FeePlan } from '@abacist/core/fees';
import { share, sum, toDecimal } from '@abacist/core/money';
import type { Mapping } from '@abacist/core/settlements';
import { TZDate } from '@date-fns/tz';
import { stringify } from 'csv-stringify/sync';
import type { SentCard } from './cards';

/*
 * Halyard pays each banking day, net of its fees, and tells its cards one by one: semicolons, days before
 * months, fees below zero.
 */
const HEADS = [
  ...['Record', 'Payout', 'Paid on', 'Batch', 'Taken at', 'Brand', 'Card', 'Approval'],
  ...['Amount', 'Fee', 'Net', 'Ref'],
];
const BRANDS: Record<string, string> = {
  Meridian: 'MERI',
  Corvus: 'CORV',
  'Tidal Debit': 'TIDE',
};

export const HALYARD_LAYOUT: Mapping = {
  shape: { kind: 'delimited', delimiter: ';' },
  heads: HEADS,
  columns: {
    ...{ rowKind: 0, payout: 1, payoutDate: 2, batch: 3, moment: 4, scheme: 5, lastFour: 6 },
    ...{ authorisation: 7, gross: 8, fee: 9, net: 10, reference: 11 },
  },
  ...{ dates: 'dmy', decimals: '.', deductions: 'minus' },
  kinds: {
    otherwise: 'leftOut',
    values: {
      ...{ card: 'card', payout: 'payout' },
      ...{ dispute: 'chargeback', 'dispute fee': 'chargebackFee' },
    },
  },
  schemes: Object.fromEntries(
    Object.entries(BRANDS).map(([scheme, brand]) => [brand, scheme]),
  ),
  belongs: 'each',
};

/** One card with what the plan makes of it: of a scheme that is rounded as one, its share. */
function feesOf(cards: readonly SentCard[], plan: FeePlan, currency: string): number[] {
  const fees = new Map<SentCard, number>();
  const batches = new Set(cards.map(({ batchDate, scheme }) => `${batchDate} ${scheme}`));
  for (const batch of batches) {
    const own = cards.filter((card) => `${card.batchDate} ${card.scheme}` === batch);
    const items = own.map(({ scheme, amountMinor }) => ({
      scheme,
      cardKind: '',
      amountMinor,
    }));
    const whole = sum(
      feeOfItems(plan, items, currency).schemes.map(({ feeMinor }) => feeMinor),
    );
    share(
      whole,
      own.map(({ amountMinor }) => BigInt(Math.max(1, amountMinor))),
    ).forEach((feeMinor, i) => fees.set(own[i]!, feeMinor));
  }
  return cards.map((card) => fees.get(card) ?? 0);
}

/** A card that its holder disputes, by its approval. Minor units. */
export type DisputedCard = { approval: string; lastFour: string; amountMinor: number };
const DISPUTE_FEE_MINOR = 15_00;

/** A payout of such cards as its file. */
export function halyardFile(
  { payout, paid }: { payout: string; paid: string },
  cards: readonly SentCard[],
  {
    plan,
    zone,
    currency = 'CAD',
    disputed = [],
  }: {
    plan: FeePlan;
    zone: string;
    currency?: string;
    disputed?: readonly DisputedCard[];
  },
): string {
  const money = (amount: number) => toDecimal(amount, currency);
  const date = (iso: string) => iso.split('-').reverse().join('.');
  // One that stands there twice is charged twice.
  const each = cards.map((card) => ({ ...card }));
  const fees = feesOf(each, plan, currency);
  const records = each.map((card, i) => {
    const at = new TZDate(new Date(`${card.takenAt.replace(' ', 'T')}Z`), zone);
    const two = (figure: number) => String(figure).padStart(2, '0');
    const day = `${two(at.getDate())}.${two(at.getMonth() + 1)}.${at.getFullYear()}`;
    const time = `${two(at.getHours())}:${two(at.getMinutes())}`;
    return [
      ...['Card', payout, date(paid), date(card.batchDate), `${day} ${time}`],
      ...[BRANDS[card.scheme] ?? card.scheme, card.lastFour, card.authorisation],
      ...[money(card.amountMinor), money(-fees[i]!), money(card.amountMinor - fees[i]!), ''],
    ];
  });
  for (const { approval, lastFour, amountMinor } of disputed) {
    const told = ['', '', '', lastFour, ''];
    records.push(
      ['Dispute', payout, date(paid), ...told, money(amountMinor), '', '', approval],
      [
        'Dispute fee',
        payout,
        date(paid),
        ...told,
        money(-DISPUTE_FEE_MINOR),
        '',
        '',
        approval,
      ],
    );
  }
  const taken = sum(disputed.map(({ amountMinor }) => amountMinor + DISPUTE_FEE_MINOR));
  const [gross, fee] = [sum(cards.map(({ amountMinor }) => amountMinor)), sum(fees)];
  records.push([
    ...['Payout', payout, date(paid), '', '', '', '', ''],
    ...[money(gross), money(-fee), money(gross - fee - taken), ''],
  ]);
  return stringify([HEADS, ...records], { delimiter: ';', record_delimiter: 'windows' });
}
