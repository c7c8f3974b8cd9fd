import { expect, file, pickFile, send, signIn, test } from './shop';

/** A sale by card on Monday and its settlement of 98.15, imported; the drawer is closed. */
async function mondaysCards(page: any, shop: any): Promise<void> {
  await signIn(page, 'osric');
  const post = (path: string, command: object) => send(page, path, command);
  const counter = await (await page.request.get('/api/counter')).json();
  const id = (list: any[], code: string) => list.find((one) => one.code === code).id;
  await post('/sales', {
    drawerId: id(counter.drawers, 'shop'),
    lines: [{ departmentId: id(counter.departments, 'books'), amountMinor: 100_00 }],
    tenders: [
      {
        kind: 'card',
        tenderId: id(counter.tenders, 'meridian'),
        amountMinor: 100_00,
        lastFour: '1111',
        reference: 'A-1',
      },
    ],
  });
  const begun = await post('/counts', { drawerId: id(counter.drawers, 'shop') });
  await post(`/counts/${begun.sessionId}/close`, { count: { 5000: 3 }, note: '' });
  const csv = await shop.settlement('HP-1', '2026-03-03', [
    {
      batchDate: '2026-03-02',
      schemes: [{ scheme: 'Meridian', items: 2, grossMinor: 100_00 }],
    },
  ]);
  await shop.setNow('2026-03-03T16:00:00Z');
  await post('/settlements', {
    processorId: 1,
    mapping: null,
    name: 'hp.csv',
    contentBase64: Buffer.from(csv).toString('base64'),
  });
}

test('what only the amount speaks for is proposed, accepted in two taps, and can be undone', async ({
  page,
  shop,
}) => {
  await page.goto('/');
  await mondaysCards(page, shop);
  await page.goto('/bank/statement');
  const csv = await shop.csv(0, [
    { date: '2026-03-03', amountMinor: 98_15, text: 'CREDIT' },
    { date: '2026-03-03', amountMinor: -12_00, text: 'RENT OF TERMINAL' },
  ]);
  await pickFile(page, 'Import a statement', file('st.csv', csv));
  await expect(page.getByText('0 certain, 1 likely, 1 loose.')).toBeVisible();
  await expect(
    page.getByText('Only the amount and the days agree; nothing names it.'),
  ).toBeVisible();
  await expect(page.getByRole('link', { name: /RENT OF TERMINAL/ }).first()).toBeVisible();

  await page.getByRole('button', { name: 'Accept this match' }).click();
  await expect(page.getByText('Accepted', { exact: true })).toBeVisible();
  await page.goto('/days');
  await expect(page.getByText('Home in 1 day', { exact: true })).toBeVisible();

  // The unknown line is a loose end; its next step leads to the line.
  await page
    .getByRole('link', { name: /1 loose end/ })
    .first()
    .click();
  await expect(
    page.getByText(/Nobody knows the statement line of .*RENT OF TERMINAL/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Say what it is' }).click();
  await expect(page.getByRole('button', { name: 'Returned cheque' })).toBeVisible();
  // What it is is recorded from the line, and comes back to it.
  await page.getByRole('button', { name: 'Expense, income, owner' }).click();
  await expect(page.getByLabel('What it is for')).toHaveValue('RENT OF TERMINAL');
  await page.getByLabel('Account').first().selectOption('Rent');
  await page.getByRole('button', { name: 'Record 12.00' }).click();
  await expect(page.getByText('statement line of −12.00, accepted by a person')).toBeVisible();
  await page.goto('/bank/statement');
  await page
    .getByRole('link', { name: /CREDIT/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Undo this match' }).click();
  // It asks first: an entry follows from it.
  const asked = page.getByRole('dialog', { name: 'Undo this match' });
  await expect(asked).toContainText('reversed, dated today');
  await asked.getByRole('button', { name: 'Undo this match' }).click();
  await expect(page.getByText('Nobody knows this line yet')).toBeVisible();
  // Every answer is offered again: by the engine as likely, and by hand.
  const line = page.url();
  await page.goto('/bank/statement');
  await expect(page.getByText(/It was undone before/)).toBeVisible();
  await page.goto(line);
  await page.getByRole('button', { name: 'One of ours' }).click();
  await page
    .getByRole('dialog', { name: 'What moved this money' })
    .getByRole('button', { name: 'Accept this match' })
    .click();
  await page.getByRole('button', { name: 'Undo this match' }).click();
  await asked.getByRole('button', { name: 'Undo this match' }).click();
  await expect(page.getByText('Nobody knows this line yet')).toBeVisible();
  await page.goto('/days');
  await expect(page.getByText(/Cards of 98.15 settled, not at the bank yet/)).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('two things explain a line equally well: they stand beside each other, and a person takes the other one', async ({
  page,
  shop,
}) => {
  await page.goto('/');
  await signIn(page, 'osric');
  for (const words of ['Windows of the shop', 'Windows of the hatch'])
    await send(page, '/drawer-acts', {
      ...{ kind: 'paidByBank', bankAccountId: 1, amountMinor: 12_00, words, party: 'A. Pane' },
      parts: [{ account: 'utilities', amountMinor: 12_00, taxCodeId: null, words: '' }],
    });
  await page.goto('/bank/statement');
  const line = { date: '2026-03-02', amountMinor: -12_00, text: 'A PANE' };
  await pickFile(page, 'Import a statement', file('st.csv', await shop.csv(0, [line])));
  await expect(page.getByText('0 certain, 1 likely, 0 loose.')).toBeVisible();
  const lane = page.getByRole('region', { name: 'To decide' });
  const rivals = lane.getByRole('group', { name: 'Could also be' });
  const first = await lane
    .getByText(/^PO-\d, /)
    .first()
    .textContent();
  const other = await rivals.getByText(/^PO-\d, /).textContent();
  expect(other).not.toBe(first);
  await rivals.getByRole('button', { name: 'Accept this one instead' }).click();
  await expect(lane).toBeHidden();
  await expect(page.getByRole('link', { name: new RegExp(`A PANE.*${other}`) })).toBeVisible();
  // The other one waits still.
  await expect(page.getByText(first!, { exact: true })).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('a line that names a settlement of another amount is held back for a person', async ({
  page,
  shop,
}) => {
  await page.goto('/');
  await mondaysCards(page, shop);
  await page.goto('/bank/statement');
  const csv = await shop.csv(0, [
    { date: '2026-03-03', amountMinor: 90_15, text: 'HALYARD PAY HP-1' },
  ]);
  await pickFile(page, 'Import a statement', file('st.csv', csv));
  await expect(page.getByText('0 certain, 0 likely, 1 loose.')).toBeVisible();
  await expect(page.getByText('S-1 is 98.15, the line is 90.15: −8.00 apart.')).toBeVisible();
  await page.goto('/loose-ends');
  await expect(page.getByText(/names S-1, but its amount is another/)).toBeVisible();
});

test('a large file says how far it is; stopped, nothing of it is kept', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await page.goto('/bank/statement');
  const lines = Array.from({ length: 100_000 }, (_, i) => ({
    date: `2026-02-${String(1 + Math.floor(i / 4_000)).padStart(2, '0')}`,
    amountMinor: (i % 2 ? -1 : 1) * (100 + (i % 977)),
    text: `LINE ${i}`,
  }));
  const large = file('large.csv', await shop.csv(0, lines));
  await pickFile(page, 'Import a statement', large);
  const bar = page
    .getByRole('status')
    .filter({ hasText: /The file is being read: [1-9]\d* %/ });
  await expect(bar).toBeVisible();
  await bar.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('You stopped it: nothing of this file is kept.')).toBeVisible();
  await expect(bar).toHaveCount(0);
  expect((await (await page.request.get('/api/statement/lines')).json()).lines).toEqual([]);
  expect(await shop.audit()).toEqual([]);
});

test('a bank’s own columns are made out on a phone, and known the next time', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await page.goto('/bank/statement');
  const heads = 'Posted;Details;More;Debit;Credit';
  const march = [heads, '02.03.2026;INTEREST;;;4,20', '01.03.2026;PLAN;MARCH;18,50;'].join(
    '\n',
  );
  await pickFile(page, 'Import a statement', file('online.csv', march));
  await page.getByRole('button', { name: 'Say what its columns are' }).click();
  await expect(page.getByText('2 lines, Sun 1 Mar to Mon 2 Mar')).toBeVisible();
  await expect(page.getByText('4.20 in, 18.50 out')).toBeVisible();
  await page.getByLabel('Column 3: More').selectOption('Text');
  await expect(page.getByText('Sun 1 Mar · PLAN MARCH')).toBeVisible();
  // Read the other way about, the first of March is the third of January.
  await page.getByLabel('Dates are written').selectOption('month, day, year');
  await expect(page.getByText(/Sat 3 Jan · PLAN/)).toBeVisible();
  await page.getByLabel('Dates are written').selectOption('day, month, year');
  await expect(page.getByText('Sun 1 Mar · PLAN MARCH')).toBeVisible();
  await page.getByLabel('Balance before its first line').fill('100.00');
  await page.getByLabel('Keep this layout as').fill('Online');
  await page.getByRole('button', { name: 'Import 2 lines' }).click();
  await expect(page.getByRole('link', { name: /PLAN MARCH/ }).first()).toBeVisible();
  await shop.setNow('2026-03-05T16:00:00Z');
  const next = [heads, '04.03.2026;COINS;;1,00;'].join('\n');
  await pickFile(page, 'Import a statement', file('next.csv', next));
  await expect(page.getByText(/Of this file: 1 new, 0 known before/)).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('wide, by keys alone: a line is chosen, what moved it is picked, and the difference runs along', async ({
  page,
  shop,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/');
  await mondaysCards(page, shop);
  await page.goto('/bank/statement');
  const csv = await shop.csv(0, [
    { date: '2026-03-03', amountMinor: -12_00, text: 'RENT OF TERMINAL' },
    { date: '2026-03-03', amountMinor: 98_15, text: 'CREDIT' },
  ]);
  await pickFile(page, 'Import a statement', file('st.csv', csv));
  await expect(page.getByText('0 certain, 1 likely, 1 loose.')).toBeVisible();
  await page.goto('/bank/match?account=1');
  const difference = page.getByRole('status');
  await expect(difference).toContainText('−12.00');
  await page.getByRole('radio', { name: /RENT OF TERMINAL/ }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('radio', { name: /CREDIT/ })).toBeFocused();
  // The only movement of its amount is picked already; left out, the line stands alone.
  await expect(difference).toContainText('They agree');
  const settlement = page.getByRole('group', { name: /Under way/ }).getByRole('checkbox');
  await settlement.focus();
  await page.keyboard.press('Space');
  await expect(difference).toContainText('98.15');
  await page.keyboard.press('Space');
  await page.keyboard.press('m');
  await expect(page.getByText('1 open line')).toBeVisible();
  await page.keyboard.press('s');
  await expect(page.getByText('Nobody knows this line yet')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('on a phone: from open line to open line by a swipe; what was matched by itself is undone whole', async ({
  page,
  shop,
}) => {
  await page.goto('/');
  await mondaysCards(page, shop);
  await page.goto('/bank/statement');
  const csv = await shop.csv(0, [
    { date: '2026-03-03', amountMinor: 98_15, text: 'HALYARD PAY HP-1' },
    { date: '2026-03-03', amountMinor: -12_00, text: 'RENT OF TERMINAL' },
    { date: '2026-03-03', amountMinor: -1_00, text: 'COINS' },
  ]);
  await pickFile(page, 'Import a statement', file('st.csv', csv));
  await expect(
    page.getByText('Of this file: 3 new, 0 known before; 1 matched, 2 open.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Show what was matched by itself' }).click();
  const settled = page.getByRole('list', { name: 'Matched by itself' });
  await expect(settled.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo it' }).click();
  const asked = page.getByRole('dialog', { name: 'Undo it' });
  await asked.getByRole('button', { name: 'Undo it' }).click();
  await expect(page.getByText(/It was undone before/)).toBeVisible();

  await page
    .getByRole('link', { name: /RENT OF TERMINAL/ })
    .first()
    .click();
  await expect(page.getByText('3 lines are open')).toBeVisible();
  const swipe = (from: number, to: number) =>
    page.getByText('Nobody knows this line yet').evaluate(
      (element, [begin, end]) => {
        const touch = (clientX: number) =>
          new Touch({ identifier: 1, target: element, clientX, clientY: 300 });
        const send = (type: string, clientX: number) =>
          element.dispatchEvent(
            new TouchEvent(type, { changedTouches: [touch(clientX)], bubbles: true }),
          );
        send('touchstart', begin!);
        send('touchend', end!);
      },
      [from, to],
    );
  await swipe(300, 100);
  await expect(page.getByText('COINS')).toBeVisible();
  await swipe(100, 300);
  await expect(page.getByText('RENT OF TERMINAL')).toBeVisible();
  await page.getByRole('button', { name: 'Next open line' }).click();
  await expect(page.getByText('COINS')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});
