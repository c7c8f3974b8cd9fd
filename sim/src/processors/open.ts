import type { SaveFeePlan } from '@abacist/contracts';
import { saveFeePlan, saveProcessor } from '@abacist/server/src/processors/save';
import { addTender } from '@abacist/server/src/tenders/save';
import { act, type World } from '../world';
import { KELPIE_PLAN } from './kelpie';

/** The second processor, which pays gross and bills by the month, with the hatch's tender. */
export async function openKelpie(world: World, instant: Date, from: string): Promise<void> {
  const { osric } = world.people;
  const { processors } = await act(world, osric, instant, saveProcessor, {
    ...{ name: 'Kelpie Clearing', merchantNumber: '', cutOff: '20:00' },
    ...{ delayBankingDays: 2, bankAccountId: 1, feeTaxAuthorityId: 1 },
    ...{ paysGross: true, billsFees: true },
    ...{ disputeDays: 10, reservePercent: '', reserveDays: 0 },
  });
  const { id } = processors.at(-1)!;
  await act(
    world,
    osric,
    instant,
    (context, agreed: SaveFeePlan) => saveFeePlan(context, agreed, id),
    { from, plan: KELPIE_PLAN },
  );
  const { tenders } = await act(world, osric, instant, addTender, {
    ...{ code: 'tidalHatch', name: 'Tidal Debit, hatch', kind: 'card', isDebit: true },
    ...{ processorId: id, scheme: 'Tidal Debit', account: null, shortcut: 'h' },
    ...{ icon: 'credit-card', asksLastFour: true, asksReference: true },
    ...{ opensDrawer: false, active: true },
  });
  world.hatchCard = tenders.at(-1)!.id;
}
