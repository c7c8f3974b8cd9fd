import type { AccountInput, AccountPage, SaleCommand } from '@abacist/contracts';
import { proposeAllocation, type Terms } from '@abacist/core/accounts';
import { addDays, weekday } from '@abacist/core/dates';
import { sum } from '@abacist/core/money';
import type { AccountPayment, TicketLine } from '@abacist/core/sales';
import { accountPage } from '@abacist/server/src/accounts/page';
import { openAccount } from '@abacist/server/src/accounts/save';
import { sell } from '@abacist/server/src/sales/sell';
import { generator, type Random } from './random';
import { act, at, newChequeNumber, type World } from './world';

/** How a regular pays. */
type Habit = 'early' | 'onTime' | 'late' | 'round';

type Regular = {
  name: string;
  /** Whose branch it is, by name; that account pays for it. */
  parent?: string;
  kind: 'person' | 'firm';
  limitMinor: number | null;
  groupLimitMinor?: number;
  terms: Terms;
  habit: Habit;
  by: 'cash' | 'cheque' | 'meridian' | 'transfer';
  buyers?: string[];
  note?: string;
  /** What a visit comes to at the most, about: minor units. */
  visitMinor: number;
};

const net = (netDays: number, more: Partial<Terms> = {}): Terms => ({
  netDays,
  endOfMonth: false,
  discountPercent: '0',
  discountDays: 0,
  ...more,
});

/** The demo shop's regulars: one goes over its limit, one overpays, one pays late. */
const REGULARS: Regular[] = [
  {
    name: 'Halloran Boatyard, office',
    kind: 'firm',
    limitMinor: null,
    groupLimitMinor: 6000_00,
    terms: net(30),
    habit: 'onTime',
    by: 'cheque',
    visitMinor: 0,
  },
  {
    name: 'Halloran Boatyard, east slipway',
    parent: 'Halloran Boatyard, office',
    kind: 'firm',
    limitMinor: 2500_00,
    terms: net(30),
    habit: 'onTime',
    by: 'cheque',
    buyers: ['Brendan Halloran', 'Sue Petrie'],
    visitMinor: 180_00,
  },
  {
    name: 'Halloran Boatyard, west slipway',
    parent: 'Halloran Boatyard, office',
    kind: 'firm',
    limitMinor: 2500_00,
    terms: net(30),
    habit: 'onTime',
    by: 'cheque',
    buyers: ['Joss Halloran'],
    visitMinor: 120_00,
  },
  {
    name: 'Gannet Lobster Co',
    kind: 'firm',
    limitMinor: 800_00,
    terms: net(14),
    habit: 'round',
    by: 'cash',
    visitMinor: 150_00,
  },
  {
    name: 'Tern Sailing School',
    kind: 'firm',
    limitMinor: 1500_00,
    terms: net(30, { discountPercent: '2', discountDays: 7 }),
    habit: 'early',
    by: 'meridian',
    buyers: ['Maud Tern'],
    visitMinor: 140_00,
  },
  {
    name: 'Pellow Marine Surveyors',
    kind: 'firm',
    limitMinor: 900_00,
    terms: net(15, { endOfMonth: true }),
    habit: 'late',
    by: 'cheque',
    note: 'Ask for an order number.',
    visitMinor: 60_00,
  },
  {
    name: 'Wrack Haven Harbour Trust',
    kind: 'firm',
    limitMinor: 3000_00,
    terms: net(30),
    habit: 'onTime',
    by: 'cheque',
    visitMinor: 160_00,
  },
  {
    name: 'Ida Marlow',
    kind: 'person',
    limitMinor: 300_00,
    terms: net(14),
    habit: 'onTime',
    by: 'transfer',
    visitMinor: 45_00,
  },
  {
    name: 'Peregrine Quill',
    kind: 'person',
    limitMinor: 250_00,
    terms: net(14),
    habit: 'onTime',
    by: 'cash',
    visitMinor: 35_00,
  },
];

/** How long the regulars' accounts have been open, in days before today. */
export const HISTORY_DAYS = 180;

export type Regulars = { random: Random; accounts: Map<string, number>; overpaid: boolean };

/** Opens the regulars' accounts, each approved by the manager. */
export async function openRegulars(world: World, date: string): Promise<Regulars> {
  const accounts = new Map<string, number>();
  for (const regular of REGULARS) {
    const customerId = world.customers.get(regular.name);
    const holder =
      customerId === undefined
        ? { name: regular.name, kind: regular.kind, phone: '', email: '', address: '' }
        : { id: customerId };
    const account: AccountInput = {
      parentId: regular.parent ? accounts.get(regular.parent)! : null,
      limitMinor: regular.limitMinor,
      groupLimitMinor: regular.groupLimitMinor ?? null,
      terms: regular.terms,
      graceDays: null,
      statementDay: 1,
      buyersOnly: (regular.buyers ?? []).length > 0,
      buyers: regular.buyers ?? [],
      departmentId: null,
      note: regular.note ?? '',
      holdReason: null,
    };
    const instant = at(world, date, '10:00');
    const opened = await approved(world, instant, openAccount, { holder, account });
    accounts.set(regular.name, opened.id);
    world.customers.set(regular.name, opened.customerId);
  }
  return { random: generator(7), accounts, overpaid: false };
}

/** Runs a service as the clerk, with the manager's word for what breaks a rule. */
const approved: <C, A>(
  world: World,
  instant: Date,
  service: Parameters<typeof act<C, A>>[3],
  command: C,
) => Promise<A> = (world, instant, service, command) =>
  act(world, world.people.fenella, instant, service, command, 'Known for years');

/** What the regulars do on a day, Mondays and Thursdays: some buy, some pay. */
export async function regularsDay(
  world: World,
  regulars: Regulars,
  date: string,
  back: number,
): Promise<boolean> {
  if (weekday(date) !== 1 && weekday(date) !== 4) return false;
  const instant = at(world, date, '16:40');
  let rang = false;
  for (const regular of REGULARS) {
    const id = regulars.accounts.get(regular.name)!;
    const paid = await payment(world, regulars, regular, id, date, back);
    if (paid) {
      await approved(world, instant, sell, paid);
      bookTransfers(world, regular, paid, date);
      rang = true;
    }
    if (buys(regulars.random, regular, back)) {
      await approved(world, instant, sell, purchase(world, regulars.random, regular, id));
      rang = true;
    }
  }
  return rang;
}

/** About twice a month; the lobster boat fits out in the last weeks and goes over its limit. */
function buys(random: Random, { visitMinor, habit }: Regular, back: number): boolean {
  if (visitMinor === 0) return false;
  return random.chance(habit === 'round' && back < 21 ? 0.95 : 0.32);
}

function purchase(
  { settings, customers }: World,
  random: Random,
  { name, buyers = [], visitMinor }: Regular,
  chargeAccountId: number,
): SaleCommand {
  const exempt = name.endsWith('Harbour Trust');
  const customerId = customers.get(name);
  const hatch = settings.departments.find(({ code }) => code === 'hatch')!.id;
  // Who is free of tax buys what is free of it, so that what is rung is what is charged.
  const department = exempt
    ? settings.departments.find(({ code }) => code === 'books')!
    : random.pick(settings.departments.filter(({ id }) => id !== hatch));
  const about = random.between(Math.floor(visitMinor / 60), Math.floor(visitMinor / 20));
  const lines: TicketLine[] = [{ departmentId: department.id, amountMinor: about * 25 }];
  const tender = settings.tenders.find(({ kind }) => kind === 'onAccount')!;
  return {
    drawerId: settings.drawers.find(({ code }) => code === 'shop')!.id,
    lines,
    tenders: [
      {
        kind: 'onAccount',
        tenderId: tender.id,
        chargeAccountId,
        // The price holds its tax, so that what is rung is what is charged.
        amountMinor: about * 25,
        buyer: buyers.length ? random.pick(buyers) : '',
        reference: random.chance(0.3) ? `PO ${random.between(100, 999)}` : '',
      },
    ],
    pricesIncludeTax: true,
    ...(customerId !== undefined && { customer: { id: customerId } }),
  };
}

/** What a regular pays on a day, and to which charges; undefined when he does not. */
async function payment(
  world: World,
  regulars: Regulars,
  regular: Regular,
  chargeAccountId: number,
  date: string,
  back: number,
): Promise<SaleCommand | undefined> {
  // The office pays for its slipways: each gets its part of one cheque.
  if (regular.parent) return undefined;
  const ids = [
    chargeAccountId,
    ...REGULARS.filter(({ parent }) => parent === regular.name).map(({ name }) =>
      regulars.accounts.get(name)!,
    ),
  ];
  const extras: AccountPayment[] = [];
  for (const id of ids) {
    const page = await accountPage(world.deps.pool, id, date);
    const amountMinor = pays(regular.habit, page, date, back);
    if (amountMinor > 0) extras.push(allotted(page, id, amountMinor, date));
  }
  if (extras.length === 0) return undefined;
  if (regular.name.endsWith('Harbour Trust') && back < 30 && !regulars.overpaid) {
    regulars.overpaid = true;
    extras[0] = {
      ...extras[0]!,
      amountMinor: extras[0]!.amountMinor + 45_00,
      keepCredit: true,
    };
  }
  const dueMinor = sum(extras.map(({ amountMinor }) => amountMinor));
  return {
    drawerId: world.settings.drawers.find(({ code }) => code === 'shop')!.id,
    lines: [],
    extras,
    tenders: [tenderOf(world, regulars.random, regular, dueMinor, date)],
  };
}

/** How much a habit pays of what is open on a day. Minor units. */
function pays(habit: Habit, { items, balanceMinor }: AccountPage, date: string, back: number) {
  const open = items.filter(({ leftMinor }) => leftMinor > 0);
  const owed = (due: (dueDate: string) => boolean) =>
    sum(open.map((item) => (due(item.dueDate!) ? item.leftMinor : 0)));
  switch (habit) {
    case 'early':
      return sum(
        open.map(({ leftMinor, discountDate, discountMinor }) =>
          discountDate !== null && discountDate >= date
            ? leftMinor - discountMinor
            : leftMinor,
        ),
      );
    case 'onTime':
      return owed((dueDate) => dueDate <= addDays(date, 3));
    case 'late':
      return back < 45 ? 0 : owed((dueDate) => addDays(dueDate, 25) <= date);
    case 'round':
      return back >= 21 && balanceMinor >= 300_00 ? 200_00 : 0;
  }
}

function allotted(
  page: AccountPage,
  chargeAccountId: number,
  amountMinor: number,
  date: string,
): AccountPayment {
  const charges = page.items.filter(({ leftMinor }) => leftMinor > 0);
  const { allocations } = proposeAllocation(amountMinor, charges, { date, rules: page });
  return {
    kind: 'accountPayment',
    chargeAccountId,
    amountMinor,
    allocations,
    keepCredit: false,
    reason: '',
  };
}

/** The bank books a transfer the same day, with what the payer wrote on it. */
function bookTransfers(
  { bank }: World,
  { name }: Regular,
  { tenders }: SaleCommand,
  date: string,
): void {
  for (const tender of tenders) {
    if (tender.kind !== 'transfer') continue;
    const text = `TRANSFER ${name.toUpperCase()} ${tender.reference}`;
    bank.booked.push({ date, amountMinor: tender.amountMinor, text });
  }
}

function tenderOf(
  { settings, chequeNumbers }: World,
  random: Random,
  { by, name }: Regular,
  dueMinor: number,
  date: string,
): SaleCommand['tenders'][number] {
  const tenderId = settings.tenders.find(({ code }) => code === by)!.id;
  if (by === 'cash') {
    return { kind: 'cash', tenderId, tenderedMinor: Math.ceil(dueMinor / 2000) * 2000 };
  }
  if (by === 'transfer') {
    const bankAccountId = settings.bankAccounts[0]!.id;
    const reference = `M${random.between(10000, 99999)}`;
    return { kind: 'transfer', tenderId, amountMinor: dueMinor, bankAccountId, reference };
  }
  if (by === 'cheque') {
    const number = newChequeNumber({ random, chequeNumbers }, 1000, 9999);
    const cheque = { number, drawnBy: name, dated: date };
    return { kind: 'cheque', tenderId, amountMinor: dueMinor, cheque };
  }
  return {
    kind: 'card',
    tenderId,
    amountMinor: dueMinor,
    lastFour: String(random.between(1000, 9999)),
    reference: `A${random.between(100000, 999999)}`,
  };
}
