import { makeAct } from '@abacist/server/src/drawer/acts/make';
import type { DrawerActCommand } from '@abacist/contracts';
import { weekday } from '@abacist/core/dates';
import { act, at, type World } from './world';

type Of = Omit<DrawerActCommand, 'drawerId' | 'parts'> & {
  drawer: 'shop' | 'hatch';
  account?: 'postage' | 'purchases' | 'otherIncome';
  /** A tax code that is inside of it. */
  tax?: string;
};

/** What goes into the drawers and out of them beside the tickets, by weekday (Monday is 1). */
const WEEK: Record<number, Of> = {
  1: {
    kind: 'paidOut',
    drawer: 'shop',
    amountMinor: 12_60,
    account: 'postage',
    party: 'Wrack Haven post office',
    words: 'Stamps',
  },
  3: {
    kind: 'paidOut',
    drawer: 'hatch',
    amountMinor: 16_80,
    account: 'purchases',
    tax: 'Food',
    party: 'Quay Dairy',
    words: 'Milk for the hatch',
  },
  5: { kind: 'drop', drawer: 'shop', amountMinor: 40_00, party: '', words: '' },
  6: {
    kind: 'moneyIn',
    drawer: 'shop',
    amountMinor: 15_00,
    account: 'otherIncome',
    party: 'Tern Sailing School',
    words: 'Scrap rope',
  },
};

/** Rings what a day has of it, before its drawers are counted. */
export async function ringBesideTickets(world: World, date: string): Promise<void> {
  const one = WEEK[weekday(date)];
  if (!one) return;
  const { settings, people } = world;
  const { drawer, account, tax, ...rest } = one;
  const drawerId = settings.drawers.find(({ code }) => code === drawer)!.id;
  const taxCodeId = settings.taxCodes.find(({ name }) => name === tax)?.id ?? null;
  const { amountMinor } = rest;
  const parts = account ? [{ account, amountMinor, taxCodeId, words: '' }] : [];
  // A drop of more than the day took is not made: the person at the drawer sees that.
  await act(world, people.fenella, at(world, date, '17:57'), makeAct, {
    ...rest,
    drawerId,
    parts,
  }).catch((error: unknown) => {
    if (rest.kind !== 'drop') throw error;
  });
}
