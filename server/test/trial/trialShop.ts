import { ids, type Answer, type Person, type TestShop } from '../harness';
import type { TrialAct } from './beside';
import { chances, type Chances } from './arithmetic';
import type { TrialCheque } from './cheques';
import { Books, type Debits, type ModelSale } from './model';
import type { TrialOrder } from './orders';
import type { TakenFor } from './owed';

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
  /** Ordered specially: it comes back less a fee. What came back of it so far, and the fees. */
  special: boolean;
  netBack: number;
  fees: number;
  chargeAccountId?: number;
  drawer: string;
};
/** A payment that settled one charge: what it granted, and what that was in tax. */
export type TrialPayment = TakenFor & {
  chargeAccountId: number;
  amount: number;
  settled: number;
  granted: Debits;
  tax: Record<string, number>;
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
  /** Of that, what no ticket brought; drawers that were not counted yesterday. */
  readonly broughtIn: Record<string, number> = {};
  readonly carried = new Set<string>();
  acts: TrialAct[] = [];
  readonly cheques: TrialCheque[] = [];
  readonly returned: { id: number; left: number }[] = [];
  readonly orders: TrialOrder[] = [];
  readonly payments: TrialPayment[] = [];
  /** What the bank’s next statement shows beside slip and settlement. */
  readonly byBank: { amountMinor: number; text: string; reference: string }[] = [];
  vouchers: (TakenFor & { id: number; amount: number; left: number })[] = [];
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

  /** Whether money can go back as it came: by its card, or out of its drawer’s takings. */
  canGive({ byCard, drawer }: TakenFor, amount: number): boolean {
    return byCard || amount + 5 <= (this.drawerToday[drawer] ?? 0);
  }

  comesByBank(amountMinor: number, text: string, reference: string): void {
    this.byBank.push({ amountMinor, text, reference });
  }

  refunded(): void {
    const { refundsOfDay } = this.books;
    refundsOfDay[this.today] = (refundsOfDay[this.today] ?? 0) + 1;
  }
}
