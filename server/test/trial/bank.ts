import { statementCsv, type BankLine } from '@abacist/sim/bank';
import { planFee, settlementCsv } from '@abacist/sim/processor';
import { importSettlement, importStatement, pieces } from '../day';
import { inDrawer } from './cheques';
import { SCHEMES, type Scheme, type TrialShop } from './trialShop';

/* From the drawers to the bank. */

/** Yesterday goes to the bank: the safe by a slip, the cards by a settlement. */
export async function morning(trial: TrialShop): Promise<void> {
  const lines: BankLine[] = trial.byBank.splice(0).map((one) => {
    trial.books.post({ bankInTransit: -one.amountMinor, bank: one.amountMinor });
    return { ...one, date: trial.today };
  });
  const { items } = (await trial.keeper.get('/safe')).body;
  trial.same(
    'the safe',
    items.reduce((sum: number, one: any) => sum + one.leftMinor, 0),
    trial.safe,
  );
  const bag = trial.safe > 0 ? await sendBag(trial, items) : null;
  if (bag) lines.push(bag.line);
  const settled = await settle(trial);
  if (settled) lines.push(settled);
  if (lines.length === 0) return;
  const csv = statementCsv(trial.atBank, lines);
  trial.taken('statement', await importStatement(trial.keeper, csv));
  trial.atBank += lines.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
  await trial.shop.jobsEnded();
  if (bag && bag.over !== 0) await takeBankCount(trial, bag);
}

/** All that the safe holds goes in one bag; now and then it is recalled and goes again. */
async function sendBag(trial: TrialShop, items: any[]) {
  const total = trial.safe;
  const send = async (): Promise<{ slipId: number; number: string }> =>
    trial.taken(
      'slip',
      await trial.keeper.send('/slips', {
        bankAccountId: 1,
        bankTotalMinor: total,
        bankReference: '',
        items: items.map((one: any) => ({ safeItemId: one.id, amountMinor: one.leftMinor })),
      }),
    );
  let slip = await send();
  if (trial.chance.chance(0.2)) {
    const why = { reason: 'A note was left out' };
    trial.taken('recall', await trial.keeper.send(`/slips/${slip.slipId}/recall`, why));
    trial.done('slip recalled');
    slip = await send();
  }
  trial.done('slip');
  for (const cheque of trial.cheques) if (cheque.where === 'safe') cheque.where = 'bank';
  const over = trial.chance.of([0, 0, 0, 0, -5_00, 1_00]);
  trial.books.post({ safe: -total, bank: total + over, overAndShort: -over });
  trial.safe = 0;
  const line = {
    date: trial.today,
    amountMinor: total + over,
    text: 'DEPOSIT',
    reference: slip.number,
  };
  return { slipId: slip.slipId, over, line };
}

/** The bank counted the bag differently: a person takes its figure. */
async function takeBankCount(
  trial: TrialShop,
  { slipId, over, line }: { slipId: number; over: number; line: BankLine },
): Promise<void> {
  const { lines } = (await trial.keeper.get('/statement/lines')).body;
  const found = lines.find(
    ({ date, amountMinor }: any) => date === line.date && amountMinor === line.amountMinor,
  );
  trial.same('the bag’s line', found.status, 'reserved');
  const decided = trial.taken<{ differenceMinor: number }>(
    'bag',
    await trial.keeper.send(`/slips/${slipId}/bag`, {
      lineId: found.id,
      cause: 'other',
      safeItemId: null,
      note: 'Counted at the bank',
    }),
  );
  trial.same('the bag', decided.differenceMinor, over);
  trial.done('bag counted differently');
}

/** The processor settles; now and then the file is undone and comes again, or comes short. */
async function settle(trial: TrialShop): Promise<BankLine | null> {
  const settled = settlement(trial);
  if (!settled) return null;
  const { csv, reference, net, fee, cleared, short } = settled;
  const send = async (): Promise<any> =>
    trial.taken('settlement', await importSettlement(trial.keeper, csv));
  let answer = await send();
  if (trial.chance.chance(0.2)) {
    const undo = `/settlements/${answer.settlementId}/undo`;
    trial.taken('undo', await trial.keeper.send(undo, { reason: 'The wrong shop’s' }));
    trial.done('settlement undone');
    answer = await send();
  }
  trial.done('settlement');
  trial.same(`settlement ${reference}: net`, answer.netMinor, net);
  trial.books.post({ cardClearing: -cleared, cardFees: fee, bank: net });
  if (short) {
    const { batchId } = answer.findings.find(
      (one: any) => one.batchDate === short.batchDate && one.scheme === short.scheme,
    );
    trial.taken(
      'given up',
      await trial.manager.send(
        `/batches/${batchId}/differences`,
        { scheme: short.scheme, reason: 'They will not pay it' },
        { approval: { reason: 'As agreed' } },
      ),
    );
    trial.done('settlement’s difference given up');
    trial.books.post({ cardClearing: -SHORT, cardAdjustments: SHORT });
  }
  return { date: trial.today, amountMinor: net, text: `HALYARD PAY ${reference}` };
}

/** What the processor leaves out where it comes short. */
const SHORT = 3_00;

/** All batches up to yesterday, once what the processor owes for them is above nothing. */
function settlement(trial: TrialShop) {
  const open = [...trial.batches].filter(([day]) => day < trial.today);
  const batches = open.map(([batchDate, batch]) => ({
    batchDate,
    schemes: Object.entries(batch)
      .filter(([, one]) => one.gross > 0 || one.refunds > 0)
      .map(([scheme, { items, gross, refunds }]) => ({
        scheme: SCHEMES[scheme as Scheme],
        items,
        grossMinor: gross,
        refundsMinor: refunds,
      })),
  }));
  const large = batches.flatMap(({ batchDate, schemes: all }) =>
    all.filter((one) => one.grossMinor > 10 * SHORT).map((one) => ({ batchDate, one })),
  );
  const short = large.length && trial.chance.chance(0.3) ? trial.chance.of(large) : null;
  const schemes = batches.flatMap((one) => one.schemes);
  if (short) short.one.grossMinor -= SHORT;
  const fee = schemes.reduce((sum, one) => sum + planFee(one.grossMinor, one.items), 0);
  const cleared = schemes.reduce((sum, one) => sum + one.grossMinor - one.refundsMinor, 0);
  if (cleared - fee <= 0) return null;
  for (const [day] of open) trial.batches.delete(day);
  const reference = `HP-${trial.today.replaceAll('-', '')}`;
  const filled = batches.filter((one) => one.schemes.length);
  const csv = settlementCsv(reference, trial.today, filled);
  const left = short && { batchDate: short.batchDate, scheme: short.one.scheme };
  return { csv, reference, net: cleared - fee, fee, cleared, short: left };
}

/** Both drawers are counted, over or short by little, a cheque may be missing; the rest is safe. */
export async function evening(trial: TrialShop): Promise<void> {
  for (const drawer of ['shop', 'hatch']) {
    const taken = trial.drawerToday[drawer] ?? 0;
    const cheques = inDrawer(trial, drawer);
    const paper = cheques.reduce((sum, { sale }) => sum + sale.total, 0);
    const over = trial.chance.of([0, 0, 0, -10, 5, 25]);
    trial.acts = trial.acts.filter((act) => act.drawer !== drawer);
    if (taken + over <= 0 || taken + paper === 0) {
      if (taken !== 0) trial.carried.add(drawer);
      continue;
    }
    trial.carried.delete(drawer);
    trial.broughtIn[drawer] = 0;
    const missing = cheques.length && trial.chance.chance(0.2) ? cheques[0]! : null;
    const lost = missing?.sale.total ?? 0;
    const closed = await closeDrawer(trial, drawer, over, missing?.number);
    trial.done('count');
    const toSafe = taken + paper + over - lost;
    trial.same(`${drawer}: difference`, closed.differenceMinor, over - lost);
    trial.same(`${drawer}: to the safe`, closed.toSafeMinor, toSafe);
    trial.books.post({ drawer: -(taken + paper), overAndShort: lost - over, safe: toSafe });
    trial.safe += toSafe;
    trial.drawerToday[drawer] = 0;
    for (const cheque of cheques) cheque.where = cheque === missing ? 'missing' : 'safe';
  }
}

async function closeDrawer(trial: TrialShop, drawer: string, over: number, missing?: string) {
  const begun = trial.taken(
    'count begun',
    await trial.clerk.send('/counts', { drawerId: trial.id.drawers[drawer] }),
  );
  const cheques = begun.cheques as { id: number; number: string; amountMinor: number }[];
  const paper = cheques.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
  const here = cheques.filter(({ number }) => number !== missing);
  return trial.taken(
    'count closed',
    await trial.clerk.send(`/counts/${begun.sessionId}/close`, {
      count: pieces(begun.expectedMinor - paper + over),
      chequeIds: here.map(({ id }) => id),
      note: 'Counted',
    }),
  );
}
