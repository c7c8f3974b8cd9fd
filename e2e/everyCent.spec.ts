import type { Page } from '@playwright/test';
import { expect, file, pickFile, send, signIn, test, type Shop } from './shop';

/* Of what was taken on a day, where every cent is: frame, sheet, trail and safe tell the same. */
test.use({ viewport: { width: 390, height: 844 } });

const APPROVAL = { approverId: 3, pin: '864286', reason: 'Looked at' };

type Tender = 'cash' | 'card' | 'cheque';

/** Rings and closes without the page: what is read of it is what these tests are about. */
async function deskOf(page: Page) {
  await signIn(page, 'osric');
  const counter = await (await page.request.get('/api/counter')).json();
  const id = (list: any[], code: string) => list.find((one) => one.code === code).id;
  const drawerId = id(counter.drawers, 'shop');
  const tenders = (kind: Tender, amountMinor: number) => ({
    cash: { kind, tenderId: id(counter.tenders, 'cash'), tenderedMinor: amountMinor },
    card: {
      kind,
      tenderId: id(counter.tenders, 'meridian'),
      amountMinor,
      lastFour: '1111',
      reference: 'A-1',
    },
    cheque: {
      kind,
      tenderId: id(counter.tenders, 'cheque'),
      amountMinor,
      cheque: { number: '104', drawnBy: 'Ida Marlow', dated: '2026-03-02' },
    },
  });
  const books = id(counter.departments, 'books');
  return {
    sell: async (kind: Tender, amountMinor: number) =>
      (
        await send(page, '/sales', {
          drawerId,
          lines: [{ departmentId: books, amountMinor }],
          tenders: [tenders(kind, amountMinor)[kind]],
        })
      ).saleId as number,
    giveBack: (saleId: number, amountMinor: number) =>
      send(
        page,
        '/sales',
        {
          drawerId,
          lines: [],
          tenders: [],
          returned: {
            saleId,
            lines: [{ position: 1, quantity: '1' }],
            reason: 'faulty',
            condition: 'asNew',
          },
          refunds: [{ kind: 'cash', tenderId: id(counter.tenders, 'cash'), amountMinor }],
        },
        APPROVAL,
      ),
    /** Counts what is there, beside the float of 150.00, and closes. */
    close: async (cashMinor: number) => {
      const begun = await send(page, '/counts', { drawerId });
      let left = 150_00 + cashMinor;
      const count: Record<number, number> = {};
      for (const value of [50_00, 20_00, 10_00, 5_00, 1_00]) {
        if (left >= value) count[value] = Math.floor(left / value);
        left %= value;
      }
      const chequeIds = begun.cheques.map((cheque: { id: number }) => cheque.id);
      await send(page, `/counts/${begun.sessionId}/close`, { count, chequeIds, note: '' });
    },
    bank: async () => {
      const { items } = await (await page.request.get('/api/safe')).json();
      await send(page, '/slips', {
        bankAccountId: 1,
        bankTotalMinor: items.reduce((all: number, item: any) => all + item.leftMinor, 0),
        bankReference: '',
        items: items.map((item: any) => ({
          safeItemId: item.id,
          amountMinor: item.leftMinor,
        })),
      });
    },
  };
}

/** Goes to another day and signs in there: a session ends after a while. */
async function on(page: Page, shop: Shop, instant: string): Promise<void> {
  await shop.setNow(instant);
  await signIn(page, 'osric');
}

const rod = (page: Page, day: RegExp) => page.getByRole('link', { name: day });

test('a day that gave back more than it took keeps its bead, and the next day its own', async ({
  page,
  shop,
}) => {
  const desk = await deskOf(page);
  const bought = await desk.sell('cash', 60_00);
  await desk.close(60_00);
  await on(page, shop, '2026-03-03T16:00:00Z');
  await desk.sell('cash', 35_00);
  await desk.giveBack(bought, 60_00);
  await desk.close(-25_00);
  await page.goto('/days');
  const below = /25\.00 more refunded than taken, in the drawer until its next count/;
  await expect(rod(page, /Tue 3 Mar|Today/).filter({ hasText: below })).toBeVisible();

  await on(page, shop, '2026-03-04T16:00:00Z');
  await desk.sell('cash', 50_00);
  await desk.close(25_00);
  await page.goto('/bank/safe');
  // Two items, one below zero: 25.00 is what is in the hand.
  await expect(page.getByText('−25.00')).toBeVisible();
  await expect(page.getByText('50.00', { exact: true })).toBeVisible();
  await page.goto('/days');
  await expect(page.getByText(/25\.00 more refunded than taken, made good/)).toBeVisible();
  await expect(page.getByText('50.00 in the safe', { exact: true })).toBeVisible();
  await page.goto('/days/2026-03-03');
  await expect(page.getByRole('link', { name: 'Trail of Cash' })).toContainText('−25.00');

  await desk.bank();
  await on(page, shop, '2026-03-05T16:00:00Z');
  const csv = await shop.csv(0, [
    { date: '2026-03-05', amountMinor: 85_00, text: 'DEPOSIT', reference: 'D-1' },
  ]);
  await page.goto('/bank/statement');
  await pickFile(page, 'Import a statement', file('st.csv', csv));
  await expect(page.getByText(/^1 certain/)).toBeVisible();
  await page.goto('/trail/2026-03-03/cash');
  await expect(page.getByRole('heading', { name: '−25.00' })).toBeVisible();
  await expect(page.getByText('Home', { exact: true }).first()).toBeVisible();
  await page.getByRole('link', { name: 'To the statement line' }).click();
  // The line brought three days home, each with its own sign.
  await expect(page.getByRole('link', { name: /Tue 3 Mar, Cash/ })).toContainText('−25.00');
  await expect(page.getByRole('link', { name: /Wed 4 Mar, Cash/ })).toContainText('50.00');
  expect(await shop.audit()).toEqual([]);
});

test('a short settlement shows what is not home, until a second file brings it', async ({
  page,
  shop,
}) => {
  const desk = await deskOf(page);
  const saleId = await desk.sell('card', 50_00);
  await desk.close(0);
  await on(page, shop, '2026-03-03T16:00:00Z');
  const settle = async (reference: string, grossMinor: number) => {
    const csv = await shop.settlement(reference, '2026-03-03', [
      { batchDate: '2026-03-02', schemes: [{ scheme: 'Meridian', items: 1, grossMinor }] },
    ]);
    const contentBase64 = Buffer.from(csv).toString('base64');
    const { settlements } = await send(page, '/settlements', {
      processorId: 1,
      mapping: null,
      name: `${reference}.csv`,
      contentBase64,
    });
    return settlements[0];
  };
  const first = await settle('HP-1', 48_00);
  await page.goto('/days');
  await expect(page.getByText('Meridian settlement 2.00 short')).toBeVisible();
  await page.goto('/days/2026-03-02');
  const net = (48 - first.feeMinor / 100).toFixed(2);
  const fee = (first.feeMinor / 100).toFixed(2);
  await expect(page.getByText(`Counted 2.00 · Sent ${net} · Fees ${fee}`)).toBeVisible();
  await page.getByRole('link', { name: 'Trail of Meridian' }).click();
  await expect(page.getByText('no settlement names it')).toBeVisible();
  await expect(page.getByText('Where it is now')).toBeVisible();

  await settle('HP-2', 2_00);
  await page.goto('/days');
  await expect(page.getByText(/settlement 2\.00 short/)).toHaveCount(0);
  await expect(page.getByText(/settled, not at the bank yet/)).toBeVisible();
  // From the receipt: the way of its money, by both files.
  await page.goto(`/sales/${saleId}`);
  await page.getByRole('link', { name: 'Trail of Meridian' }).click();
  await expect(page.getByText(/^R-1 · Meridian$/)).toBeVisible();
  await expect(page.getByText(/S-1 · .*fee/)).toBeVisible();
  await expect(page.getByText(/S-2 · .*fee/)).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('a cheque that comes back before its slip is matched stands in two hands', async ({
  page,
  shop,
}) => {
  const desk = await deskOf(page);
  await desk.sell('cheque', 300_00);
  await desk.close(0);
  await desk.bank();
  await on(page, shop, '2026-03-04T16:00:00Z');
  const { cheques } = await (await page.request.get('/api/cheques?amountMinor=30000')).json();
  const returned = { date: '2026-03-04', feeMinor: 0, reason: 'Not sufficient funds' };
  await send(page, `/cheques/${cheques[0].id}/return`, returned);
  await page.goto('/days/2026-03-02');
  // It is owed again, and what the slip brings and what left again are both under way.
  await expect(
    page.getByText('What was taken and what went back are both under way'),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Trail of Cheques' }).click();
  await expect(page.getByText(/the bank returned cheque 104 of Ida Marlow/)).toBeVisible();
  await expect(page.getByText('the slip is not at the bank')).toHaveCount(2);

  const csv = await shop.csv(0, [
    { date: '2026-03-03', amountMinor: 300_00, text: 'DEPOSIT', reference: 'D-1' },
    { date: '2026-03-04', amountMinor: -300_00, text: 'RETURNED CHQ 104' },
  ]);
  await page.goto('/bank/statement');
  await pickFile(page, 'Import a statement', file('st.csv', csv));
  await expect(page.getByText(/^2 certain/)).toBeVisible();
  await page.goto('/trail/2026-03-02/cheque');
  await expect(page.getByText('the slip is not at the bank')).toHaveCount(0);
  await expect(page.getByRole('heading', { name: 'Returned' })).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('a drawer that is open over midnight has two days in it, and one count keeps them apart', async ({
  page,
  shop,
}) => {
  // Twenty minutes before midnight in the shop's zone, and forty after it.
  await on(page, shop, '2026-03-03T03:40:00Z');
  const desk = await deskOf(page);
  const late = await desk.sell('cash', 40_00);
  await on(page, shop, '2026-03-03T04:40:00Z');
  await desk.sell('cash', 30_00);
  await desk.close(68_00);
  await page.goto('/bank/safe');
  await expect(page.getByText('40.00', { exact: true })).toBeVisible();
  // What was short is of the latest day.
  await expect(page.getByText('28.00', { exact: true })).toBeVisible();
  await page.goto('/days');
  await expect(page.getByText('40.00 in the safe', { exact: true })).toBeVisible();
  await expect(page.getByText('28.00 in the safe', { exact: true })).toBeVisible();
  await page.goto('/days/2026-03-03');
  await expect(page.getByText('Counted 28.00 · Short 2.00')).toBeVisible();
  await page.goto(`/sales/${late}`);
  await page.getByRole('link', { name: 'Trail of Cash' }).click();
  await expect(page.getByText(/C-1 · .*Shop drawer, agrees/)).toBeVisible();
  await page.getByRole('button', { name: 'Show the entry' }).click();
  // One entry moves two days: each line says whose takings it moves.
  await expect(page.getByText('Cash of Mon 2 Mar').first()).toBeVisible();
  await expect(page.getByText('Cash of Tue 3 Mar').first()).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});
