import { ids, type Answer, type Person, type TestShop } from '../harness';
import { chances, type Chances } from './arithmetic';
import { Books, type ModelSale } from './model';

export const SCHEMES = {
  meridian: 'Meridian',
  corvus: 'Corvus',
  tidal: 'Tidal Debit',
} as const;
export type Scheme = keyof typeof SCHEMES;
export const schemes = Object.keys(SCHEMES) as Scheme[];

/** A sale of which goods may come back, and how it was paid. */
export type Paid = ModelSale & {
  by: 'cash' | 'card' | 'account' | 'goodwill';
  scheme?: Scheme;
  tenderRow: number;
  kept: number;
  given: number;
  backSoFar: number;
  accountId?: number;
  drawer: string;
};
export type Batch = Partial<Record<Scheme, { items: number; gross: number; refunds: number }>>;

/** Where the model and the application differ. */
export type Difference = { what: string; model: unknown; application: unknown };

/** A shop on trial: its people at the API, what the model knows of it, and where the two differ. */
export class TrialShop {
  readonly differences: Difference[] = [];
  readonly documents: Record<string, number> = {};
  readonly chance: Chances;
  readonly books = new Books();
  readonly sales: Paid[] = [];
  readonly batches = new Map<string, Batch>();
  readonly drawerToday: Record<string, number> = {};
  readonly cheques: Record<string, number> = {};
  vouchers: { id: number; left: number }[] = [];
  credits: { id: number; left: number }[] = [];
  accounts: number[] = [];
  atBank = 0;
  safe = 0;
  today = '';
  id!: Awaited<ReturnType<typeof ids>>;
  clerk!: Person;
  keeper!: Person;
  manager!: Person;
  opening: Record<string, number> = {};

  constructor(
    readonly shop: TestShop,
    readonly seed: number,
  ) {
    this.chance = chances(seed);
  }

  same(what: string, application: unknown, model: unknown): void {
    if (JSON.stringify(application) !== JSON.stringify(model)) {
      this.differences.push({ what: `${this.today} ${what}`, model, application });
    }
  }

  done(kind: string): void {
    this.documents[kind] = (this.documents[kind] ?? 0) + 1;
  }

  taken<A = any>(what: string, { status, body }: Answer): A {
    if (status !== 200) {
      const so = JSON.stringify([body, ...this.differences]);
      throw new Error(`seed ${this.seed}, ${this.today}, ${what}: ${so}`);
    }
    return body as A;
  }

  inBatch(scheme: Scheme, items: number, gross: number, refunds: number): void {
    const batch = this.batches.get(this.today) ?? {};
    const one = (batch[scheme] ??= { items: 0, gross: 0, refunds: 0 });
    one.items += items;
    one.gross += gross;
    one.refunds += refunds;
    this.batches.set(this.today, batch);
  }

  refunded(): void {
    const { refundsOfDay } = this.books;
    refundsOfDay[this.today] = (refundsOfDay[this.today] ?? 0) + 1;
  }
}
