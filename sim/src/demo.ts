import type { Actor, Deps } from '@abacist/server/src/context';
import { rows } from '@abacist/server/src/db/pool';
import { closeDay } from '@abacist/server/src/days/closing/close';
import { beginCount, closeDrawer } from '@abacist/server/src/drawer/count';
import { counterSettings } from '@abacist/server/src/sales/counter';
import { saveFeePlan } from '@abacist/server/src/processors/save';
import { sell } from '@abacist/server/src/sales/sell';
import { loadShop } from '@abacist/server/src/settings/shop';
import { holidaysAround } from '@abacist/server/src/settings/holidays';
import type { SaleCommand, SaveFeePlan } from '@abacist/contracts';
import { addDays, isBankingDay, weekday } from '@abacist/core/dates';
import { cashOffers, denominations, roundCash } from '@abacist/core/money';
import { priceTicket, type TicketLine } from '@abacist/core/sales';
import { toTaxCode } from '@abacist/core/tax';
import { QUAY_ACCOUNT } from './bank';
import { generator } from './random';
import { ringBesideTickets } from './besideTickets';
import { bankMorning } from './mornings';
import { openKelpie } from './processors/open';
import { DEMO_PLAN } from './processor';
import { addCustomers, ringRareThings, type Counter } from './orders';
import { HISTORY_DAYS, openRegulars, regularsDay } from './regulars';
import { returnCommand } from './returns';
import { act, at, newChequeNumber, type World } from './world';

/** Days of takings before today. */
export const DEMO_DAYS = 14;
const OPENING_BANK_MINOR = 482_915;

/**
 * Fills the demo shop: days of takings up to now, made through the services that people use, so
 * that everything is posted as it would be. Some of it goes wrong on purpose.
 */
export async function loadDemo(
  deps: Deps,
  setClock: (instant: Date) => void,
  now: Date,
  today: string,
  seed = 20,
): Promise<void> {
  const shop = await loadShop(deps.pool);
  const people = await rows<Actor & { username: string }>(
    deps.pool,
    'SELECT id, username, name, role FROM user',
  );
  const person = (name: string) => people.find(({ username }) => username === name)!;
  const world: World = {
    deps,
    ...{ setClock, now },
    random: generator(seed),
    zone: shop.zone,
    settings: await counterSettings(deps.pool, today, 'clerk'),
    people: {
      fenella: person('fenella'),
      osric: person('osric'),
      tamsin: person('tamsin'),
    },
    bank: { account: QUAY_ACCOUNT, balanceMinor: OPENING_BANK_MINOR, booked: [] },
    charged: 0,
    shortDone: false,
    customers: new Map(),
    kept: {},
    comesBack: { waiting: null, account: false, walkIn: false },
    hatchCard: 0,
    late: [],
    disputed: false,
    finished: false,
    chequeNumbers: new Set(),
  };
  const opening = at(world, addDays(today, -HISTORY_DAYS), '08:00');
  world.customers = await addCustomers(
    (service, command) => act(world, world.people.osric, opening, service, command),
    today,
  );
  await act(
    world,
    world.people.osric,
    opening,
    (context, agreed: SaveFeePlan) => saveFeePlan(context, agreed, 1),
    { from: addDays(today, -HISTORY_DAYS), plan: DEMO_PLAN },
  );
  await openKelpie(world, opening, addDays(today, -HISTORY_DAYS));
  const regulars = await openRegulars(world, addDays(today, -HISTORY_DAYS));
  const holidays = holidaysAround(shop.holidayRegion, today);
  for (let back = HISTORY_DAYS; back > DEMO_DAYS; back -= 1) {
    const date = addDays(today, -back);
    if (isBankingDay(date, holidays)) await bankMorning(world, date, back);
    if (await regularsDay(world, regulars, date, back)) await countDrawers(world, date, back);
  }
  for (let back = DEMO_DAYS; back >= 0; back -= 1) {
    const date = addDays(today, -back);
    if (isBankingDay(date, holidays)) await bankMorning(world, date, back);
    if (weekday(date) === 0) continue;
    await sellDay(world, date, back === 0 ? now : at(world, date, '17:55'));
    const after = Array.from({ length: back }, (_, i) => weekday(addDays(date, i + 1)));
    const daysAfter = after.filter((day) => day !== 0).length;
    if (back > 0) await regularsDay(world, regulars, date, back);
    if (back > 0) await sellRareThings(world, date, daysAfter);
    if (back > 0) await ringBesideTickets(world, date);
    if (back > 0) await countDrawers(world, date, back);
  }
  setClock(now);
}

async function sellDay(world: World, date: string, until: Date): Promise<void> {
  const { random, people } = world;
  const times: { instant: Date; drawer: 'shop' | 'hatch' }[] = [];
  const add = (drawer: 'shop' | 'hatch', count: number) => {
    for (let i = 0; i < count; i += 1) {
      const minute = random.between(9 * 60, 17 * 60 + 50);
      const time = `${Math.floor(minute / 60)}:${minute % 60}`;
      times.push({ drawer, instant: at(world, date, time) });
    }
  };
  add('shop', random.between(12, 20));
  add('hatch', random.between(8, 15));
  times.sort((a, b) => a.instant.getTime() - b.instant.getTime());
  for (const { instant, drawer } of times) {
    if (instant > until) break;
    await act(world, people.fenella, instant, sell, ticket(world, drawer, date));
    if (drawer === 'shop' && random.chance(0.05)) await bringBack(world, instant);
  }
}

/** Orders, prepayments and vouchers of the day, rung at its end. */
async function sellRareThings(world: World, date: string, daysAfter: number): Promise<void> {
  const { settings, deps } = world;
  const instant = at(world, date, '17:56');
  const byCode = (list: readonly { id: number; code: string }[], code: string) =>
    list.find((one) => one.code === code)!.id;
  const counter: Counter = {
    pool: deps.pool,
    drawerId: byCode(settings.drawers, 'shop'),
    itemId: (code) => byCode(settings.items, code),
    customerId: (name) => world.customers.get(name)!,
    tenderId: (code) => byCode(settings.tenders, code),
    totalOf: (lines) => totalOf(world, lines),
    cash: (dueMinor) => ({
      kind: 'cash',
      tenderId: byCode(settings.tenders, 'cash'),
      tenderedMinor: roundCash(dueMinor, 5),
    }),
  };
  await ringRareThings(
    (service, command) => act(world, world.people.fenella, instant, service, command),
    counter,
    daysAfter,
    world.kept,
  );
}

/** Goods of an earlier sale come back, by the tenders that paid them or for store credit. */
async function bringBack(world: World, instant: Date): Promise<void> {
  const { deps, settings, random, people } = world;
  const drawer = settings.drawers.find(({ code }) => code === 'shop')!;
  const command = await returnCommand(deps.pool, settings, random, drawer.id);
  if (command) await act(world, people.fenella, instant, sell, command);
}

const DRAWN_BY = ['Ida Marlow', 'Gannet Lobster Co', 'Tern Sailing School', 'P. Quill'];

/** A cheque of the day; some bear a later date. */
function cheque(world: World, amountMinor: number, date: string) {
  const { random, settings } = world;
  const number = newChequeNumber(world, 100, 999);
  return {
    kind: 'cheque',
    tenderId: settings.tenders.find(({ kind }) => kind === 'cheque')!.id,
    amountMinor,
    cheque: {
      number,
      drawnBy: random.pick(DRAWN_BY),
      dated: random.chance(0.2) ? addDays(date, 4) : date,
    },
  } as const;
}

function ticket(world: World, drawerCode: 'shop' | 'hatch', date: string): SaleCommand {
  const { random, settings } = world;
  const hatch = settings.departments.find(({ code }) => code === 'hatch')!.id;
  const drawer = settings.drawers.find(({ code }) => code === drawerCode)!;
  const items = settings.items.filter(
    (item) => (item.departmentId === hatch) === (drawerCode === 'hatch'),
  );
  const lines: TicketLine[] = [];
  for (let i = random.between(1, 3); i > 0; i -= 1) {
    const item = random.pick(items);
    if (drawerCode === 'shop' && random.chance(0.15)) {
      const department = random.pick(settings.departments.filter(({ id }) => id !== hatch));
      lines.push({ departmentId: department.id, amountMinor: random.between(4, 90) * 25 });
    } else {
      const quantity = item.unit === 'm' ? `${random.between(2, 30)}.5` : '1';
      lines.push({ itemId: item.id, quantity });
    }
  }
  const total = totalOf(world, lines);
  const byCheque = drawerCode === 'shop' && total > 5000 && random.chance(0.08);
  const paid = byCheque ? [cheque(world, total, date)] : pay(world, total);
  const tenders = drawerCode === 'hatch' ? paid.map((one) => atHatch(world, one)) : paid;
  return { drawerId: drawer.id, lines, tenders };
}

/** The hatch's own terminal takes debit cards through the second processor. */
function atHatch<T extends SaleCommand['tenders'][number]>(world: World, tender: T): T {
  const debit = world.settings.tenders.find(({ code }) => code === 'tidal')!;
  return tender.tenderId === debit.id ? { ...tender, tenderId: world.hatchCard } : tender;
}

function totalOf({ settings }: World, lines: readonly TicketLine[]): number {
  const priced = priceTicket(
    lines,
    {
      departments: settings.departments,
      items: settings.items,
      taxCodes: settings.taxCodes.map(toTaxCode),
    },
    { pricesIncludeTax: false, roundBy: 'document', rounding: 'halfUp' },
  );
  if (!priced.ok) throw new Error(`the demo's ticket: ${priced.refusals[0]!.code}`);
  return priced.value.totalMinor;
}

function pay({ random, settings }: World, totalMinor: number): SaleCommand['tenders'] {
  const cash = settings.tenders.find(({ kind }) => kind === 'cash')!;
  const card = random.pick(settings.tenders.filter(({ kind }) => kind === 'card'));
  const byCard = (amountMinor: number) =>
    ({
      kind: 'card',
      tenderId: card.id,
      amountMinor,
      lastFour: String(random.between(1000, 9999)),
      reference: `A${random.between(100000, 999999)}`,
    }) as const;
  const byCash = (dueMinor: number) => {
    const offers = cashOffers(roundCash(dueMinor, 5), 'CAD');
    const tenderedMinor = dueMinor === 0 ? 0 : random.pick(offers);
    return { kind: 'cash', tenderId: cash.id, tenderedMinor } as const;
  };
  if (totalMinor > 4000 && random.chance(0.06)) {
    const part = Math.floor(totalMinor / 200) * 100;
    return [byCard(part), byCash(totalMinor - part)];
  }
  const likesCard = totalMinor > 6000 ? 0.85 : totalMinor > 1500 ? 0.6 : 0.3;
  return [random.chance(likesCard) ? byCard(totalMinor) : byCash(totalMinor)];
}

/** Counts both drawers; on one day the shop's drawer is 20.00 short, on another 0.05 over. */
async function countDrawers(world: World, date: string, back: number): Promise<void> {
  const { fenella } = world.people;
  for (const [i, drawer] of world.settings.drawers.entries()) {
    const instant = at(world, date, `18:0${i * 3}`);
    const begun = await act(world, fenella, instant, beginCount, {
      drawerId: drawer.id,
    }).catch(() => undefined);
    if (!begun) continue;
    const short = back === 6 && i === 0 ? -2000 : back === 3 && i === 1 ? 5 : 0;
    const note = short < 0 ? 'Counted twice. A twenty may have gone out with the change.' : '';
    const cheques = begun.cheques.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
    const count = piecesOf((begun.expectedMinor ?? 0) - cheques + short);
    const chequeIds = begun.cheques.map(({ id }) => id);
    await act(
      world,
      fenella,
      new Date(instant.getTime() + 120_000),
      (context, command) => closeDrawer(context, command, begun.sessionId),
      {
        count,
        chequeIds,
        note,
        // The terminal’s report, as it was read at the close.
        cards: begun.cards.map(({ pot, tillMinor }) => ({
          pot,
          terminalMinor: tillMinor ?? 0,
        })),
      },
    );
  }
  // The last sheets are left to whoever looks at the demo.
  if (back < 3) return;
  await act(
    world,
    world.people.osric,
    at(world, date, '18:30'),
    (context, command) => closeDay(context, command, date),
    { note: '' },
  );
}

/** A sum as coins and notes, largest first. */
export function piecesOf(amountMinor: number): Record<string, number> {
  const pieces: Record<string, number> = {};
  let left = amountMinor;
  for (const value of denominations('CAD')) {
    const count = Math.floor(left / value);
    if (count > 0) pieces[value] = count;
    left -= count * value;
  }
  return pieces;
}
