import type { SettlementImport } from '@abacist/contracts';
import { addBankingDays, addDays, isBankingDay, type Holidays } from '@abacist/core/dates';
import type { FeePlan } from '@abacist/core/fees';
import { holidaysAround } from '@abacist/server/src/settings/holidays';
import { loadShop } from '@abacist/server/src/settings/shop';
import { readSettlementFile } from '@abacist/server/src/settlements/file';
import { importSettlement } from '@abacist/server/src/settlements/import';
import { rows } from '@abacist/server/src/db/pool';
import type { Mapping } from '@abacist/core/settlements';
import { DEMO_PLAN, settlementCsv, type ProcessorBatch } from '../processor';
import { generator } from '../random';
import { act, at, type World } from '../world';
import { cardsOfMonth, cardsToSettle, type SentCard } from './cards';
import { plantFaults } from './faults';
import { HALYARD_LAYOUT, halyardFile, type DisputedCard } from './halyard';
import { KELPIE_LAYOUT, kelpieBill, kelpieFile } from './kelpie';

/** For a week now more is charged for one scheme than was agreed. */
const chargedNow = (back: number): FeePlan =>
  back > 8
    ? DEMO_PLAN
    : {
        ...DEMO_PLAN,
        terms: DEMO_PLAN.terms.map((one) =>
          one.scheme === 'Corvus' ? { ...one, percent: '1.85' } : one,
        ),
      };

async function holidaysOf({ deps }: World, date: string): Promise<Holidays> {
  return holidaysAround((await loadShop(deps.pool)).holidayRegion, date);
}

/** Brings a file as the bookkeeper does, and the bank books what it says. */
async function bring(
  world: World,
  date: string,
  file: SettlementImport,
  books: { text: string; reference: string; on?: string },
): Promise<void> {
  const { osric } = world.people;
  const read = await readSettlementFile(world.deps, file, osric);
  const { settlements, bills } = await act(
    world,
    osric,
    at(world, date, '09:40'),
    (context, sent: SettlementImport) => importSettlement(context, sent, read),
    file,
  );
  const { on = date, ...line } = books;
  const amountMinor =
    settlements.reduce((sum, { toBankMinor }) => sum + toBankMinor, 0) -
    bills.reduce((sum, bill) => sum + bill.amountMinor, 0);
  if (amountMinor === 0) return;
  world.bank.booked.push({
    date: on,
    ...line,
    amountMinor,
    type: amountMinor > 0 ? 'card' : '',
  });
}

const fileOf = (
  processorId: number,
  name: string,
  text: string,
  kept?: { mapping: Mapping; saveAs: string },
): SettlementImport => ({
  ...{ processorId, name, mapping: null, ...kept },
  contentBase64: Buffer.from(text).toString('base64'),
});

/**
 * Halyard pays each closed batch on the next banking day: long ago by totals, of which one comes 8.40
 * short, and weekends in one sum; since yesterday card by card, with a wrong scheme, a tip, and a card that comes a day late.
 */
export async function settleHalyard(world: World, date: string, back: number): Promise<void> {
  const holidays = await holidaysOf(world, date);
  const found = await cardsToSettle(world.deps.pool, 1);
  const due = found.filter(({ batchDate }) => addBankingDays(batchDate, 1, holidays) <= date);
  const batches = [...new Set(due.map(({ batchDate }) => batchDate))];
  const named = batches.map((batchDate) => ({
    batchDate,
    own: due.filter((card) => card.batchDate === batchDate),
  }));
  const booked = world.bank.booked.length;
  for (const [i, { batchDate, own }] of named.entries()) {
    const reference = `HP-${batchDate.replaceAll('-', '')}`;
    const file =
      back <= 1
        ? await cardByCard(world, date, reference, own, { back, faulty: i === 0 })
        : byTotals(world, date, reference, own, back);
    await bring(world, date, file, { text: `HALYARD PAY ${reference}`, reference });
  }
  // Until lately a weekend was paid in one sum.
  if (back > 4 && world.bank.booked.length > booked + 1) {
    const paid = world.bank.booked.splice(booked);
    const amountMinor = paid.reduce((sum, line) => sum + line.amountMinor, 0);
    world.bank.booked.push({ date, amountMinor, text: 'HALYARD PAY WEEKEND', type: 'card' });
  }
}

async function cardByCard(
  world: World,
  date: string,
  reference: string,
  own: readonly SentCard[],
  { back, faulty }: { back: number; faulty: boolean },
): Promise<SettlementImport> {
  // Their own chance, so that the demo's other days stay as they are.
  const random = generator(Number(reference.slice(3)));
  const faults = plantFaults(
    own,
    faulty ? ['wrongScheme', 'tipAdded', 'missingThere'] : [],
    random,
  );
  const sent = [...world.late, ...faults.cards];
  world.late = faults.late;
  const text = halyardFile({ payout: reference, paid: date }, sent, {
    ...{ plan: chargedNow(back), zone: world.zone },
    disputed: await disputedOnce(world, date),
  });
  const kept = { mapping: HALYARD_LAYOUT, saveAs: 'Halyard, card by card' };
  return fileOf(1, `${reference}.csv`, text, kept);
}

/** Once, the holder of a card of the week before disputes it. */
async function disputedOnce(world: World, date: string): Promise<DisputedCard[]> {
  if (world.disputed) return [];
  world.disputed = true;
  return rows<DisputedCard>(
    world.deps.pool,
    `SELECT st.reference AS approval, st.last_four AS lastFour, st.amount_minor AS amountMinor
     FROM sale_tender st
     JOIN tender t ON t.id = st.tender_id AND t.processor_id = 1
     JOIN sale s ON s.id = st.sale_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.date BETWEEN ? AND ? AND v.id IS NULL AND st.amount_minor > 5000
       AND st.reference <> ''
     ORDER BY st.id LIMIT 1`,
    [addDays(date, -12), addDays(date, -5)],
  );
}

function byTotals(
  world: World,
  date: string,
  reference: string,
  own: readonly SentCard[],
  back: number,
): SettlementImport {
  const schemes = [...new Set(own.map(({ scheme }) => scheme))].sort().map((scheme) => {
    const cards = own.filter((card) => card.scheme === scheme);
    const add = (sign: 1 | -1) =>
      cards.reduce((sum, { amountMinor }) => sum + Math.max(0, sign * amountMinor), 0);
    return {
      ...{ scheme, items: cards.length, grossMinor: add(1), refundsMinor: add(-1) },
      ...(back <= 8 && scheme === 'Corvus' && { percent: '1.85' }),
    };
  });
  if (back <= 4 && !world.shortDone) {
    schemes[0]!.grossMinor -= 840;
    world.shortDone = true;
  }
  const batch: ProcessorBatch = { batchDate: own[0]!.batchDate, schemes };
  const text = settlementCsv(reference, date, [batch]);
  return fileOf(1, `${reference}.csv`, text);
}

/** Kelpie pays gross after two banking days, and bills on the first banking day of a month. */
export async function settleKelpie(world: World, date: string): Promise<void> {
  const { pool } = world.deps;
  const holidays = await holidaysOf(world, date);
  const kept = { mapping: KELPIE_LAYOUT, saveAs: 'Kelpie, totals' };
  const found = await cardsToSettle(pool, 2);
  const due = found.filter(({ batchDate }) => addBankingDays(batchDate, 2, holidays) <= date);
  if (due.length > 0) {
    const payout = `KC${date.replaceAll('-', '')}`;
    const text = kelpieFile({ payout, paid: date }, due);
    await bring(world, date, fileOf(2, `${payout}.txt`, text, kept), {
      text: `KELPIE CLEARING ${payout}`,
      reference: payout,
    });
  }
  const first = `${date.slice(0, 8)}01`;
  let begins = first;
  while (!isBankingDay(begins, holidays)) begins = addDays(begins, 1);
  if (begins !== date) return;
  const month = addDays(first, -1).slice(0, 7);
  const cards = await cardsOfMonth(pool, 2, month);
  const bill = `KB-${month}`;
  const billed = kelpieBill({ bill, date }, cards);
  if (!billed) return;
  await bring(world, date, fileOf(2, `${bill}.txt`, billed, kept), {
    ...{ text: `KELPIE CLEARING FEES ${bill}`, reference: bill },
    on: addBankingDays(date, 2, holidays),
  });
}
