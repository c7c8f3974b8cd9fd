import { statementCsv, type BankLine } from '@abacist/sim/bank';
import { planFee, settlementCsv } from '@abacist/sim/processor';
import { countAndClose, importSettlement, importStatement } from '../day';
import { SCHEMES, type Scheme, type TrialShop } from './trialShop';

/* From the drawers to the bank. */

/** Yesterday goes to the bank: the safe by a slip, the cards by a settlement. */
export async function morning(trial: TrialShop): Promise<void> {
  const lines: BankLine[] = [];
  const { items } = (await trial.keeper.get('/safe')).body;
  trial.same(
    'the safe',
    items.reduce((sum: number, one: any) => sum + one.leftMinor, 0),
    trial.safe,
  );
  if (trial.safe > 0) {
    const slip = trial.taken(
      'slip',
      await trial.keeper.send('/slips', {
        bankAccountId: 1,
        bankTotalMinor: trial.safe,
        bankReference: '',
        items: items.map((one: any) => ({ safeItemId: one.id, amountMinor: one.leftMinor })),
      }),
    );
    trial.done('slip');
    trial.books.post({ safe: -trial.safe, bank: trial.safe });
    lines.push({
      date: trial.today,
      amountMinor: trial.safe,
      text: 'DEPOSIT',
      reference: slip.number,
    });
    trial.safe = 0;
  }
  const settled = settlement(trial);
  if (settled) {
    const { csv, reference, net, fee, cleared } = settled;
    const answer = trial.taken('settlement', await importSettlement(trial.keeper, csv));
    trial.done('settlement');
    trial.same(`settlement ${reference}: net`, answer.netMinor, net);
    trial.books.post({ cardClearing: -cleared, cardFees: fee, bank: net });
    lines.push({
      date: trial.today,
      amountMinor: net,
      text: `HALYARD PAY ${reference}`,
    });
  }
  if (lines.length === 0) return;
  const csv = statementCsv(trial.atBank, lines);
  trial.taken('statement', await importStatement(trial.keeper, csv));
  trial.atBank += lines.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
  await trial.shop.jobsEnded();
}

/** All batches up to yesterday, once what the processor owes for them is above nothing. */
export function settlement(trial: TrialShop) {
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
  const schemes = batches.flatMap((one) => one.schemes);
  const fee = schemes.reduce((sum, one) => sum + planFee(one.grossMinor, one.items), 0);
  const cleared = schemes.reduce((sum, one) => sum + one.grossMinor - one.refundsMinor, 0);
  if (cleared - fee <= 0) return null;
  for (const [day] of open) trial.batches.delete(day);
  const reference = `HP-${trial.today.replaceAll('-', '')}`;
  const filled = batches.filter((one) => one.schemes.length);
  const csv = settlementCsv(reference, trial.today, filled);
  return { csv, reference, net: cleared - fee, fee, cleared };
}

/** Both drawers are counted, over or short by little; what they took goes to the safe. */
export async function evening(trial: TrialShop): Promise<void> {
  for (const drawer of ['shop', 'hatch']) {
    const expected = (trial.drawerToday[drawer] ?? 0) + (trial.cheques[drawer] ?? 0);
    const over = trial.chance.of([0, 0, 0, -10, 5, 25]);
    if ((trial.drawerToday[drawer] ?? 0) + over <= 0) continue;
    const closed = trial.taken('count', {
      status: 200,
      body: await countAndClose(trial.clerk, trial.id.drawers[drawer]!, over, 'Counted'),
    });
    trial.done('count');
    trial.same(`${drawer}: difference`, closed.differenceMinor, over);
    trial.same(`${drawer}: to the safe`, closed.toSafeMinor, expected + over);
    trial.books.post({ drawer: -expected, overAndShort: -over, safe: expected + over });
    trial.safe += expected + over;
    trial.drawerToday[drawer] = 0;
    trial.cheques[drawer] = 0;
  }
}
