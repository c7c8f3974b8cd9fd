import type { CounterSettings, SaleCommand } from '@abacist/contracts';
import { proposeRefund, fromMilli, leftOf } from '@abacist/core/returns';
import {
  giveBackOf,
  roomOf,
  type OfferedRefund,
  type TenderKind,
} from '@abacist/core/tenders';
import { decideReturn, type TicketReturn } from '@abacist/core/sales';
import { row } from '@abacist/server/src/db/pool';
import { loadOriginal } from '@abacist/server/src/sales/original';
import type { Pool } from 'mysql2/promise';
import type { Random } from './random';

/**
 * A customer who brings one line of a sale of the days before back; undefined when the sale that
 * chance picks has nothing left.
 */
export async function returnCommand(
  pool: Pool,
  settings: CounterSettings,
  random: Random,
  drawerId: number,
): Promise<SaleCommand | undefined> {
  const sale = await row<{ id: number }>(
    pool,
    `SELECT id FROM sale WHERE drawer_id = ? AND net_minor > 0
       AND NOT EXISTS (SELECT 1 FROM open_item i WHERE i.sale_id = sale.id)
     ORDER BY id DESC LIMIT 1 OFFSET ${random.between(5, 60)}`,
    [drawerId],
  );
  const original = sale && (await loadOriginal(pool, sale.id));
  if (!original) return undefined;
  const line = random.pick(original.lines);
  if (leftOf(line) === 0n) return undefined;
  const returned: TicketReturn = {
    saleId: original.id,
    lines: [{ position: line.position, quantity: fromMilli(leftOf(line)) }],
    reason: random.pick(settings.reasons).code,
    condition: random.pick(['asNew', 'asNew', 'opened', 'damaged'] as const),
  };
  const decided = decideReturn(returned, {
    catalogue: { departments: [], items: [], taxCodes: [] },
    rules: { pricesIncludeTax: false, roundBy: 'document', rounding: 'halfUp' },
    returnRules: settings.returnRules,
    reasons: settings.reasons,
    original,
  });
  if (!decided.ok) return undefined;
  const dueMinor = decided.value.totalMinor;
  const idOf = (kind: TenderKind) =>
    settings.tenders.find((tender) => tender.kind === kind)!.id;
  const forCredit = {
    kind: 'storeCredit',
    amountMinor: dueMinor,
    saleTenderId: null,
  } as const;
  const ways = random.chance(0.25) ? [forCredit] : proposeRefund(dueMinor, original.refunds);
  const refunds = ways.map(({ kind, amountMinor, saleTenderId }) => {
    if (giveBackOf(kind).to === 'anybody') return { kind, amountMinor, tenderId: idOf(kind) };
    const { tenderId } = original.refunds.paid.find(
      (one) => one.saleTenderId === saleTenderId,
    )!;
    const slip = `B${random.between(100000, 999999)}`;
    const reference = roomOf(kind).needs === 'processor' ? { reference: slip } : {};
    return { kind, amountMinor, tenderId, saleTenderId, ...reference };
  }) as OfferedRefund[];
  return { drawerId, lines: [], returned, tenders: [], refunds };
}
