import { statementCsv, type BankLine } from '@abacist/sim/bank';
import { planFee, settlementCsv } from '@abacist/sim/processor';
import { SALTMARROW } from '@abacist/sim/shop';
import { countAndClose, importSettlement, importStatement } from '../day';
import { card, cash, ids, type Answer, type Person, type TestShop } from '../harness';
import { approval as BY_MANAGER, regularsOf } from '../regulars';
import { chances, type Chances } from './arithmetic';
import { Books, cashBack, cashOf, priced, sumOf, takenBack } from './model';
import type { Goods, ModelSale, TaxesOf } from './model';

const SCHEMES = { meridian: 'Meridian', corvus: 'Corvus', tidal: 'Tidal Debit' } as const;
type Scheme = keyof typeof SCHEMES;
type Paid = ModelSale & {
  by: 'cash' | 'card' | 'account' | 'goodwill';
  scheme?: Scheme;
  tenderRow: number;
  kept: number;
  given: number;
  backSoFar: number;
  accountId?: number;
  drawer: string;
};
type Batch = Partial<Record<Scheme, { items: number; gross: number; refunds: number }>>;

/** Where the model and the application differ. */
export type Difference = { what: string; model: unknown; application: unknown };

/**
 * Runs a shop for some days by its API, everything at random but by a seed, with the model beside
 * it, and compares after each document, each day and at the end.
 */
export class Trial {
  readonly differences: Difference[] = [];
  readonly documents: Record<string, number> = {};
  private readonly chance: Chances;
  private readonly books = new Books();
  private readonly sales: Paid[] = [];
  private readonly batches = new Map<string, Batch>();
  private readonly drawerToday: Record<string, number> = {};
  private readonly cheques: Record<string, number> = {};
  private vouchers: { id: number; left: number }[] = [];
  private credits: { id: number; left: number }[] = [];
  private accounts: number[] = [];
  private atBank = 0;
  private safe = 0;
  private today = '';
  private id!: Awaited<ReturnType<typeof ids>>;
  private clerk!: Person;
  private keeper!: Person;
  private manager!: Person;
  private opening: Record<string, number> = {};

  constructor(
    private readonly shop: TestShop,
    readonly seed: number,
  ) {
    this.chance = chances(seed);
  }

  async run(days: number): Promise<void> {
    this.id = await ids(this.shop);
    [this.clerk, this.keeper, this.manager] = await Promise.all([
      this.shop.as('fenella'),
      this.shop.as('osric'),
      this.shop.as('tamsin'),
    ]);
    const regulars = await regularsOf(this.shop);
    for (const name of ['Boatyard', 'Sailing school', 'Lobster Co']) {
      const opened = await regulars.open(name, { limitMinor: 1_000_000_00 });
      this.accounts.push(opened.id);
    }
    this.opening = await this.trialBalance();
    for (let day = 0; day < days; day += 1) {
      this.today = new Date(Date.UTC(2026, 2, 2 + day)).toISOString().slice(0, 10);
      this.shop.setNow(`${this.today}T13:00:00Z`);
      await this.morning();
      for (let i = this.chance.to(8, 16); i > 0; i -= 1) {
        this.shop.setNow(`${this.today}T15:${String(59 - i).padStart(2, '0')}:00Z`);
        await this.something();
      }
      this.shop.setNow(`${this.today}T21:00:00Z`);
      await this.evening();
      await this.compareDay();
    }
    await this.shop.jobsEnded();
    await this.shop.seal();
    await this.compareBooks();
  }

  private same(what: string, application: unknown, model: unknown): void {
    if (JSON.stringify(application) !== JSON.stringify(model)) {
      this.differences.push({ what: `${this.today} ${what}`, model, application });
    }
  }

  private done(kind: string): void {
    this.documents[kind] = (this.documents[kind] ?? 0) + 1;
  }

  private taken<A = any>(what: string, { status, body }: Answer): A {
    if (status !== 200) {
      const so = JSON.stringify([body, ...this.differences]);
      throw new Error(`seed ${this.seed}, ${this.today}, ${what}: ${so}`);
    }
    return body as A;
  }

  private async something(): Promise<void> {
    const doing = this.chance.of([
      () => this.sell('cash'),
      () => this.sell('cash'),
      () => this.sell('card'),
      () => this.sell('card'),
      () => this.sell('account'),
      () => this.sell('goodwill'),
      () => this.sellSplit(),
      () => this.sellByCheque(),
      () => this.takeBack(),
      () => this.takeBack(),
      () => this.voidOne(),
      () => this.payOnAccount(),
      () => this.sellVoucher(),
      () => this.useVoucher(),
      () => this.exchange(),
      () => this.backForCredit(),
      () => this.useCredit(),
      () => this.sellByTransfer(),
      () => this.prepay(),
    ]);
    await doing();
  }

  private goods(): { goods: Goods[]; lines: object[]; less: number } {
    const goods: Goods[] = [];
    const lines: object[] = [];
    for (let i = this.chance.to(1, 5); i > 0; i -= 1) {
      const lessPercent = this.chance.of([0, 0, 0, 5, 10, 33]);
      const discount = lessPercent ? { discount: { percent: String(lessPercent) } } : {};
      if (this.chance.chance(0.5)) {
        const item = this.chance.of(SALTMARROW.items);
        const milli =
          item.decimals === 2 ? this.chance.to(1, 400) * 10 : this.chance.to(1, 5) * 1000;
        goods.push({
          department: item.department,
          priceMinor: item.priceMinor,
          milli,
          lessPercent,
        });
        lines.push({
          itemId: this.id.items[item.code],
          quantity: String(milli / 1000),
          ...discount,
        });
      } else {
        const department = this.chance.of(SALTMARROW.departments).code;
        const priceMinor = this.chance.to(5, 200_00);
        goods.push({ department, priceMinor, milli: 1000, lessPercent });
        lines.push({
          departmentId: this.id.departments[department],
          amountMinor: priceMinor,
          ...discount,
        });
      }
    }
    return { goods, lines, less: this.chance.of([0, 0, 0, 10, 7]) };
  }

  /** Prices a ticket, rings it with the tenders that it asks for, and compares its receipt. */
  private async ring(
    kind: string,
    settle: (total: number) => { tenders: object[]; debits: Record<string, number> } | null,
    exchanged?: { drawer: string; returned: object; back: ReturnType<typeof takenBack> },
  ): Promise<Paid | null> {
    const { goods, lines, less } = this.goods();
    const ticket = priced(goods, less, TAXES);
    const drawer = exchanged?.drawer ?? this.chance.of(['shop', 'hatch']);
    const worth = exchanged?.back.total ?? 0;
    const how = ticket.total > worth ? settle(ticket.total - worth) : null;
    if (!how) return null;
    const answer = this.taken<{ saleId: number; number: string; totalMinor: number }>(
      kind,
      await this.clerk.send(
        '/sales',
        {
          drawerId: this.id.drawers[drawer],
          lines,
          ...(less && { discount: { percent: String(less) } }),
          tenders: how.tenders,
          ...(exchanged && { returned: exchanged.returned }),
        },
        { approval: BY_MANAGER },
      ),
    );
    this.done(kind);
    const receipt = (await this.clerk.get(`/sales/${answer.saleId}`)).body;
    const taxes = Object.fromEntries(
      receipt.taxes.map((one: any) => [CODE_OF[one.authority]!, one.taxMinor]),
    );
    if (!exchanged) {
      this.same(
        `${answer.number}: net, tax, total`,
        [receipt.netMinor, sorted(taxes), receipt.totalMinor],
        [ticket.net, sorted(ticket.tax), ticket.total],
      );
    }
    this.same(`${answer.number}: to pay`, answer.totalMinor, ticket.total - worth);
    this.same(
      `${answer.number}: lines`,
      receipt.lines.map((one: any) => [one.netMinor, one.taxMinor]),
      ticket.lines.map(({ net, tax }) => [net, sumOf(tax)]),
    );
    this.books.post({
      ...how.debits,
      sales: -ticket.net,
      ...(exchanged && { returns: exchanged.back.net }),
      ...owedTax(ticket.tax, exchanged?.back.tax ?? {}),
    });
    this.books.taxed(this.today, ticket.tax, 1);
    if (exchanged) this.books.taxed(this.today, exchanged.back.tax, -1);
    const kept = how.debits['drawer'] ?? 0;
    this.drawerToday[drawer] = (this.drawerToday[drawer] ?? 0) + kept;
    return {
      ...ticket,
      id: answer.saleId,
      number: answer.number,
      day: this.today,
      by: 'cash',
      tenderRow: receipt.payments[0]?.id,
      kept,
      given: 0,
      backSoFar: 0,
      drawer,
    };
  }

  private async sell(by: Paid['by']): Promise<void> {
    const scheme = this.chance.of(Object.keys(SCHEMES) as Scheme[]);
    const accountId = this.chance.of(this.accounts);
    const sale = await this.ring(`sold by ${by}`, (total) => {
      if (by === 'cash') {
        const { kept, rounding } = cashOf(total);
        if (kept === 0) return null;
        return { tenders: [cash(this.id, kept)], debits: { drawer: kept, rounding } };
      }
      if (by === 'card') {
        return {
          tenders: [card(this.id, total, scheme)],
          debits: { cardClearing: total },
        };
      }
      if (by === 'goodwill') {
        const tenderId = this.id.tenders['goodwill'];
        const tender = { kind: 'other', tenderId, amountMinor: total, reference: 'As agreed' };
        return { tenders: [tender], debits: { discountsGiven: total } };
      }
      const tenderId = this.id.tenders['account'];
      const charge = { buyer: '', reference: '', accountId };
      return {
        tenders: [{ kind: 'onAccount', tenderId, amountMinor: total, ...charge }],
        debits: { chargeAccounts: total },
      };
    });
    if (!sale) return;
    sale.by = by;
    if (by === 'card') {
      sale.scheme = scheme;
      this.inBatch(scheme, 1, sale.total, 0);
    }
    if (by === 'account') {
      sale.accountId = accountId;
      this.books.owes(accountId, sale.total);
    }
    this.books.took(this.today, by === 'cash' ? sale.kept : sale.total);
    this.sales.push(sale);
  }

  private async sellSplit(): Promise<void> {
    const scheme = this.chance.of(Object.keys(SCHEMES) as Scheme[]);
    let byCard = 0;
    const sale = await this.ring('sold by card and cash', (total) => {
      byCard = Math.floor(total / 3);
      const { kept, rounding } = cashOf(total - byCard);
      if (byCard === 0 || kept === 0) return null;
      return {
        tenders: [card(this.id, byCard, scheme), cash(this.id, kept)],
        debits: { cardClearing: byCard, drawer: kept, rounding },
      };
    });
    if (!sale) return;
    this.inBatch(scheme, 1, byCard, 0);
    this.books.took(this.today, byCard + sale.kept);
  }

  private async sellByCheque(): Promise<void> {
    const number = String(this.chance.to(1, 1_000_000_000));
    const sale = await this.ring('sold by cheque', (total) => ({
      tenders: [
        {
          kind: 'cheque',
          tenderId: this.id.tenders['cheque'],
          amountMinor: total,
          cheque: { number, drawnBy: 'Ida Marlow', dated: this.today },
        },
      ],
      debits: { drawer: total },
    }));
    if (!sale) return;
    // Its paper is in the drawer; no cash can be given back of it.
    this.drawerToday[sale.drawer]! -= sale.total;
    this.cheques[sale.drawer] = (this.cheques[sale.drawer] ?? 0) + sale.total;
    this.books.took(this.today, sale.total);
  }

  private inBatch(scheme: Scheme, items: number, gross: number, refunds: number): void {
    const batch = this.batches.get(this.today) ?? {};
    const one = (batch[scheme] ??= { items: 0, gross: 0, refunds: 0 });
    one.items += items;
    one.gross += gross;
    one.refunds += refunds;
    this.batches.set(this.today, batch);
  }

  private async takeBack(): Promise<void> {
    const open = this.sales.filter(({ lines }) =>
      lines.some((one) => one.backMilli < one.milli),
    );
    if (open.length === 0) return;
    const sale = this.chance.of(open);
    const position = sale.lines.findIndex((one) => one.backMilli < one.milli);
    const line = sale.lines[position]!;
    const left = line.milli - line.backMilli;
    const whole = line.milli % 1000 === 0;
    const milli = whole
      ? this.chance.to(1, left / 1000 + 1) * 1000
      : this.chance.chance(0.5)
        ? left
        : Math.max(10, Math.floor(left / 20) * 10);
    const before = structuredClone(line);
    const back = takenBack(line, milli);
    const given =
      sale.by === 'cash' ? cashBack(sale.backSoFar + back.total, sale.given, sale) : 0;
    if (
      back.total <= 0 ||
      (sale.by === 'cash' && (given < 0 || given > (this.drawerToday[sale.drawer] ?? 0)))
    ) {
      Object.assign(line, before);
      return;
    }
    const named = {
      cash: 'cash',
      card: sale.scheme,
      account: 'account',
      goodwill: 'goodwill',
    };
    const refund = {
      tenderId: this.id.tenders[named[sale.by]!],
      amountMinor: back.total,
      ...(sale.by !== 'cash' && { saleTenderId: sale.tenderRow }),
      ...(sale.by === 'card' && { reference: 'B-1' }),
      kind: { cash: 'cash', card: 'card', account: 'onAccount', goodwill: 'other' }[sale.by],
    };
    const answer = this.taken<{ saleId: number; totalMinor: number; number: string }>(
      `back of ${sale.number}`,
      await this.manager.send(
        '/sales',
        {
          drawerId: this.id.drawers[sale.drawer],
          lines: [],
          tenders: [],
          returned: {
            saleId: sale.id,
            lines: [{ position: position + 1, quantity: String(milli / 1000) }],
            reason: 'faulty',
            condition: 'asNew',
          },
          refunds: [refund],
        },
        { approval: { reason: 'As agreed' } },
      ),
    );
    this.done(`back by ${sale.by}`);
    this.same(`${answer.number}: given back`, -answer.totalMinor, back.total);
    if (sale.by === 'cash') {
      const { payments } = (await this.clerk.get(`/sales/${answer.saleId}`)).body;
      this.same(
        `${answer.number}: in coins, of ${sale.number}, ${sale.kept} kept, ${sale.given} before`,
        payments[0].roundingMinor - payments[0].amountMinor,
        given,
      );
    }
    sale.backSoFar += back.total;
    sale.given += given;
    const credits = {
      cash: { drawer: -given, rounding: given - back.total },
      card: { cardClearing: -back.total },
      account: { chargeAccounts: -back.total },
      goodwill: { discountsGiven: -back.total },
    }[sale.by];
    this.books.post({ returns: back.net, ...back.tax, ...credits });
    this.books.taxed(this.today, back.tax, -1);
    if (sale.by === 'account') this.books.owes(sale.accountId!, -back.total);
    this.books.took(this.today, sale.by === 'cash' ? -given : -back.total);
    if (sale.by === 'cash') this.drawerToday[sale.drawer]! -= given;
    if (sale.by === 'card') this.inBatch(sale.scheme!, 1, 0, back.total);
    this.refunded();
  }

  /** A whole line of a cash sale that nothing came back of yet, and how the API names it. */
  private wholeLine() {
    const open = this.sales.filter(({ by, backSoFar }) => by === 'cash' && backSoFar === 0);
    if (open.length === 0) return null;
    const sale = this.chance.of(open);
    const line = sale.lines[0]!;
    const back = takenBack(line, line.milli);
    // What leaves otherwise than in cash is not rounded: the trial takes no more of this sale.
    this.sales.splice(this.sales.indexOf(sale), 1);
    const returned = {
      saleId: sale.id,
      lines: [{ position: 1, quantity: String(line.milli / 1000) }],
      reason: 'faulty',
      condition: 'asNew',
    };
    return back.total > 0 ? { sale, back, returned, drawer: sale.drawer } : null;
  }

  /** Goods for dearer goods: the difference is paid in cash. */
  private async exchange(): Promise<void> {
    const whole = this.wholeLine();
    if (!whole) return;
    const paying = (due: number) => {
      const { kept, rounding } = cashOf(due);
      return kept > 0
        ? { tenders: [cash(this.id, kept)], debits: { drawer: kept, rounding } }
        : null;
    };
    const sale = await this.ring('exchanged', paying, whole);
    if (sale) this.books.took(this.today, sale.kept);
  }

  private async backForCredit(): Promise<void> {
    const whole = this.wholeLine();
    if (!whole) return;
    const { back, returned, drawer } = whole;
    const tenderId = this.id.tenders['credit'];
    const { credit } = this.taken(
      'back for credit',
      await this.clerk.send(
        '/sales',
        {
          drawerId: this.id.drawers[drawer],
          lines: [],
          tenders: [],
          returned,
          refunds: [{ kind: 'storeCredit', tenderId, amountMinor: back.total }],
        },
        { approval: BY_MANAGER },
      ),
    );
    this.done('back for credit');
    this.same(`${credit.number}: worth`, credit.amountMinor, back.total);
    this.books.post({ returns: back.net, ...back.tax, storeCredit: -back.total });
    this.books.taxed(this.today, back.tax, -1);
    this.refunded();
    const { id } = await this.shop.one('SELECT id FROM credit_note ORDER BY id DESC LIMIT 1');
    this.credits.push({ id, left: back.total });
  }

  private async useCredit(): Promise<void> {
    const credit = this.credits.find(({ left }) => left > 0);
    if (!credit) return;
    let used = 0;
    const sale = await this.ring('sold for store credit', (total) => {
      used = Math.min(credit.left, total);
      const { kept, rounding } = cashOf(total - used);
      const tenderId = this.id.tenders['credit'];
      const tender = {
        kind: 'storeCredit',
        tenderId,
        creditNoteId: credit.id,
        amountMinor: used,
      };
      return total > used
        ? {
            tenders: [tender, cash(this.id, kept)],
            debits: { storeCredit: used, drawer: kept, rounding },
          }
        : { tenders: [tender], debits: { storeCredit: used } };
    });
    if (!sale) return;
    credit.left -= used;
    this.books.took(this.today, sale.kept);
  }

  /** Paid to the bank, which has not shown it yet. */
  private async sellByTransfer(): Promise<void> {
    const sale = await this.ring('sold by transfer', (total) => ({
      tenders: [
        {
          kind: 'transfer',
          tenderId: this.id.tenders['transfer'],
          amountMinor: total,
          bankAccountId: 1,
          reference: 'By phone',
        },
      ],
      debits: { bankInTransit: total },
    }));
    if (sale) this.books.took(this.today, sale.total);
  }

  private async prepay(): Promise<void> {
    const lines = [{ departmentId: this.id.departments['paint'], amountMinor: 400_00 }];
    const order = this.taken(
      'order',
      await this.clerk.send('/orders', { kind: 'order', lines }),
    );
    const amount = this.chance.to(10, 400) * 100;
    const extra = { kind: 'prepayment', orderId: order.id };
    await this.takeFor('prepaid', 'prepayments', extra, amount);
  }

  private refunded(): void {
    const { refundsOfDay } = this.books;
    refundsOfDay[this.today] = (refundsOfDay[this.today] ?? 0) + 1;
  }

  private async voidOne(): Promise<void> {
    const fits = this.sales.filter(
      (one) =>
        one.day === this.today &&
        one.backSoFar === 0 &&
        one.by !== 'account' &&
        (one.by !== 'cash' || one.kept <= this.drawerToday[one.drawer]!),
    );
    if (fits.length === 0) return;
    const sale = this.chance.of(fits);
    this.taken(
      `void of ${sale.number}`,
      await this.manager.send(
        `/sales/${sale.id}/void`,
        {},
        { approval: { reason: 'Rung twice' } },
      ),
    );
    this.done('voided');
    this.sales.splice(this.sales.indexOf(sale), 1);
    const debit = {
      cash: { drawer: -sale.kept, rounding: sale.kept - sale.total },
      card: { cardClearing: -sale.total },
      goodwill: { discountsGiven: -sale.total },
      account: {},
    }[sale.by];
    this.books.post({ ...debit, sales: sale.net, ...sale.tax });
    this.books.taxed(this.today, sale.tax, -1);
    this.books.took(this.today, sale.by === 'cash' ? -sale.kept : -sale.total);
    this.books.voidsOfDay[this.today] = (this.books.voidsOfDay[this.today] ?? 0) + 1;
    if (sale.by === 'cash') this.drawerToday[sale.drawer]! -= sale.kept;
    if (sale.by === 'card') this.inBatch(sale.scheme!, -1, -sale.total, 0);
  }

  /** Money for something that is no goods: cash or a card, into an account of what is owed. */
  private async takeFor(kind: string, owedAs: string, extra: object, amount: number) {
    const byCard = this.chance.chance(0.5);
    const drawer = this.chance.of(['shop', 'hatch']);
    const { kept, rounding } = cashOf(amount);
    const answer = this.taken(
      kind,
      await this.clerk.send('/sales', {
        drawerId: this.id.drawers[drawer],
        lines: [],
        extras: [{ ...extra, amountMinor: amount }],
        tenders: [byCard ? card(this.id, amount) : cash(this.id, kept)],
      }),
    );
    this.done(kind);
    const debits: Record<string, number> = byCard
      ? { cardClearing: amount }
      : { drawer: kept, rounding };
    this.books.post({ ...debits, [owedAs]: -amount });
    this.books.took(this.today, byCard ? amount : kept);
    if (byCard) this.inBatch('meridian', 1, amount, 0);
    else this.drawerToday[drawer] = (this.drawerToday[drawer] ?? 0) + kept;
    return answer;
  }

  private async payOnAccount(): Promise<void> {
    const accountId = this.chance.of(this.accounts);
    const owed = this.books.owed[accountId] ?? 0;
    if (owed < 10) return;
    const amount = this.chance.to(5, owed);
    const extra = { kind: 'accountPayment', accountId, allocations: [], keepCredit: true };
    await this.takeFor('paid on account', 'chargeAccounts', { ...extra, reason: '' }, amount);
    this.books.owes(accountId, -amount);
  }

  private async sellVoucher(): Promise<void> {
    const amount = this.chance.to(10, 100) * 100;
    const answer = await this.takeFor('voucher sold', 'vouchers', { kind: 'voucher' }, amount);
    const { code } = answer.vouchers[0];
    const { id } = (await this.clerk.get(`/vouchers?code=${code}`)).body;
    this.vouchers.push({ id, left: amount });
  }

  private async useVoucher(): Promise<void> {
    const voucher = this.vouchers.find(({ left }) => left > 0);
    if (!voucher) return;
    let used = 0;
    const sale = await this.ring('sold for a voucher', (total) => {
      used = Math.min(voucher.left, total);
      const { kept, rounding } = cashOf(total - used);
      const tenderId = this.id.tenders['voucher'];
      const tender = { kind: 'voucher', tenderId, voucherId: voucher.id, amountMinor: used };
      return total - used > 0
        ? {
            tenders: kept > 0 ? [tender, cash(this.id, kept)] : [tender, cash(this.id, 0)],
            debits: { vouchers: used, drawer: kept, rounding },
          }
        : { tenders: [tender], debits: { vouchers: used } };
    });
    if (!sale) return;
    voucher.left -= used;
    this.books.took(this.today, sale.kept);
  }

  /** Yesterday goes to the bank: the safe by a slip, the cards by a settlement. */
  private async morning(): Promise<void> {
    const lines: BankLine[] = [];
    const { items } = (await this.keeper.get('/safe')).body;
    this.same(
      'the safe',
      items.reduce((sum: number, one: any) => sum + one.leftMinor, 0),
      this.safe,
    );
    if (this.safe > 0) {
      const slip = this.taken(
        'slip',
        await this.keeper.send('/slips', {
          bankAccountId: 1,
          bankTotalMinor: this.safe,
          bankReference: '',
          items: items.map((one: any) => ({ safeItemId: one.id, amountMinor: one.leftMinor })),
        }),
      );
      this.done('slip');
      this.books.post({ safe: -this.safe, bank: this.safe });
      lines.push({
        date: this.today,
        amountMinor: this.safe,
        text: 'DEPOSIT',
        reference: slip.number,
      });
      this.safe = 0;
    }
    const settled = this.settlement();
    if (settled) {
      const { csv, reference, net, fee, cleared } = settled;
      const answer = this.taken('settlement', await importSettlement(this.keeper, csv));
      this.done('settlement');
      this.same(`settlement ${reference}: net`, answer.netMinor, net);
      this.books.post({ cardClearing: -cleared, cardFees: fee, bank: net });
      lines.push({
        date: this.today,
        amountMinor: net,
        text: `HALYARD PAY ${reference}`,
      });
    }
    if (lines.length === 0) return;
    const csv = statementCsv(this.atBank, lines);
    this.taken('statement', await importStatement(this.keeper, csv));
    this.atBank += lines.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
    await this.shop.jobsEnded();
  }

  /** All batches up to yesterday, once what the processor owes for them is above nothing. */
  private settlement() {
    const open = [...this.batches].filter(([day]) => day < this.today);
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
    for (const [day] of open) this.batches.delete(day);
    const reference = `HP-${this.today.replaceAll('-', '')}`;
    const filled = batches.filter((one) => one.schemes.length);
    const csv = settlementCsv(reference, this.today, filled);
    return { csv, reference, net: cleared - fee, fee, cleared };
  }

  /** Both drawers are counted, over or short by little; what they took goes to the safe. */
  private async evening(): Promise<void> {
    for (const drawer of ['shop', 'hatch']) {
      const expected = (this.drawerToday[drawer] ?? 0) + (this.cheques[drawer] ?? 0);
      const over = this.chance.of([0, 0, 0, -10, 5, 25]);
      if ((this.drawerToday[drawer] ?? 0) + over <= 0) continue;
      const closed = this.taken('count', {
        status: 200,
        body: await countAndClose(this.clerk, this.id.drawers[drawer]!, over, 'Counted'),
      });
      this.done('count');
      this.same(`${drawer}: difference`, closed.differenceMinor, over);
      this.same(`${drawer}: to the safe`, closed.toSafeMinor, expected + over);
      this.books.post({ drawer: -expected, overAndShort: -over, safe: expected + over });
      this.safe += expected + over;
      this.drawerToday[drawer] = 0;
      this.cheques[drawer] = 0;
    }
  }

  private async compareDay(): Promise<void> {
    const sheet = (await this.keeper.get(`/days/${this.today}`)).body;
    const taxes = Object.fromEntries(
      sheet.taxes
        .filter((one: any) => one.taxMinor !== 0)
        .map((one: any) => [CODE_OF[one.authority]!, one.taxMinor]),
    );
    const expected = this.books.taxOfDay[this.today] ?? {};
    this.same('tax of the day', sorted(taxes), sorted(expected));
    this.same('taken', sheet.takenMinor, this.books.takenOfDay[this.today] ?? 0);
    this.same('voids', sheet.beside.voids.count, this.books.voidsOfDay[this.today] ?? 0);
    this.same('refunds', sheet.beside.refunds.count, this.books.refundsOfDay[this.today] ?? 0);
  }

  private async trialBalance(): Promise<Record<string, number>> {
    const { accounts } = (await this.keeper.get('/trial-balance')).body;
    const all: Record<string, number> = {};
    for (const { role, debitMinor, creditMinor } of accounts) {
      all[role] = (all[role] ?? 0) + debitMinor - creditMinor;
    }
    return all;
  }

  private async compareBooks(): Promise<void> {
    const now = await this.trialBalance();
    const moved: Record<string, number> = {};
    for (const role of new Set([...Object.keys(now), ...Object.keys(this.opening)])) {
      moved[role] = (now[role] ?? 0) - (this.opening[role] ?? 0);
    }
    const model: Record<string, number> = {};
    for (const [account, amount] of Object.entries(this.books.accounts)) {
      const role = account in AUTHORITIES ? 'taxPayable' : account;
      model[role] = (model[role] ?? 0) + amount;
    }
    this.same('trial balance', sorted(moved), sorted(model));
    const byAuthority = await this.shop.all<{ code: string; amount: string }>(
      `SELECT a.code, SUM(l.amount_minor) AS amount FROM entry_line l
       JOIN tax_authority a ON a.id = l.authority_id GROUP BY a.code`,
    );
    const tax = Object.fromEntries(
      byAuthority.map(({ code, amount }) => [code, Number(amount)]),
    );
    const owed = Object.keys(AUTHORITIES).map((code) => [
      code,
      this.books.accounts[code] ?? 0,
    ]);
    this.same('tax by authority', sorted(tax), sorted(Object.fromEntries(owed)));
    for (const accountId of this.accounts) {
      const { balanceMinor } = (await this.keeper.get(`/accounts/${accountId}`)).body;
      this.same(`account ${accountId}`, balanceMinor, this.books.owed[accountId] ?? 0);
    }
    for (const voucher of this.vouchers) {
      const { left } = await this.shop.one(
        'SELECT amount_minor - used_minor AS `left` FROM voucher WHERE id = ?',
        [voucher.id],
      );
      this.same(`voucher ${voucher.id}`, Number(left), voucher.left);
    }
  }
}

const AUTHORITIES = Object.fromEntries(
  SALTMARROW.authorities.map(({ code, ratePercent }) => [
    code,
    Math.round(+ratePercent * 100),
  ]),
);
const CODE_OF = Object.fromEntries(
  SALTMARROW.authorities.map(({ code, name }) => [name, code]),
);
const TAXES: TaxesOf = Object.fromEntries(
  SALTMARROW.departments.map(({ code, taxCode }) => [
    code,
    Object.fromEntries(
      SALTMARROW.taxCodes
        .find((one) => one.code === taxCode)!
        .authorities.map((authority) => [authority, AUTHORITIES[authority]!]),
    ),
  ]),
);

/** Tax as credits: what was sold less what came back. */
const owedTax = (sold: Record<string, number>, back: Record<string, number>) =>
  Object.fromEntries(
    Object.keys(AUTHORITIES).map((code) => [code, (back[code] ?? 0) - (sold[code] ?? 0)]),
  );

/** In the order of their names, without what is nothing. */
const sorted = (parts: Record<string, number>) =>
  Object.entries(parts)
    .filter(([, amount]) => amount !== 0)
    .sort(([a], [b]) => (a < b ? -1 : 1));
