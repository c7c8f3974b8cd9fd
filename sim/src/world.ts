import type { CounterSettings } from '@abacist/contracts';
import type { Actor, CommandContext, Deps } from '@abacist/server/src/context';
import { transaction } from '@abacist/server/src/db/transaction';
import type { CommandResult } from '@abacist/server/src/http/command';
import { contextOf } from '@abacist/server/src/http/contextOf';
import { TZDate } from '@date-fns/tz';
import type { ComesBack } from './cheques';
import type { Kept } from './orders';
import type { SentCard } from './processors/cards';
import type { Random } from './random';
import type { Savings } from './savings';
import type { AtBank } from './statements';

/** The demo shop as its days are made: its clock, its people, and what the bank has booked. */
export type World = {
  deps: Deps;
  setClock: (instant: Date) => void;
  /** When the demo is made: nothing in it is later. */
  now: Date;
  random: Random;
  zone: string;
  settings: CounterSettings;
  people: Record<'fenella' | 'osric' | 'tamsin', Actor>;
  bank: AtBank;
  /** How often the bank has charged for its plan. */
  charged: number;
  /** One settlement comes short; whether it has. */
  shortDone: boolean;
  customers: Map<string, number>;
  kept: Kept;
  comesBack: ComesBack;
  /** The tender by which the hatch takes debit cards, through the second processor. */
  hatchCard: number;
  /** Cards that a processor left out of its last file. */
  late: SentCard[];
  /** One card is disputed; whether it is. */
  disputed: boolean;
  /** The shop's second account, once it is opened. */
  savings?: Savings;
  /** Whether a statement has been finished. */
  finished: boolean;
  /** Numbers of cheques that were taken: the counter asks about one that comes twice. */
  chequeNumbers: Set<number>;
};

/** The number of a cheque that nobody has given yet. */
export function newChequeNumber(
  { random, chequeNumbers }: Pick<World, 'random' | 'chequeNumbers'>,
  from: number,
  to: number,
): string {
  let number = random.between(from, to);
  while (chequeNumbers.has(number)) number = number === to ? from : number + 1;
  chequeNumbers.add(number);
  return String(number);
}

/** The instant of a time of day in the shop's zone. */
export function at(world: World, date: string, time: string): Date {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number];
  const [hour, minute] = time.split(':').map(Number) as [number, number];
  return new Date(new TZDate(year, month - 1, day, hour, minute, world.zone).getTime());
}

/**
 * Runs a service as a person, in its transaction, at the demo's time; what a later hour of today would bring is done now, or
 * the shop's clock would seem to be set back.
 * @param approved the manager's word for what breaks a rule
 */
export async function act<C, A>(
  world: World,
  actor: Actor,
  instant: Date,
  service: (context: CommandContext, command: C) => Promise<CommandResult<A>>,
  command: C,
  approved?: string,
): Promise<A> {
  world.setClock(instant < world.now ? instant : world.now);
  const { id, role } = world.people.tamsin;
  const approver = approved === undefined ? undefined : { id, role, reason: approved };
  return transaction(world.deps.pool, async (tx) => {
    const context = await contextOf(world.deps, tx, actor, approver);
    return (await service(context, command)).answer;
  });
}
