import { half, inCoins } from './arithmetic';
import type { Debits } from './model';
import type { TrialShop } from './trialShop';

/* What goes into a drawer and out of it beside the tickets. */

/** An act that can be undone until its drawer is counted. */
export type TrialAct = {
  id: number;
  drawer: string;
  brought: number;
  leaves: number;
  debits: Debits;
};

/** Food bears the island's levy alone: 5 % of the net, inside of what is paid. */
const INSIDE = { code: 'food', of: 500, whole: 10_500 };

async function act(
  trial: TrialShop,
  kind: string,
  { drawer, ...rest }: Omit<TrialAct, 'id'> & { amount: number; account?: string },
): Promise<void> {
  const { amount, account, ...done } = rest;
  const food = await trial.shop.one('SELECT id FROM tax_code WHERE code = ?', [INSIDE.code]);
  const taxCodeId = ['paidOut', 'ownerPays'].includes(kind) ? food.id : null;
  const { id } = trial.taken(
    kind,
    await trial.clerk.send('/drawer-acts', {
      kind,
      drawerId: trial.id.drawers[drawer],
      amountMinor: amount,
      parts: account ? [{ account, amountMinor: amount, taxCodeId, words: '' }] : [],
      party: 'Quay Dairy',
      words: '',
    }),
  );
  trial.done(kind);
  trial.acts.push({ id, drawer, ...done });
  apply(trial, trial.acts.at(-1)!, 1);
}

function apply(trial: TrialShop, { drawer, brought, leaves, debits }: TrialAct, sign: 1 | -1) {
  const posted = Object.entries(debits).map(([account, minor]) => [account, sign * minor]);
  trial.books.post(Object.fromEntries(posted));
  trial.drawerToday[drawer] = (trial.drawerToday[drawer] ?? 0) + sign * (brought - leaves);
  trial.broughtIn[drawer] = (trial.broughtIn[drawer] ?? 0) + sign * brought;
  trial.safe += sign * (debits['safe'] ?? 0);
}

/** Takings in cash of today that a drawer has; none where days before wait in it. */
const takings = (trial: TrialShop, drawer: string): number =>
  trial.carried.has(drawer)
    ? 0
    : (trial.drawerToday[drawer] ?? 0) - (trial.broughtIn[drawer] ?? 0);

export async function payOut(trial: TrialShop): Promise<void> {
  const drawer = trial.chance.of(['shop', 'hatch']);
  const most = Math.min(takings(trial, drawer) - 5, 40_00);
  if (most < 1_00) return;
  const amount = inCoins(trial.chance.to(5, most));
  const tax = half(amount * INSIDE.of, INSIDE.whole);
  const debits = { expenses: amount - tax, inputTax: tax, drawer: -amount };
  const account = 'expenses';
  await act(trial, 'paidOut', { drawer, amount, account, brought: 0, leaves: amount, debits });
}

/** The owner buys for the shop: no coin moves, and any cent may be paid. */
export async function ownerBuys(trial: TrialShop): Promise<void> {
  const amount = trial.chance.to(5, 40_00);
  const tax = half(amount * INSIDE.of, INSIDE.whole);
  const debits = { purchases: amount - tax, inputTax: tax, owner: -amount };
  const more = { amount, account: 'purchases', brought: 0, leaves: 0, debits };
  await act(trial, 'ownerPays', { drawer: trial.chance.of(['shop', 'hatch']), ...more });
}

export async function dropSome(trial: TrialShop): Promise<void> {
  const drawer = trial.chance.of(['shop', 'hatch']);
  const most = takings(trial, drawer) - 5;
  if (most < 20_00) return;
  const amount = inCoins(trial.chance.to(5, most));
  const debits = { safe: amount, drawer: -amount };
  await act(trial, 'drop', { drawer, amount, brought: 0, leaves: amount, debits });
}

export async function otherMoneyIn(trial: TrialShop): Promise<void> {
  const drawer = trial.chance.of(['shop', 'hatch']);
  const amount = inCoins(trial.chance.to(5, 90_00));
  const [kind, account] = trial.chance.of([
    ['moneyIn', 'otherIncome'],
    ['ownerPutsIn', 'owner'],
  ] as const);
  const debits = { [account]: -amount, drawer: amount };
  const named = kind === 'moneyIn' ? { account } : {};
  await act(trial, kind, { drawer, amount, ...named, brought: amount, leaves: 0, debits });
}

/** The last one is undone, if its drawer was not counted since and what came is there still. */
export async function undoAct(trial: TrialShop): Promise<void> {
  const last = trial.acts.pop();
  if (!last || last.brought > takings(trial, last.drawer)) return;
  const why = { reason: 'Typed twice' };
  const approval = { reason: 'I saw it' };
  trial.taken(
    'act undone',
    await trial.manager.send(`/drawer-acts/${last.id}/undo`, why, { approval }),
  );
  trial.done('act undone');
  apply(trial, last, -1);
}
