import type {
  LookAtSettlement,
  PayoutForeseen,
  SettlementImport,
  SettlementLook,
} from '@abacist/contracts';
import { monthOfBill } from '@abacist/core/fees';
import type { Outcome } from '@abacist/core/outcome';
import { OWN_LAYOUT, type Mapping, type ReadFile } from '@abacist/core/settlements';
import type { Actor, Deps, Shop } from '../context';
import { rows, type Db } from '../db/pool';
import { refuseWith, unwrap } from '../http/errors';
import type { QueryContext } from '../http/query';
import { loadShopFor } from '../settings/shop';
import { isBill } from '../processors/bill';
import type { SettlementFileRead, SettlementFileWork } from '../workers/settlementFile.worker';
import { differencesOf } from './differences';
import { foresee, knownPayout } from './foresee';
import { settlingProcessor, type SettlingProcessor } from './processor';

/** So many rows that are left out are told one by one. */
const LEFT_OUT_TOLD = 200;

async function work(
  deps: Deps,
  processor: SettlingProcessor,
  { currency, zone }: Shop,
  input: Pick<SettlementFileWork, 'mapping' | 'known' | 'look'> & { contentBase64: string },
): Promise<SettlementFileRead> {
  const { contentBase64, ...how } = input;
  const { cutOff, merchantNumber } = processor;
  return unwrap(
    await deps.jobs.compute<SettlementFileWork, Outcome<SettlementFileRead>>({
      file: 'settlementFile.worker.ts',
      input: {
        ...how,
        bytes: Buffer.from(contentBase64, 'base64'),
        shop: { currency, zone, cutOff, merchant: merchantNumber },
      },
    }),
  );
}

/** The processor of a file. @throws HttpError 422 `settlement.processor` */
async function processorOf(db: Db, id: number): Promise<SettlingProcessor> {
  const processor = await settlingProcessor(db, id);
  if (!processor) throw refuseWith('settlement.processor', 'processorId');
  return processor;
}

/** The payouts of an uploaded file, checked whole. @throws HttpError 422 */
export async function readSettlementFile(
  deps: Deps,
  { contentBase64, mapping, processorId }: SettlementImport,
  actor: Actor,
): Promise<ReadFile> {
  const shop = await loadShopFor(deps.pool, actor);
  const processor = await processorOf(deps.pool, processorId);
  const read = await work(deps, processor, shop, {
    ...{ contentBase64, mapping, known: [], look: false },
  });
  if (read.look) throw new Error('a file that is imported is read whole');
  return read.file;
}

/**
 * A file as it would be taken, by the mapping that is given, else by one that knows it: what its rows
 * become, what its payouts come to, and what of them differs from the till. Nothing is kept.
 */
export async function lookAtSettlement(
  { db, deps, shop, today }: QueryContext,
  { contentBase64, mapping, processorId }: LookAtSettlement,
): Promise<SettlementLook> {
  const processor = await processorOf(db, processorId);
  const layouts = await layoutsOf(db, processorId);
  const known = [...layouts.map((one) => one.mapping), OWN_LAYOUT];
  const read = await work(deps, processor, shop, {
    ...{ contentBase64, mapping, known, look: true },
  });
  if (!read.look) throw new Error('a file that is looked at is not imported');
  const { seen, gaps, file, refusals } = read;
  const payouts: PayoutForeseen[] = [];
  for (const settlement of file?.settlements ?? []) {
    const already = await knownPayout(db, processorId, settlement);
    const met = await foresee(db, processor, settlement, { zone: shop.zone, today });
    payouts.push({
      ...{ reference: settlement.reference, date: settlement.date },
      ...{ merchant: settlement.merchant, known: already?.number ?? null },
      billOf: isBill(processor, settlement) ? monthOfBill(settlement.date) : null,
      ...{ cards: settlement.transactions.length, stated: settlement.stated },
      ...{ grossMinor: settlement.grossMinor, refundsMinor: settlement.refundsMinor },
      ...{ feeMinor: settlement.feeMinor, netMinor: settlement.netMinor },
      parts: settlement.parts.map(({ kind, amountMinor }) => ({ kind, amountMinor })),
      ...{ toBankMinor: met.decided.toBankMinor, carriedMinor: met.decided.carriedMinor },
      ...differencesOf(met),
    });
  }
  return {
    ...{ look: seen, gaps, refusals, payouts },
    layout: seen.known === null ? null : (layouts[seen.known]?.name ?? 'own'),
    leftOut: file?.leftOut.slice(0, LEFT_OUT_TOLD) ?? [],
    leftOutCount: file?.leftOut.length ?? 0,
    masked: file?.masked ?? 0,
    shopSchemes: processor.schemes,
  };
}

/** How files of a processor were read before, the newest first. */
async function layoutsOf(
  db: Db,
  processorId: number,
): Promise<{ name: string; mapping: Mapping }[]> {
  const found = await rows<{ name: string; mapping: string }>(
    db,
    `SELECT name, mapping FROM settlement_layout WHERE processor_id = ?
     ORDER BY saved_at DESC LIMIT 50`,
    [processorId],
  );
  return found.map(({ name, mapping }) => ({
    name,
    mapping: JSON.parse(mapping) as Mapping,
  }));
}
