import { bankingDayOnOrAfter } from '@abacist/core/dates';
import { sum } from '@abacist/core/money';
import type { SettledPartKind } from '@abacist/core/settlements';
import type { CommandContext } from '../context';
import { insertMany, run } from '../db/pool';
import { storeDisputes } from '../disputes/store';
import { holidaysAround } from '../settings/holidays';
import { keptSoFar } from '../workers/reading';
import { keepSettled } from './batches';
import { differencesOf } from './differences';
import type { Foreseen } from './foresee';
import type { SettlingProcessor } from './processor';

type Kept = {
  processor: SettlingProcessor;
  fileId: number;
  reference: string;
  met: Foreseen;
};

/** So many cards are written at once. */
const AT_ONCE = 1_000;

/**
 * Keeps a settlement with its findings, what it settled and cleared, and what it tells of disputes.
 * @returns its id, and of which dispute each part is, by its place
 */
export async function storeSettlement(
  context: CommandContext,
  kept: Kept,
): Promise<{ settlementId: number; disputes: Map<number, number> }> {
  const settlementId = await storeHead(context, kept);
  await storeFindings(context, settlementId, kept);
  const { tx } = context;
  const { decided } = kept.met;
  await storeTransactions(context, settlementId, kept);
  const { date, parts } = kept.met.settlement;
  const disputes = await storeDisputes(context, {
    ...{ settlementId, processorId: kept.processor.id, parts, sources: kept.met.sources },
    date: date > context.today ? context.today : date,
  });
  await storeParts(context, settlementId, kept, disputes);
  await insertMany(
    tx,
    'settled',
    ['settlement_id', 'batch_id', 'scheme', 'amount_minor'],
    decided.settled.map((one) => [settlementId, one.batchId, one.scheme, one.amountMinor]),
  );
  await insertMany(
    tx,
    'cleared_part',
    ['settlement_id', 'batch_id', 'scheme', 'takings_day', 'amount_minor'],
    decided.cleared.map(({ batchId, scheme, takingsDay, amountMinor }) => [
      settlementId,
      batchId,
      scheme,
      takingsDay,
      amountMinor,
    ]),
  );
  await keepSettled(context, [
    ...new Set(decided.findings.flatMap(({ batchId }) => (batchId === null ? [] : [batchId]))),
  ]);
  return { settlementId, disputes };
}

async function storeHead(
  { tx, shop, actor }: CommandContext,
  { processor, fileId, reference, met }: Kept,
): Promise<number> {
  const { settlement, decided } = met;
  const found = differencesOf(met);
  const holidays = holidaysAround(shop.holidayRegion, settlement.date);
  const come = (kind: SettledPartKind) =>
    sum(settlement.parts.filter((part) => part.kind === kind).map((part) => part.amountMinor));
  const { insertId } = await run(
    tx,
    `INSERT INTO settlement
       (processor_id, bank_account_id, import_file_id, reference, date, due_date, gross_minor,
        refunds_minor, fee_minor, tax_minor, chargebacks_minor, chargeback_fees_minor,
        reserve_minor, adjustments_minor, net_minor, to_bank_minor, carried_minor, merchant,
        stated, difference_minor, differing, user_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      processor.id,
      processor.bankAccountId,
      fileId,
      reference,
      settlement.date,
      bankingDayOnOrAfter(settlement.date, holidays),
      settlement.grossMinor,
      settlement.refundsMinor,
      settlement.feeMinor,
      come('taxOnFees'),
      come('chargeback'),
      come('chargebackFee'),
      come('reserve'),
      come('adjustment'),
      settlement.netMinor,
      decided.toBankMinor,
      decided.carriedMinor,
      settlement.merchant,
      settlement.stated.join(' '),
      found.differenceMinor,
      sum(found.differences.map(({ count }) => count)),
      actor.id,
    ],
  );
  return insertId;
}

/** Each scheme of each batch: what the file says of it beside what the till knows. */
async function storeFindings(
  { tx }: CommandContext,
  settlementId: number,
  { met: { settlement, decided } }: Kept,
): Promise<void> {
  await insertMany(
    tx,
    'settlement_scheme',
    [
      'settlement_id',
      'batch_date',
      'scheme',
      'batch_id',
      'items',
      'gross_minor',
      'refunds_minor',
      'fee_minor',
      'net_minor',
      'till_minor',
      'difference_minor',
      'finding',
    ],
    decided.findings.map((found) => {
      const said = settlement.schemes.find(
        (row) => row.batchDate === found.batchDate && row.scheme === found.scheme,
      );
      return [
        settlementId,
        found.batchDate,
        found.scheme,
        found.batchId,
        said?.items ?? 0,
        said?.grossMinor ?? 0,
        said?.refundsMinor ?? 0,
        said?.feeMinor ?? 0,
        said?.netMinor ?? 0,
        found.tillMinor,
        found.differenceMinor,
        found.finding,
      ];
    }),
  );
}

/** Each card that the processor settled, with the till's card that it is. */
async function storeTransactions(
  { tx }: CommandContext,
  settlementId: number,
  { met: { settlement, cards, compared } }: Kept,
): Promise<void> {
  const all = settlement.transactions;
  const ours = new Map(compared.pairs.map((pair) => [pair.theirs, cards[pair.ours]!.id]));
  for (let from = 0; from < all.length; from += AT_ONCE) {
    await insertMany(
      tx,
      'settlement_transaction',
      [
        ...['settlement_id', 'position', 'file_row', 'batch_date', 'scheme', 'card_kind'],
        ...['amount_minor', 'fee_minor', 'reference', 'authorisation', 'last_four', 'on_date'],
        ...['at_time', 'sale_tender_id'],
      ],
      all
        .slice(from, from + AT_ONCE)
        .map((one, i) => [
          ...[settlementId, from + i, one.row, one.batchDate, one.scheme, one.cardKind],
          ...[one.amountMinor, one.feeMinor, one.reference, one.authorisation, one.lastFour],
          ...[one.on, one.time, ours.get(from + i) ?? null],
        ]),
    );
    keptSoFar(Math.min(from + AT_ONCE, all.length), all.length);
  }
}

/** What it has beside its cards; of chargebacks the sale that they dispute. */
async function storeParts(
  { tx }: CommandContext,
  settlementId: number,
  { met: { settlement, sources } }: Kept,
  disputes: ReadonlyMap<number, number>,
): Promise<void> {
  await insertMany(
    tx,
    'settlement_part',
    [
      ...['settlement_id', 'position', 'kind', 'file_row', 'amount_minor', 'scheme'],
      ...['reference', 'last_four', 'words', 'sale_tender_id', 'takings_day', 'dispute_id'],
    ],
    settlement.parts.map((part, i) => [
      ...[settlementId, i, part.kind, part.row, part.amountMinor],
      ...[sources.get(i)?.card?.scheme ?? part.scheme, part.reference, part.lastFour],
      ...[part.words, sources.get(i)?.card?.saleTenderId ?? null],
      ...[sources.get(i)?.card?.takingsDay ?? null, disputes.get(i) ?? null],
    ]),
  );
}
