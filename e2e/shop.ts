import { fork, type ChildProcess } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { test as base, expect, type BrowserContext, type Page } from '@playwright/test';
import { forget, openProfile } from './profile';

const HERE = path.dirname(fileURLToPath(import.meta.url));

export type BankLine = {
  date: string;
  amountMinor: number;
  text: string;
  reference?: string;
  type?: 'deposit' | 'card' | 'cheque' | '';
};
export type Batch = {
  batchDate: string;
  schemes: { scheme: string; items: number; grossMinor: number }[];
};

/** A shop of a test's own, and the world outside of it. */
export class Shop {
  private asked = 0;
  private waiting = new Map<number, (result: unknown) => void>();
  private failing = new Map<number, (error: Error) => void>();

  private constructor(private readonly child: ChildProcess) {
    child.on('message', ({ id, result }: { id: number; result: unknown }) => {
      this.waiting.get(id)?.(result);
      this.waiting.delete(id);
    });
    child.once('exit', (code) => {
      for (const [, fail] of this.failing) fail(new Error(`the shops ended with ${code}`));
    });
  }

  /** Where the shop of this test is: all shops of a process stand at one address, after another. */
  address = '';

  /** A process that keeps one shop after the other; one a worker. */
  static async start(): Promise<Shop> {
    const child = fork(path.join(HERE, 'shop.server.ts'), [], {
      execArgv: ['--import', 'tsx'],
      env: { ...process.env, CLIENT_FOLDER: path.join(HERE, '..', 'client', 'dist') },
    });
    const shop = new Shop(child);
    shop.address = await shop.ask<string>({ do: 'address' });
    return shop;
  }

  /** Opens a shop for one test. */
  open = (options: { empty: boolean; now: string }) =>
    this.ask<null>({ do: 'open', ...options });

  /** Ends the process. */
  stop = () =>
    new Promise<void>((ended) => {
      this.child.once('exit', () => ended());
      this.child.disconnect();
    });

  private ask<T>(what: object): Promise<T> {
    this.asked += 1;
    const id = this.asked;
    return new Promise((resolve, reject) => {
      this.failing.set(id, reject);
      this.waiting.set(id, (result) => {
        this.failing.delete(id);
        resolve(result as T);
      });
      this.child.send({ id, ...what });
    });
  }

  setNow = (instant: string) => this.ask<null>({ do: 'setNow', instant });
  /** What came out of the shop. */
  outside = () =>
    this.ask<{
      mails: string[];
      prints: { lines: { text: string }[] }[];
      charges: { amountMinor: number }[];
    }>({ do: 'outside' });
  /** How the card terminal ends its charges from now on. */
  terminal = (mood: 'approve' | 'decline' | 'timeOut' | 'loseAnswer') =>
    this.ask<null>({ do: 'terminal', mood });
  /** What does not hold in the books. */
  audit = () => this.ask<object[]>({ do: 'audit' });
  settlement = (reference: string, date: string, batches: Batch[]) =>
    this.ask<string>({ do: 'settlement', reference, date, batches });
  csv = (openingMinor: number, lines: BankLine[]) =>
    this.ask<string>({ do: 'csv', openingMinor, lines });
  camt = (
    openingMinor: number,
    lines: BankLine[],
    period: { from: string; to: string },
    currency?: string,
  ) => this.ask<string>({ do: 'camt', openingMinor, lines, ...period, currency });
  end = () => this.ask<null>({ do: 'end' });
}

/** Monday noon in the shop's zone. */
const MONDAY = '2026-03-02T16:00:00Z';

type Options = { demo: boolean; startAt: string };
type Worker = { shops: Shop; profile: BrowserContext };

/** A test with a shop of its own: empty, or with the demo's days. Its pages may not complain. */
export const test = base.extend<Options & { shop: Shop }, Worker>({
  shops: [
    // Playwright reads a fixture's needs from its first parameter's pattern.
    // eslint-disable-next-line no-empty-pattern
    async ({}, give) => {
      const shops = await Shop.start();
      await give(shops);
      await shops.stop();
    },
    { scope: 'worker' },
  ],
  profile: [
    async ({ shops, launchOptions }, give) => {
      const profile = await openProfile(shops.address, launchOptions, {
        locale: 'en-CA',
        serviceWorkers: 'block',
      });
      await give(profile);
      await profile.close();
    },
    { scope: 'worker' },
  ],
  demo: [false, { option: true }],
  startAt: [MONDAY, { option: true }],
  shop: async ({ demo, startAt, shops }, give) => {
    await shops.open({ empty: !demo, now: startAt });
    await give(shops);
    await shops.end();
  },
  baseURL: async ({ shop }, give) => give(shop.address),
  context: async ({ shop, profile, serviceWorkers, launchOptions, locale }, give) => {
    if (serviceWorkers === 'allow') {
      // What works without network is asked of a browser that has seen nothing yet.
      const own = await openProfile(shop.address, launchOptions, { locale, serviceWorkers });
      await give(own);
      return own.close();
    }
    await give(profile);
    await forget(profile, shop.address);
  },
  page: async ({ page, viewport }, give) => {
    if (viewport) await page.setViewportSize(viewport);
    const complaints: string[] = [];
    page.on('pageerror', (error) => complaints.push(String(error)));
    await give(page);
    expect(complaints).toEqual([]);
  },
});
export { expect };

const PASSWORDS = { fenella: 'rope and tar', osric: 'ink and sand', tamsin: 'salt and oak' };
export type Who = keyof typeof PASSWORDS;

/** Signs in without the page, for tests that are about something else. */
export async function signIn(page: Page, username: Who): Promise<void> {
  const answer = await page.request.post('/api/session', {
    data: { username, password: PASSWORDS[username] },
  });
  expect(answer.ok()).toBe(true);
}

/** A command sent without the page, for what a test is not about. */
export async function send(
  page: Page,
  path: string,
  command: object,
  approval?: object,
): Promise<any> {
  const headers = { 'Idempotency-Key': crypto.randomUUID() };
  const post = (data: object) => page.request.post(`/api${path}`, { data, headers });
  let answer = await post({ command });
  if (approval && answer.status() === 409) {
    const { rules } = await answer.json();
    answer = await post({ command, approval: { ...approval, rules } });
  }
  expect(answer.ok(), await answer.text()).toBe(true);
  return answer.json();
}

/** One of a group of radio buttons. */
export const radio = (page: Page, name: string) =>
  page.getByRole('radio', { name, exact: true }).first();

/** An amount in minor units as the demo shop's screens write it. */
export const money = (amountMinor: number) =>
  new Intl.NumberFormat('en-CA', { minimumFractionDigits: 2 }).format(amountMinor / 100);

export const file = (name: string, content: string) => ({
  name,
  mimeType: name.endsWith('.xml') ? 'application/xml' : 'text/csv',
  buffer: Buffer.from(content),
});

/** Picks a file by its button, as a person does. */
export async function pickFile(
  page: Page,
  button: RegExp | string,
  given: ReturnType<typeof file>,
  press: (name: RegExp | string) => Promise<void> = (name) =>
    page.getByRole('button', { name }).click(),
): Promise<void> {
  const chooser = page.waitForEvent('filechooser');
  await press(button);
  await (await chooser).setFiles(given);
}

/** A processor's file, looked at, posted, and back to the cards. */
export async function postSettlement(
  page: Page,
  given: ReturnType<typeof file>,
  posted: RegExp,
  press: (name: RegExp | string) => Promise<void> = (name) =>
    page.getByRole('button', { name }).click(),
): Promise<void> {
  await pickFile(page, /Import a settlement/, given, press);
  await press('Post 1 settlement');
  await expect(page.getByText(posted)).toBeVisible();
  await press('Back');
}

/** A manager stands by and approves with PIN and reason. */
export async function approve(page: Page, reason: string): Promise<void> {
  const dialog = page.getByRole('dialog', { name: 'This needs an approval' });
  await dialog.getByRole('button', { name: /^Tamsin/ }).click();
  await dialog.getByLabel('PIN of the approver').fill('864286');
  await dialog.getByLabel('Reason').fill(reason);
  await dialog.getByRole('button', { name: 'Approve' }).click();
}
