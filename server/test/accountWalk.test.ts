import type { AccountList, AccountListed, AgingPage, AgingRow } from '@abacist/contracts';
import { ACCOUNT_SORTS, type AccountSort } from '@abacist/contracts/choices';
import { AGES, type Age } from '@abacist/core/accounts';
import { sum } from '@abacist/core/money';
import { audit } from '../src/audit/audit';
import { cash, openShop, type TestShop } from './harness';
import { approval, pay, regularsOf } from './regulars';

let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
});
afterAll(() => shop.close());

/** Whole numbers below a bound, the same ones for a seed (a linear congruential generator). */
function numbers(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

const NOTHING = Object.fromEntries(AGES.map((age) => [age, 0]));

type Item = { id: number; leftMinor: number; amountMinor: number; discountMinor: number };
type Page = {
  balanceMinor: number;
  items: Item[];
  allocations: {
    id: number;
    discountMinor: number;
    amountMinor: number;
    creditKind: string;
  }[];
};

/**
 * What accounts do, at random, through the API: whatever is refused changes nothing, whatever is
 * taken moves the balance by what this test reckons for itself, and the audit holds.
 */
class Walk {
  readonly next: ReturnType<typeof numbers>;
  readonly refused = new Map<string, number>();
  taken = 0;
  private readonly deltas = new Map<number, { chargeAccountId: number; minor: number }>();
  private day = 2;

  constructor(
    seed: number,
    private readonly accountIds: readonly number[],
    readonly balances: Map<number, number>,
  ) {
    this.next = numbers(seed);
  }

  private pick = <T>(list: readonly T[]): T | undefined => list[this.next(list.length)];

  private async count(
    chargeAccountId: number,
    minor: number,
    { status, body }: { status: number; body: any },
    saleId?: number,
  ): Promise<void> {
    if (status === 200) {
      this.taken += 1;
      this.balances.set(chargeAccountId, this.balances.get(chargeAccountId)! + minor);
      if (saleId ?? body.saleId)
        this.deltas.set(saleId ?? body.saleId, { chargeAccountId, minor });
      return;
    }
    // A refusal says why; anything else is a mistake of ours.
    expect([409, 422]).toContain(status);
    const { code } = (body.refusals ?? body.rules)[0];
    this.refused.set(code, (this.refused.get(code) ?? 0) + 1);
  }

  async step(): Promise<void> {
    const chargeAccountId = this.pick(this.accountIds)!;
    const page: Page = await regulars.page(chargeAccountId);
    const charges = page.items.filter(({ leftMinor }) => leftMinor > 0);
    const credits = page.items.filter(({ leftMinor }) => leftMinor < 0);
    const amount = 1 + this.next(120_00);
    switch (this.next(8)) {
      case 0:
      case 1:
        return this.count(
          chargeAccountId,
          amount,
          await regulars.charge(chargeAccountId, amount),
        );
      case 2:
        return this.pays(chargeAccountId, amount, charges, credits);
      case 3:
        return this.gives(chargeAccountId, charges, credits);
      case 4:
        return this.takesBack(chargeAccountId, page);
      case 5:
        return this.writesOff(chargeAccountId, charges);
      case 6:
        return this.paysOut(chargeAccountId, credits);
      default:
        return this.next(3) === 0 ? this.tomorrow() : this.voids();
    }
  }

  /** Some of the open charges, each whole with its discount, or in part. */
  private given(charges: readonly Item[]) {
    return charges
      .filter(() => this.next(2) === 0)
      .slice(0, 4)
      .map(({ id, leftMinor, amountMinor, discountMinor }) => {
        const whole = this.next(2) === 0;
        const off = whole && leftMinor === amountMinor ? discountMinor : 0;
        const part = whole ? leftMinor - off : 1 + this.next(leftMinor);
        return { chargeItemId: id, amountMinor: part, discountMinor: off };
      });
  }

  private async pays(
    chargeAccountId: number,
    extra: number,
    charges: Item[],
    credits: Item[],
  ) {
    const allocations = this.given(charges);
    const used = credits.filter(() => this.next(3) === 0).map(({ id }) => id);
    const given = allocations.reduce((sum, one) => sum + one.amountMinor, 0);
    const amount = this.next(3) === 0 ? extra : Math.max(1, given);
    const off = allocations.reduce((sum, one) => sum + one.discountMinor, 0);
    const keepCredit = this.next(4) > 0;
    const reason = this.next(2) === 0 ? 'By choice' : '';
    const answer = await regulars.ring({
      extras: [
        pay(chargeAccountId, amount, allocations, { credits: used, keepCredit, reason }),
      ],
      tenders: [cash(regulars.id, amount + 5)],
    });
    return this.count(chargeAccountId, -amount - off, answer);
  }

  private async gives(chargeAccountId: number, charges: Item[], credits: Item[]) {
    const credit = this.pick(credits);
    const allocations = this.given(charges);
    if (!credit || allocations.length === 0) return;
    const off = allocations.reduce((sum, one) => sum + one.discountMinor, 0);
    const command = { creditItemId: credit.id, allocations, reason: 'By choice' };
    const answer = await regulars
      .osric()
      .send(`/accounts/${chargeAccountId}/allocations`, command);
    return this.count(chargeAccountId, -off, answer);
  }

  private async takesBack(chargeAccountId: number, { allocations }: Page) {
    const one = this.pick(allocations);
    if (!one) return;
    const back = one.creditKind === 'writeOff' ? one.amountMinor : one.discountMinor;
    const answer = await regulars
      .osric()
      .send(`/allocations/${one.id}/undo`, { reason: 'A mistake' });
    return this.count(chargeAccountId, back, answer);
  }

  private async writesOff(chargeAccountId: number, charges: Item[]) {
    const charge = this.pick(charges);
    if (!charge) return;
    const amountMinor = 1 + this.next(Math.min(8_00, charge.leftMinor + 1_00));
    const answer = await regulars
      .osric()
      .send(
        `/accounts/${chargeAccountId}/write-offs`,
        { chargeItemId: charge.id, amountMinor, reason: 'A difference' },
        this.next(2) === 0 ? { approval } : {},
      );
    return this.count(chargeAccountId, -amountMinor, answer);
  }

  private async paysOut(chargeAccountId: number, credits: Item[]) {
    const credit = this.pick(credits);
    if (!credit) return;
    const amountMinor = 1 + this.next(-credit.leftMinor + 1_00);
    const extra = { kind: 'creditOut', chargeAccountId, creditItemId: credit.id, amountMinor };
    const answer = await regulars.ring(
      {
        extras: [extra],
        refunds: [{ kind: 'cash', tenderId: regulars.id.tenders['cash'], amountMinor }],
      },
      { approval },
    );
    return this.count(chargeAccountId, amountMinor, answer);
  }

  private async voids() {
    const saleId = this.pick([...this.deltas.keys()]);
    if (saleId === undefined) return;
    const { chargeAccountId, minor } = this.deltas.get(saleId)!;
    const answer = await regulars.fenella().send(`/sales/${saleId}/void`, {}, { approval });
    if (answer.status === 200) this.deltas.delete(saleId);
    return this.count(chargeAccountId, -minor, {
      ...answer,
      body: { ...answer.body, saleId: 0 },
    });
  }

  private async tomorrow() {
    this.day += 1;
    this.deltas.clear();
    await regulars.at(`2026-03-${String(this.day).padStart(2, '0')}T15:00:00Z`);
  }
}

test('at random, in any order: balances are as reckoned, refusals change nothing, the audit holds', async () => {
  const one = await regulars.open('One', { limitMinor: null });
  const other = await regulars.open('Other', { limitMinor: null });
  const ids = [one.id, other.id];
  const balances = new Map(ids.map((id) => [id, 0]));
  const walk = new Walk(11, ids, balances);
  for (let i = 0; i < 160; i += 1) {
    await walk.step();
    for (const id of ids) {
      expect({ i, balance: (await regulars.page(id)).balanceMinor }).toEqual({
        i,
        balance: balances.get(id),
      });
    }
    if (i % 20 === 19) expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
  }
  // It did walk, and it was refused in several ways.
  expect(walk.taken).toBeGreaterThan(70);
  expect(walk.refused.size).toBeGreaterThan(3);

  // Aging adds up to the ledger at every date, back-dated reading of what was undone since too.
  const days = await shop.all<{ date: string; total: string }>(
    `SELECT d.date, (SELECT SUM(l.amount_minor) FROM entry_line l
       JOIN account a ON a.id = l.account_id AND a.role = 'chargeAccounts'
       JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED' AND e.date <= d.date) AS total
     FROM (SELECT DISTINCT date FROM entry) d ORDER BY d.date`,
  );
  expect(days.length).toBeGreaterThan(3);
  for (const { date, total } of days) {
    const { totals } = (await regulars.osric().get(`/aging?date=${date}`)).body;
    const columns = Object.values<number>(totals.aging).reduce((sum, minor) => sum + minor, 0);
    expect({ date, columns, balance: totals.balanceMinor }).toEqual({
      date,
      columns: Number(total),
      balance: Number(total),
    });
  }

  // The table of accounts says the same in every order, and what it is ordered by.
  const osric = regulars.osric();
  const { rows } = (await osric.get(`/aging?date=${days.at(-1)!.date}`)).body as AgingPage;
  const then = new Map(rows.map((row) => [row.chargeAccountId, row]));
  const place: Record<AccountSort, (of: AccountListed) => string | number> = {
    name: ({ name }) => name.toLowerCase(),
    balance: ({ balanceMinor }) => balanceMinor,
    room: ({ availableMinor }) => availableMinor ?? Number.MAX_SAFE_INTEGER,
    ...(Object.fromEntries(
      AGES.map((age): [Age, (of: AccountListed) => number] => [
        age,
        ({ aging }) => aging[age],
      ]),
    ) as Record<Age, (of: AccountListed) => number>),
    lastPaid: ({ lastPaidOn }) => lastPaidOn ?? '',
  };
  const paid = await shop.all<{ id: number; last: string }>(
    `SELECT charge_account_id AS id, MAX(date) AS last FROM open_item
     WHERE kind = 'payment' AND NOT voided GROUP BY charge_account_id`,
  );
  for (const sort of ACCOUNT_SORTS) {
    for (const down of [false, true]) {
      const { accounts, totals } = (await osric.get(`/accounts?sort=${sort}&down=${down}`))
        .body as AccountList;
      const turn = down ? -1 : 1;
      const places = accounts.map(place[sort]);
      expect({ sort, places }).toEqual({
        sort,
        places: places.toSorted((a, b) => (a < b ? -turn : a > b ? turn : 0)),
      });
      for (const { id, aging, balanceMinor, lastPaidOn } of accounts) {
        expect({ id, aging }).toEqual({ id, aging: then.get(id)?.aging ?? NOTHING });
        expect(sum(AGES.map((age) => aging[age]))).toBe(balanceMinor);
        expect(lastPaidOn).toBe(paid.find((one) => one.id === id)?.last ?? null);
      }
      expect(totals!.balanceMinor).toBe(sum(accounts.map((one) => one.balanceMinor)));
      for (const age of AGES)
        expect(totals!.aging[age]).toBe(sum(accounts.map(({ aging }) => aging[age])));
    }
  }
  const ages = (await osric.get(`/aging?date=${days.at(-1)!.date}&sort=over90&down=true`))
    .body;
  expect(ages.rows.map(({ aging }: AgingRow) => aging.over90)).toEqual(
    rows.map(({ aging }) => aging.over90).toSorted((a, b) => b - a),
  );
});
