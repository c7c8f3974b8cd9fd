import type { Page } from '@playwright/test';
import { approve, expect, file, pickFile, send, signIn, test } from './shop';

const TODAY = '2026-03-02';
const books = { departmentId: 4 };
const sell = (page: Page, amountMinor: number) =>
  send(page, '/sales', {
    drawerId: 1,
    lines: [{ ...books, amountMinor }],
    tenders: [{ kind: 'cash', tenderId: 1, tenderedMinor: amountMinor }],
  });
const pieces = async (page: Page, counted: Record<string, string>) => {
  for (const [value, many] of Object.entries(counted))
    await page.getByLabel(`Pieces of ${value}`, { exact: true }).fill(many);
};
/** Who stands there may say so himself. */
const sayYes = async (page: Page, reason: string) => {
  await page.getByLabel('Reason').fill(reason);
  await page.getByRole('button', { name: 'Approve' }).click();
};

test('the end of a day: a card rung as cash is found and put right, counted, signed, closed, reopened', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await sell(page, 61_80);
  await sell(page, 20_00);
  await send(page, '/sales', {
    drawerId: 1,
    lines: [{ ...books, amountMinor: 12_00 }],
    tenders: [
      { kind: 'card', tenderId: 2, amountMinor: 12_00, lastFour: '4242', reference: 'A1' },
    ],
  });
  await send(page, '/drawer-acts', {
    kind: 'drop',
    drawerId: 1,
    amountMinor: 10_00,
    parts: [],
    party: '',
    words: '',
  });
  // 150.00 of float, 71.80 of sales: 61.80 of it went by card.
  await page.goto(`/days/${TODAY}/count/1`);
  await page.getByRole('radio', { name: 'Rolls' }).click();
  await pieces(page, { '100.00': '1', '50.00': '1' });
  await page.getByLabel('Full rolls of 0.25').fill('1');
  await page.getByLabel('Terminal’s total of Meridian').fill('73.80');
  await expect(page.getByText('61.80 short')).toBeVisible();
  await expect(page.getByText('Till 12.00 · 61.80 over')).toBeVisible();

  // It is counted again, and the first count stays on record.
  await page.getByRole('button', { name: 'Count again' }).click();
  await page.getByRole('dialog').last().getByRole('button', { name: 'Count again' }).click();
  await expect(page.getByText('Counted before: 160.00 by Osric, 12:00')).toBeVisible();
  await page.getByRole('radio', { name: 'Amounts' }).click();
  await page.getByLabel('Amount in 20.00').fill('150');
  await expect(page.getByText('No whole number of 20.00.')).toBeVisible();
  await page.getByLabel('Amount in 20.00').fill('160');
  await page.getByRole('button', { name: /^Close with 160.00/ }).click();
  await expect(page.getByRole('dialog').last()).toContainText(
    '61.80 is short. Look once more',
  );
  await page.getByRole('button', { name: 'Cancel' }).click();

  // What explains it leads to the receipt, where its tender is put right.
  await page.getByRole('button', { name: 'What may explain it?' }).click();
  const list = page.getByRole('list', { name: 'What would make just this difference' });
  await expect(list.getByRole('listitem').first()).toContainText(
    'Meridian differs by just 61.80 the other way: R-1 may stand under the wrong tender.',
  );
  await list.getByRole('link').first().click();
  await page.getByRole('button', { name: 'Correct the tender Cash' }).click();
  await page.getByRole('radio', { name: 'Meridian' }).click();
  await page.getByLabel('Last four digits').fill('4242');
  await page.getByLabel('Authorisation reference').fill('A7');
  await page.getByRole('button', { name: 'Correct it' }).click();
  await sayYes(page, 'The terminal says so');
  await expect(page.getByText('It corrects the tender of R-1')).toBeVisible();

  await page.goto(`/days/${TODAY}/count/1`);
  await expect(page.getByText('Agrees', { exact: true })).toBeVisible();
  await expect(page.getByText('Till 73.80 · Agrees')).toBeVisible();
  await page.getByRole('checkbox', { name: /second person signs/ }).click();
  await page.getByRole('button', { name: /^Close with 160.00/ }).click();
  await approve(page, 'I counted with him');
  await expect(page).toHaveURL(`/days/${TODAY}`);
  await expect(page.getByText('Also signed by Tamsin')).toBeVisible();
  await expect(page.getByText('Terminal and till agree: Meridian 73.80')).toBeVisible();

  await page.getByRole('button', { name: 'Close the day' }).click();
  await page.getByRole('dialog').last().getByLabel('Note').fill('The quay was quiet');
  await page.getByRole('dialog').last().getByRole('button', { name: 'Close the day' }).click();
  await expect(page.getByText('DS-1')).toBeVisible();
  await expect(page.getByText('Note: The quay was quiet')).toBeVisible();
  await page.getByRole('button', { name: 'Reopen the day' }).click();
  await page.getByLabel('Why').fill('A slip was forgotten');
  await page
    .getByRole('dialog')
    .last()
    .getByRole('button', { name: 'Reopen the day' })
    .click();
  await approve(page, 'Yes');
  await expect(page.getByText(/^DS-1, reopened by Osric/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Close the day' })).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('a slip takes just the cash that is counted for it; its paper tells the pieces; it is recalled and sent again', async ({
  page,
  shop,
  context,
}) => {
  await signIn(page, 'osric');
  await sell(page, 90_00);
  const begun = await send(page, '/counts', { drawerId: 1 });
  await send(page, `/counts/${begun.sessionId}/close`, {
    count: { 10000: 2, 2000: 2 },
    note: '',
  });
  await page.goto('/bank/safe');
  await page.getByRole('button', { name: 'Pick all' }).click();
  await page.getByRole('checkbox', { name: /Count the cash/ }).click();
  await page.getByLabel('Pieces of 20.00').fill('4');
  await page.getByLabel('Total on the bank’s slip').fill('90');
  await expect(page.getByRole('button', { name: /^Send to/ })).toBeDisabled();
  await page.getByLabel('Total on the bank’s slip').fill('80');
  await page.getByRole('button', { name: /^Send to/ }).click();
  await expect(page.getByText('Slip D-1 is sent.')).toBeVisible();
  // What was not counted for it waits for the next one.
  await expect(page.getByRole('checkbox', { name: /10\.00/ })).toBeVisible();
  await page.getByRole('button', { name: 'Print, mail or open the paper' }).click();
  const opened = context.waitForEvent('page');
  await page.getByRole('button', { name: 'Open as PDF' }).click();
  await (await opened).close();
  await expect(page.getByRole('dialog').last().getByRole('status')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Recall' }).click();
  await page.getByLabel('Why').fill('A note was torn');
  await page.getByRole('dialog').last().getByRole('button', { name: 'Recall' }).click();
  await expect(page.getByRole('checkbox', { name: /90\.00/ })).toBeVisible();
  await page.getByRole('button', { name: 'Pick all' }).click();
  await page.getByLabel('Total on the bank’s slip').fill('90');
  await page.getByRole('button', { name: /^Send to/ }).click();
  await expect(page.getByText('Slip D-2 is sent.')).toBeVisible();
  // The empty safe is counted by itself, and a coin is found in it.
  await page.getByRole('button', { name: 'Count the safe' }).click();
  await page.getByLabel('Pieces of 2.00').fill('1');
  await expect(page.getByText('2.00 over')).toBeVisible();
  await page.getByLabel('Note').fill('It lay under the tray');
  await page.getByRole('button', { name: 'Keep 2.00 as counted' }).click();
  await approve(page, 'I saw it');
  await expect(page.getByText(/^SC-1, /)).toBeVisible();
  await expect(page.getByRole('checkbox', { name: /Found by SC-1/ })).toBeVisible();

  // The bank finds a false note in the bag: the line waits for a person, who says so.
  const line = { date: '2026-03-02', amountMinor: 70_00, text: 'D-2', reference: 'D-2' };
  await page.goto('/bank/statement');
  await pickFile(page, 'Import a statement', file('st.csv', await shop.csv(0, [line])));
  await expect(page.getByText('D-2 is 90.00, the line is 70.00: −20.00 apart.')).toBeVisible();
  await page.getByRole('button', { name: 'Slip counted differently' }).click();
  await page.getByRole('button', { name: 'This one' }).click();
  const bag = page.getByRole('dialog', { name: 'The bank counted D-2' });
  await expect(bag.getByText('20.00', { exact: true })).toBeVisible();
  await bag.getByRole('radio', { name: 'False note withdrawn' }).click();
  await bag.getByLabel('Whose takings it was').selectOption({ label: 'Mon 2 Mar, Shop' });
  await bag.getByRole('button', { name: 'Take the bank’s figure' }).click();
  await expect(page.getByRole('region', { name: 'To decide' })).toBeHidden();
  await page.getByRole('link', { name: /^D-2/ }).click();
  await expect(page.getByRole('button', { name: 'Undo this match' })).toBeVisible();
  await page.goto('/bank/safe');
  await expect(
    page.getByText('Counted differently: −20.00. False note withdrawn'),
  ).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('what a float lacks by denomination is fetched from the bank, and the safe knows its pieces', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  // Before a count nobody knows what lacks, and nobody says that nothing does.
  await send(page, '/drawers/1/wanted', { wanted: { 100: 15 } });
  await page.goto('/bank/change');
  await expect(page.getByText(/^Shop: what is lacking is known after/)).toBeVisible();
  await expect(page.getByText(/^No drawer lacks/)).toBeHidden();
  await send(page, '/drawers/1/wanted', { wanted: {} });
  await sell(page, 90_00);
  await page.goto(`/days/${TODAY}/count/1`);
  const type = (value: string, pieces: string) =>
    page.getByLabel(`Pieces of ${value}`).fill(pieces);
  await type('20.00', '10');
  await type('5.00', '4');
  await type('1.00', '20');
  await expect(page.getByText(/Leave in 6 × 20\.00, 2 × 5\.00, 20 × 1\.00\./)).toBeVisible();
  await page.getByRole('button', { name: 'Close with 240.00' }).click();
  await expect(page.getByText(/To the safe: 4 × 20\.00, 2 × 5\.00/)).toBeVisible();

  await page.goto('/bank/safe');
  await expect(page.getByText('4 × 20.00, 2 × 5.00')).toBeVisible();
  await page.getByRole('button', { name: 'Change' }).click();
  await expect(page.getByText(/^Say for each drawer/)).toBeVisible();
  const drawer = page.getByRole('table', { name: 'Shop drawer' });
  await drawer.getByLabel('Wanted of 2.00').fill('30');
  await drawer.getByLabel('Wanted of 1.00').fill('15');
  await page.getByRole('button', { name: 'Keep what is wanted' }).click();
  await expect(page.getByText('50 × 2.00 (2 rolls)')).toBeVisible();
  await page.getByRole('button', { name: 'Fetch 100.00' }).click();
  await expect(page.getByText(/^CO-1 is posted/)).toBeVisible();
  await expect(page.getByText('In the safe already: 30 × 2.00')).toBeVisible();
  await expect(page.getByText(/is lacking is known after the next count/)).toBeHidden();
  await expect(page.getByText('What the drawers lack lies in the safe.')).toBeVisible();
  await page.goto('/bank/safe');
  await expect(page.getByText('4 × 20.00, 2 × 5.00, 50 × 2.00')).toBeVisible();
  // A drop that nobody counts: only a count of the safe tells its pieces then.
  await sell(page, 20_00);
  await send(page, '/drawer-acts', {
    kind: 'drop',
    drawerId: 1,
    amountMinor: 20_00,
    parts: [],
    party: '',
    words: '',
  });
  await page.reload();
  await expect(page.getByText(/^Not known since DP-1/)).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('a slip over two days with two cheques, less a refund paid out of the safe, is recalled and sent again', async ({
  page,
  shop,
}) => {
  await signIn(page, 'tamsin');
  const counter = await (await page.request.get('/api/counter')).json();
  const cheques = counter.tenders.find(({ kind }: { kind: string }) => kind === 'cheque').id;
  const day = async (dated: string, cashMinor: number, number: string, count: object) => {
    const { saleId } = await sell(page, cashMinor);
    await send(page, '/sales', {
      drawerId: 1,
      lines: [{ ...books, amountMinor: 25_00 }],
      tenders: [
        {
          kind: 'cheque',
          tenderId: cheques,
          amountMinor: 25_00,
          cheque: { number, drawnBy: 'Ida Marlow', dated },
        },
      ],
    });
    const begun = await send(page, '/counts', { drawerId: 1 });
    const chequeIds = begun.cheques.map(({ id }: { id: number }) => id);
    const close = { count, chequeIds, note: '' };
    await send(page, `/counts/${begun.sessionId}/close`, close);
    return saleId as number;
  };
  const first = await day('2026-03-02', 60_00, '701', { 10000: 2, 1000: 1 });
  await shop.setNow('2026-03-03T16:00:00Z');
  await day('2026-03-03', 40_00, '702', { 10000: 1, 5000: 1, 2000: 2 });
  // The first sale comes back on the second day; its money is paid out of the safe, not of the drawer.
  await send(
    page,
    '/sales',
    {
      drawerId: null,
      lines: [],
      tenders: [],
      returned: {
        saleId: first,
        lines: [{ position: 1, quantity: '1' }],
        reason: 'notNeeded',
        condition: 'asNew',
      },
      refunds: [{ kind: 'cash', tenderId: 1, amountMinor: 60_00 }],
    },
    { reason: 'The drawer is closed' },
  );
  await page.goto('/bank/safe');
  for (const number of ['D-1', 'D-2']) {
    await page.getByRole('button', { name: 'Pick all' }).click();
    await page.getByLabel('Total on the bank’s slip').fill('150');
    await expect(page.getByRole('button', { name: /^Send to/ })).toBeDisabled();
    await page.getByLabel('Total on the bank’s slip').fill('90');
    await page.getByRole('button', { name: /^Send to/ }).click();
    await expect(page.getByText(`Slip ${number} is sent.`)).toBeVisible();
    await expect(page.getByText(/with Mon 2 Mar, Tue 3 Mar$/).first()).toBeVisible();
    if (number === 'D-2') continue;
    await page.getByRole('button', { name: 'Recall' }).click();
    await page.getByLabel('Why').fill('The bag was torn');
    await page.getByRole('dialog').last().getByRole('button', { name: 'Recall' }).click();
    await expect(page.getByText(/^Recalled, DU-1/)).toBeVisible();
  }
  // Opened, the slip tells what it brought: the second one as the first, and what became of each.
  await page.getByRole('link', { name: 'D-1' }).click();
  await expect(page.getByText('Recalled by DU-1: The bag was torn')).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await page.getByRole('link', { name: 'D-2' }).click();
  const brings = page.getByRole('list').first();
  await expect(brings).toContainText('Cheque 701, Ida Marlow');
  await expect(brings).toContainText('Refund of Tue 3 Mar, paid from the safe');
  await expect(page.getByText('No line of the bank shows it yet.')).toBeVisible();
  await brings.getByRole('link', { name: /Cash of Mon 2 Mar/ }).click();
  await expect(page.getByRole('heading', { name: '60.00' })).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('from an empty shop, on a phone: a float, a sale, stamps, a drop, a swapped figure found and put right, closed, printed', async ({
  page,
  shop,
  context,
}) => {
  await signIn(page, 'tamsin');
  const tap = (name: string | RegExp) =>
    page
      .getByRole('button', { name, exact: typeof name === 'string' })
      .first()
      .click();
  const dialog = page.getByRole('dialog').last();
  const ring = async (amount: string) => {
    await page.getByTestId('entry').fill(amount);
    await tap('Charts and books');
    await tap(/^Pay/);
    await tap(/^Exact/);
  };
  await page.goto('/counter');
  await tap('More');
  await tap('Count the float');
  await pieces(page, { '100.00': '1', '50.00': '1' });
  await tap(/^Open with 150\.00/);
  // 63.00 is rung where 36.00 is paid.
  await ring('63.00');
  await tap('Next sale');
  await tap('More');
  await tap('Money in and out');
  await page.getByLabel('Amount').fill('2');
  await page.getByLabel('Paid to').fill('Post office');
  await page.getByLabel('What it is for').fill('Stamps');
  await tap('Pay out 2.00');
  await expect(page.getByText(/^PO-1 is posted/)).toBeVisible();
  await page.getByLabel('What happens').selectOption('Drop to the safe');
  await page.getByRole('checkbox', { name: 'Count it by denomination' }).click();
  await pieces(page, { '10.00': '2' });
  await tap('Drop 20.00');
  await expect(page.getByText(/^DP-1 is posted/)).toBeVisible();

  await page.goto(`/days/${TODAY}/count/1`);
  await pieces(page, { '100.00': '1', '50.00': '1', '10.00': '1', '2.00': '2' });
  await expect(page.getByText('27.00 short')).toBeVisible();
  await tap('What may explain it?');
  const causes = page.getByRole('list', { name: 'What would make just this difference' });
  await causes.getByRole('link', { name: /63\.00 rung, 36\.00 paid/ }).click();
  await tap('Void this sale');
  await dialog.getByLabel('Reason').fill('Two digits were swapped');
  await dialog.getByRole('button', { name: 'Approve' }).click();
  await expect(page.getByText(/^Void by V-1/)).toBeVisible();
  await page.goto(`/days/${TODAY}/count/1`);
  await tap('What may explain it?');
  await tap('Ring what was left out');
  await ring('36.00');
  await expect(page.getByText('Agrees', { exact: true })).toBeVisible();
  await tap(/^Close with 164\.00/);
  await tap('Close the day');
  await dialog.getByRole('button', { name: 'Close the day' }).click();
  await expect(page.getByText('DS-1')).toBeVisible();
  await tap('Print, mail or open the paper');
  const opened = context.waitForEvent('page');
  await tap('Open as PDF');
  await (await opened).close();
  // 14.00 beyond the float and the drop's 20.00, piece by piece.
  await page.goto('/bank/safe');
  await expect(page.getByText('3 × 10.00, 2 × 2.00')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});
