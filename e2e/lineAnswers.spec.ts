import type { Locator, Page } from '@playwright/test';
import { statementBai2, statementMt940, statementOfx } from '@abacist/sim/bankFormats';
import { takeBack, undo } from './lines';
import { expect, file, pickFile, signIn, test } from './shop';

const MARCH = [
  { date: '2026-03-02', amountMinor: -18_50, text: 'MONTHLY PLAN CHARGE' },
  { date: '2026-03-02', amountMinor: 4_20, text: 'INTEREST PAID' },
  { date: '2026-03-02', amountMinor: -250_00, text: 'TO SAVINGS' },
  { date: '2026-03-02', amountMinor: -375_00, text: 'ISLAND REVENUE' },
  { date: '2026-03-02', amountMinor: 97_00, text: 'SUNDRY CREDITS' },
];

/** Opens a line of the lane by its text. */
const open = async (page: Page, text: string) => {
  await page.goto('/bank/statement');
  await page
    .getByRole('link', { name: new RegExp(text) })
    .first()
    .click();
  await expect(page.getByText('Nobody knows this line yet')).toBeVisible();
};
test('on a phone: each line of a month is answered, one of them anew; then it is finished, and opened again', async ({
  page,
  shop,
}) => {
  await signIn(page, 'tamsin');
  await page.goto('/bank/statement');
  const csv = await shop.csv(1_000_00, MARCH);
  await pickFile(page, 'Import a statement', file('march.csv', csv));
  await expect(
    page.getByText('Of this file: 5 new, 0 known before; 0 matched, 5 open.'),
  ).toBeVisible();

  // Each answer is given, undone, taken back, and given again. A charge and interest are begun with their accounts.
  const twice = async (text: string, answer: () => Promise<void>) => {
    await open(page, text);
    await answer();
    await undo(page);
    await page.goto('/bank/statement');
    await takeBack(page);
    await open(page, text);
    await answer();
  };
  await twice('MONTHLY PLAN', async () => {
    await page.getByRole('button', { name: 'Charge of the bank' }).click();
    await expect(page.getByLabel('Account', { exact: true })).toHaveValue('bankCharges');
    await page.getByRole('button', { name: 'Record 18.50' }).click();
    await expect(page.getByText(/accepted by a person/)).toBeVisible();
  });
  await twice('INTEREST', async () => {
    await page.getByRole('button', { name: 'Interest', exact: true }).click();
    await page.getByRole('button', { name: 'Record 4.20' }).click();
    await expect(page.getByText(/accepted by a person/)).toBeVisible();
  });

  // Between accounts of ours: the other one is added where it is asked for.
  const other = page.getByLabel('Name of the account');
  await twice('TO SAVINGS', async () => {
    await page.getByRole('button', { name: 'Between our accounts' }).click();
    const record = page.getByRole('button', { name: 'Record it' });
    await expect(other.or(record).first()).toBeVisible();
    if (await other.isVisible()) {
      await other.fill('Savings');
      await page.getByLabel('Its number').fill('90 0017');
      await page.getByRole('button', { name: 'Add this account' }).click();
    }
    await record.click();
    await expect(page.getByText(/BT-\d, to Savings/)).toBeVisible();
  });

  // Tax, first of another authority, undone and recorded again with what was kept for paying in time.
  await open(page, 'ISLAND REVENUE');
  const tax = async (name: string) => {
    await page.getByRole('button', { name: 'Tax', exact: true }).click();
    await page.getByRole('radio', { name }).click();
  };
  await tax('Harbour');
  await page.getByRole('button', { name: 'Record it' }).click();
  await expect(page.getByText(/tax TP-1, Harbour/)).toBeVisible();
  await undo(page);
  await page.goto('/bank/statement');
  await takeBack(page);
  await open(page, 'ISLAND REVENUE');
  await tax('Island');
  await page.getByLabel('Tax that was owed').fill('380.00');
  await expect(page.getByRole('status').filter({ hasText: 'Still apart' })).toBeVisible();
  await page.getByLabel('Less what is kept for paying in time').fill('5.00');
  await page.getByRole('button', { name: 'Record it' }).click();
  await expect(page.getByText(/tax TP-2, Island/)).toBeVisible();

  // Several things in one line: each part is answered by itself; what nobody knows yet waits with a note.
  await open(page, 'SUNDRY CREDITS');
  const split = async (rent: string, fee: string) => {
    await page.getByRole('button', { name: 'Several things' }).click();
    await page.getByLabel('Amount of part 1').fill(rent);
    await page.getByLabel('What part 1 is').fill('Rent of the loft');
    await page
      .getByRole('group', { name: 'Part 2' })
      .getByRole('radio', { name: 'Goes out' })
      .click();
    await page.getByLabel('Amount of part 2').fill(fee);
    await page.getByLabel('What part 2 is').fill('Their fee');
    await page.getByRole('button', { name: 'Split it' }).click();
    await expect(page.getByText('Stands in parts: each is answered by itself.')).toBeVisible();
  };
  await split('99.00', '2.00');
  await page.getByRole('button', { name: 'Put it together again' }).click();
  await expect(page.getByText('Nobody knows this line yet')).toBeVisible();
  await split('100.00', '3.00');
  await page.getByRole('link', { name: /Rent of the loft/ }).click();
  await page.getByRole('button', { name: 'Expense, income, owner' }).click();
  await page.getByLabel('Account', { exact: true }).selectOption('rentIncome');
  await page.getByRole('button', { name: 'Record 100.00' }).click();
  await expect(page.getByText(/accepted by a person/)).toBeVisible();
  await open(page, 'Their fee');
  for (const note of ['Somebody’s fee', 'Asked the tenant']) {
    await page.getByRole('button', { name: 'I don’t know yet' }).click();
    await page.getByLabel('What is known so far').fill(note);
    await page.getByRole('button', { name: 'Leave it until then' }).click();
    await expect(page.getByText(new RegExp(`${note} — asks again`))).toBeVisible();
  }

  // What was decided becomes a rule, and says what is left.
  await page.goto('/bank/statement');
  await page
    .getByRole('link', { name: /MONTHLY PLAN/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Teach this as a rule' }).click();
  const rule = page.getByRole('dialog', { name: 'New rule' });
  await expect(rule.getByLabel('Words in the line’s text')).toHaveValue('monthly plan charge');
  await expect(rule.getByText('1 line as you decided it')).toBeVisible();
  await rule.getByLabel('Words in the line’s text').fill('fee');
  await expect(rule.getByText('1 line that is open')).toBeVisible();
  // Half of it is something else: however much is asked, nothing in the dialog lies over another thing.
  await rule.getByRole('button', { name: 'A part of it is something else' }).click();
  const half = rule.getByRole('group', { name: 'Part 1 of it' });
  await half.getByLabel('Part 1 of it').fill('50%');
  await half.getByLabel('Account of the part').selectOption('utilities');
  const pattern = (await rule.getByLabel('Words in the line’s text').boundingBox())!;
  const below = (await rule.getByRole('radio', { name: 'Goes out' }).boundingBox())!;
  expect(pattern.y + pattern.height).toBeLessThanOrEqual(below.y);
  await rule.getByRole('button', { name: 'Keep the rule' }).click();
  await expect(page.getByText('“fee”')).toBeVisible();
  await page.goto('/bank/reconcile');
  await expect(page.getByText('1 line by this day is open still.')).toBeVisible();
  await page.goto('/bank/statement');
  await page.getByRole('button', { name: 'Record it', exact: true }).click();
  await expect(page.getByText('Ties')).toBeVisible();

  // Both sides agree: it is finished, its lines are locked, and it is opened again by a manager.
  await page.getByRole('button', { name: 'Reconcile' }).click();
  await expect(page.getByText('Both sides agree to the cent.')).toBeVisible();
  await page.getByRole('button', { name: /^Finish up to/ }).click();
  await expect(page.getByText(/RC-1 · Mon 2 Mar/)).toBeVisible();
  await page.goto('/bank/statement');
  await page
    .getByRole('link', { name: /INTEREST/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Undo this match' }).click();
  const asked = page.getByRole('dialog', { name: 'Undo this match' });
  await asked.getByRole('button', { name: 'Undo this match' }).click();
  await expect(asked.getByText(/RC-1 finished up to Mon 2 Mar/)).toBeVisible();
  await page.goto('/bank/reconcile');
  await page.getByRole('button', { name: 'Open RC-1 again' }).click();
  await page.getByLabel('Why').fill('The interest is of April');
  await page.getByRole('button', { name: 'Open it again' }).click();
  const word = page.getByRole('dialog', { name: 'This needs an approval' });
  await word.getByRole('button', { name: /^Tamsin/ }).click();
  await word.getByLabel('Reason').fill('The interest is of April');
  await word.getByRole('button', { name: 'Approve' }).click();
  await expect(page.getByText(/RO-1, Tamsin/)).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('wide, by keys alone: a line is said by its number, a taught one is recorded, undone, accepted; the month is finished', async ({
  page,
  shop,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await signIn(page, 'osric');
  /** As the Tab key brings somebody there. */
  const enter = async (on: Locator) => {
    await on.focus();
    await page.keyboard.press('Enter');
  };
  const button = (name: string | RegExp) => page.getByRole('button', { name }).first();
  const bring = async (openingMinor: number, date: string) => {
    await page.goto('/bank/statement');
    const lines = [{ date, amountMinor: -18_50, text: 'MONTHLY PLAN CHARGE' }];
    const given = file(`${date}.csv`, await shop.csv(openingMinor, lines));
    await pickFile(page, 'Import a statement', given, (name) => enter(button(name)));
    await expect(page.getByText(/1 new, 0 known before/)).toBeVisible();
  };
  await bring(0, '2026-03-02');
  await enter(page.getByRole('link', { name: /MONTHLY PLAN/ }).first());
  await expect(button('I don’t know yet')).toBeVisible();
  const said = page.getByRole('group', { name: 'What this line is' }).getByRole('button');
  const names = await said.evaluateAll((all) => all.map((one) => one.textContent ?? ''));
  await page.keyboard.press(
    String(1 + names.findIndex((name) => /Charge of the bank/.test(name))),
  );
  await expect(page.getByLabel('Account', { exact: true })).toHaveValue('bankCharges');
  await enter(page.getByLabel('What it is for'));
  await expect(page.getByText(/accepted by a person/)).toBeVisible();
  await enter(button('Teach this as a rule'));
  const rule = page.getByRole('dialog', { name: 'New rule' });
  await expect(rule.getByLabel('Words in the line’s text')).toBeFocused();
  await enter(rule.getByRole('button', { name: 'Keep the rule' }));
  await expect(page.getByText('“monthly plan charge”')).toBeVisible();
  // The next month has the same charge: it is recorded as it was taught, undone, and accepted again.
  await shop.setNow('2026-04-02T16:00:00Z');
  await bring(-18_50, '2026-04-01');
  await enter(page.getByRole('button', { name: 'Record it', exact: true }));
  await expect(page.getByText('As you taught it')).toBeHidden();
  await enter(page.getByRole('link', { name: /MONTHLY PLAN.*Wed 1 Apr/ }).first());
  await enter(button('Undo this match'));
  const asked = page.getByRole('dialog', { name: 'Undo this match' });
  await enter(asked.getByRole('button', { name: 'Undo this match' }));
  await expect(page.getByText('Nobody knows this line yet')).toBeVisible();
  await page.goto('/bank/statement');
  await enter(button('Accept this match'));
  await expect(page.getByText('Ties', { exact: true })).toBeVisible();
  await enter(button('Reconcile'));
  await expect(page.getByText('Both sides agree to the cent.')).toBeVisible();
  await enter(button(/^Finish up to/));
  await expect(page.getByText(/RC-1 · Wed 1 Apr/)).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('the same month in every format is the same lines: each file after the first brings none anew', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await page.goto('/bank/statement');
  const period = { from: '2026-03-02', to: '2026-03-02' };
  const bring = async (name: string, content: string) => {
    const buffer = Buffer.from(content);
    await pickFile(page, 'Import a statement', { name, mimeType: 'text/plain', buffer });
  };
  await bring('march.csv', await shop.csv(1_000_00, MARCH));
  await expect(page.getByText('Of this file: 5 new, 0 known before;')).toBeVisible();
  const lines = async () =>
    (await (await page.request.get('/api/statement/lines?limit=50')).json()).lines.map(
      ({ date, amountMinor, text }: (typeof MARCH)[number]) => ({ date, amountMinor, text }),
    );
  const first = await lines();
  expect(first).toHaveLength(MARCH.length);
  for (const [name, content] of [
    ['march.xml', await shop.camt(1_000_00, MARCH, period)],
    ['march.ofx', statementOfx(1_000_00, MARCH, period)],
    ['march.sta', statementMt940(1_000_00, MARCH, period)],
    ['march.bai', statementBai2(1_000_00, MARCH, period)],
  ] as const) {
    await bring(name, content);
    await expect(page.getByText('Of this file: 0 new, 5 known before;')).toBeVisible();
    expect(await lines()).toEqual(first);
    await page.reload();
  }
  expect(await shop.audit()).toEqual([]);
});
