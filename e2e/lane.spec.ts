import { DEMO_AT } from './demoAt';
import { takeBack, undo } from './lines';
import { expect, file, pickFile, send, signIn, test } from './shop';

/* The lane on a phone, one thing after the other, in the demo shop. */
test.use({ demo: true, startAt: DEMO_AT });

test('on a phone, one line after the other: what customers, processors and the bank’s counting bring is answered, undone, answered anew', async ({
  page,
  shop,
}) => {
  await signIn(page, 'tamsin');
  const get = async (path: string) => (await page.request.get(`/api${path}`)).json();
  const { items } = await get('/safe');
  const waiting = items.filter(({ later }: { later: boolean }) => !later);
  const bank = await get('/statement');
  const inBag = waiting.reduce((sum: number, item: any) => sum + item.leftMinor, 0);
  const slip = await send(page, '/slips', {
    ...{ bankAccountId: 1, bankTotalMinor: inBag, bankReference: 'BAG-77' },
    items: waiting.map((item: any) => ({
      safeItemId: item.id,
      amountMinor: item.leftMinor,
    })),
  });
  const on = { date: '2026-03-02', type: '' } as const;
  const lines = [
    { ...on, amountMinor: 177_25, text: 'TRANSFER PELLOW' },
    { ...on, amountMinor: -55_00, text: 'CARD DISPUTE' },
    { ...on, amountMinor: -31_00, text: 'KELPIE CLEARING BILL' },
    { ...on, amountMinor: slip.totalMinor - 6_00, text: 'DEPOSIT AT THE COUNTER' },
    { ...on, amountMinor: -40_00, text: 'WINDOW CLEANER' },
  ];
  await page.goto('/bank/statement');
  const csv = await shop.csv(bank.accounts[0].statementBalanceMinor, lines);
  await pickFile(page, 'Import a statement', file('march.csv', csv));
  await expect(page.getByText(/5 new, 0 known before; 0 matched, 5 open/)).toBeVisible();

  const lane = page.getByRole('region', { name: 'To decide' });
  /** Goes on in the lane until a line, or what is proposed for it, is in sight. */
  const come = async (text: string) => {
    await page.goto('/bank/statement');
    await expect(lane).toBeVisible();
    const count = Number(/of (\d+)/.exec((await lane.textContent())!)![1]);
    for (let left = count; left > 0; left -= 1) {
      if (await lane.getByText(text).first().isVisible()) return;
      await lane.getByRole('button', { name: 'Next' }).click();
    }
    throw new Error(`${text} is not in the lane`);
  };
  const say = async (text: string, what: string) => {
    await come(text);
    // However far a person had read the one before, the next one begins in sight.
    await expect(lane.getByRole('heading', { name: 'To decide' })).toBeInViewport();
    await lane.getByRole('button', { name: what, exact: true }).click();
  };
  const { lines: all } = await get('/statement/lines?limit=20');
  /** Undoes what a line is matched with, on its own page. */
  const undone = async (text: string) => {
    const { id } = all.find((line: any) => line.text === text);
    await page.goto(`/lines/${id}`);
    await undo(page);
  };
  const acceptAgain = async (text: string) => {
    await come(text);
    await expect(lane.getByText(/It was undone before/)).toBeVisible();
    await lane.getByRole('button', { name: 'Accept this match' }).click();
    await expect(lane.getByText(text).first()).toBeHidden();
  };

  // A customer's payment: found by the customer; undone, the transfer waits for its line.
  await say('TRANSFER PELLOW', 'Account payment');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Pellow/ })
    .click();
  await page.getByRole('button', { name: 'Pay 177.25' }).click();
  await page.getByRole('button', { name: 'Take Bank transfer 177.25' }).click();
  await expect(page.getByText('Bank transfer, TRANSFER PELLOW')).toBeVisible();
  await undone('TRANSFER PELLOW');
  await acceptAgain('TRANSFER PELLOW');

  // A cheque that the bank gave back.
  await say('RETURNED ITEM', 'Returned cheque');
  await page
    .getByRole('button', { name: /^Cheque \d+ of / })
    .first()
    .click();
  await page.getByLabel('What the bank says').fill('Not sufficient funds');
  await page.getByRole('button', { name: 'It was returned' }).click();
  await expect(page.getByText('Nobody knows this line yet')).toBeHidden();
  await expect(lane.getByText('RETURNED ITEM')).toBeHidden();
  await undone('RETURNED ITEM');
  await acceptAgain('RETURNED ITEM');

  // A card that its holder disputes: recorded, undone, taken back, and recorded with its fee.
  const dispute = async (fee: string) => {
    await say('CARD DISPUTE', 'Disputed card');
    await page.getByLabel('Fee in it, if any').fill(fee);
    await page.getByRole('button', { name: 'That is it' }).click();
    await expect(page.getByRole('dialog', { name: 'A disputed card' })).toBeHidden();
  };
  await dispute('');
  await undone('CARD DISPUTE');
  await come('CARD DISPUTE');
  await takeBack(page);
  await dispute('15.00');

  // A monthly bill, first of the wrong month.
  const bill = async (month: string) => {
    await say('KELPIE CLEARING BILL', 'Monthly bill of fees');
    await page.getByLabel('For the month').selectOption({ label: month });
    await page.getByRole('button', { name: 'Record it' }).click();
    await expect(page.getByRole('dialog', { name: 'Monthly bill of fees' })).toBeHidden();
  };
  await bill('January 2026');
  await undone('KELPIE CLEARING BILL');
  await come('KELPIE CLEARING BILL');
  await takeBack(page);
  await bill('December 2025');

  // A bag that the bank counted differently.
  const counted = async (cause: string) => {
    await say('DEPOSIT AT THE COUNTER', 'Slip counted differently');
    const row = page.getByRole('listitem').filter({ hasText: slip.number });
    await row.getByRole('button', { name: 'This one' }).click();
    const bag = page.getByRole('dialog', { name: `The bank counted ${slip.number}` });
    await bag.getByRole('radio', { name: cause }).click();
    await bag.getByRole('button', { name: 'Take the bank’s figure' }).click();
    await expect(bag).toBeHidden();
  };
  await counted('Counted wrong');
  await undone('DEPOSIT AT THE COUNTER');
  await counted('Counted wrong');

  // An expense, on a page of its own, which leads back to the line.
  const expense = async (account: string) => {
    await say('WINDOW CLEANER', 'Expense, income, owner');
    await page.getByLabel('Account', { exact: true }).selectOption(account);
    await page.getByRole('button', { name: 'Record 40.00' }).click();
    await expect(page.getByText(/accepted by a person/)).toBeVisible();
  };
  await expense('utilities');
  await undo(page);
  await come('WINDOW CLEANER');
  await takeBack(page);
  await expense('utilities');
  expect(await shop.audit()).toEqual([]);
});
