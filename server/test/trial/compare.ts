import { AUTHORITIES, CODE_OF, sorted } from './setUp';
import type { TrialShop } from './trialShop';

/* What the application says of a day and of the books, beside the model. */

export async function compareDay(trial: TrialShop): Promise<void> {
  const sheet = (await trial.keeper.get(`/days/${trial.today}`)).body;
  const taxes = Object.fromEntries(
    sheet.taxes
      .filter((one: any) => one.taxMinor !== 0)
      .map((one: any) => [CODE_OF[one.authority]!, one.taxMinor]),
  );
  const expected = trial.books.taxOfDay[trial.today] ?? {};
  trial.same('tax of the day', sorted(taxes), sorted(expected));
  trial.same('taken', sheet.takenMinor, trial.books.takenOfDay[trial.today] ?? 0);
  trial.same('voids', sheet.beside.voids.count, trial.books.voidsOfDay[trial.today] ?? 0);
  trial.same(
    'refunds',
    sheet.beside.refunds.count,
    trial.books.refundsOfDay[trial.today] ?? 0,
  );
}

export async function trialBalance(trial: TrialShop): Promise<Record<string, number>> {
  const { accounts } = (await trial.keeper.get('/trial-balance')).body;
  const all: Record<string, number> = {};
  for (const { role, debitMinor, creditMinor } of accounts) {
    all[role] = (all[role] ?? 0) + debitMinor - creditMinor;
  }
  return all;
}

export async function compareBooks(trial: TrialShop): Promise<void> {
  const now = await trialBalance(trial);
  const moved: Record<string, number> = {};
  for (const role of new Set([...Object.keys(now), ...Object.keys(trial.opening)])) {
    moved[role] = (now[role] ?? 0) - (trial.opening[role] ?? 0);
  }
  const model: Record<string, number> = {};
  for (const [account, amount] of Object.entries(trial.books.accounts)) {
    const role = account in AUTHORITIES ? 'taxPayable' : account;
    model[role] = (model[role] ?? 0) + amount;
  }
  trial.same('trial balance', sorted(moved), sorted(model));
  const byAuthority = await trial.shop.all<{ code: string; amount: string }>(
    `SELECT a.code, SUM(l.amount_minor) AS amount FROM entry_line l
     JOIN account c ON c.id = l.account_id AND c.role = 'taxPayable'
     JOIN tax_authority a ON a.id = l.authority_id GROUP BY a.code`,
  );
  const tax = Object.fromEntries(
    byAuthority.map(({ code, amount }) => [code, Number(amount)]),
  );
  const owed = Object.keys(AUTHORITIES).map((code) => [code, trial.books.accounts[code] ?? 0]);
  trial.same('tax by authority', sorted(tax), sorted(Object.fromEntries(owed)));
  for (const chargeAccountId of trial.accounts) {
    const { balanceMinor } = (await trial.keeper.get(`/accounts/${chargeAccountId}`)).body;
    trial.same(
      `account ${chargeAccountId}`,
      balanceMinor,
      trial.books.owed[chargeAccountId] ?? 0,
    );
  }
  for (const voucher of trial.vouchers) {
    const { left } = await trial.shop.one(
      'SELECT amount_minor - used_minor AS `left` FROM voucher WHERE id = ?',
      [voucher.id],
    );
    trial.same(`voucher ${voucher.id}`, Number(left), voucher.left);
  }
}

const BY_HAND = ['cash', 'cheque'];

/** Days whose money is not home, asked for, are those of all days of which a bead of the kind waits. */
export async function compareWaiting(trial: TrialShop): Promise<void> {
  const { rods } = (await trial.keeper.get('/days?limit=100')).body;
  for (const waits of ['byHand', 'byCard']) {
    const of = ({ key }: any) =>
      waits === 'byHand' ? BY_HAND.includes(key) : key.startsWith('card ');
    const expected = rods
      .filter(({ beads }: any) =>
        beads.some(
          (bead: any) =>
            of(bead) &&
            ['taken', 'counted', 'sent'].some((stage) => bead.byStage[stage] !== 0),
        ),
      )
      .map(({ date }: any) => date);
    const asked = (await trial.keeper.get(`/days?limit=100&waits=${waits}`)).body.rods;
    trial.same(
      `days not home ${waits}`,
      asked.map(({ date }: any) => date),
      expected,
    );
  }
}
