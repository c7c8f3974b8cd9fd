import { DEMO_AT } from './demoAt';
import { faults } from './faults';
import { expect, file, pickFile, signIn, test } from './shop';

/* Two processors take one scheme: what one of them settles leaves the other's cards where they are. */
test.use({ demo: true, startAt: DEMO_AT, viewport: { width: 390, height: 844 } });

const comma = (amountMinor: number) => (amountMinor / 100).toFixed(2).replace('.', ',');

test('a scheme at two processors is settled apart, and what the one bills by the month stands with its plan', async ({
  page,
  shop,
}) => {
  await page.goto('/');
  await signIn(page, 'osric');
  const cards = async () => (await page.request.get('/api/cards')).json();
  const { batches } = await cards();
  const kelpie = batches.filter(({ processor }: any) => processor === 'Kelpie Clearing');
  const [first] = kelpie;
  const [{ scheme, items, amountMinor }] = first.schemes;
  const text = [
    ['type', 'advice', 'value', 'batch', 'scheme', 'count', 'sales', 'refunds', 'sum'],
    [
      'Scheme',
      'KC-9',
      '2026-03-02',
      first.batchDate,
      scheme,
      items,
      comma(amountMinor),
      '0,00',
    ],
    ['Advice', 'KC-9', '2026-03-02', '', '', items, comma(amountMinor), '0,00'],
  ].map((row, i) => (i === 0 ? row : [...row, comma(amountMinor)]).join('\t'));
  await page.goto('/bank/cards');
  await expect(page.getByRole('list', { name: 'Processors' })).toContainText(
    'Kelpie Clearing',
  );
  await pickFile(
    page,
    'Import a settlement of Kelpie Clearing',
    file('kc9.txt', text.join('\n')),
  );
  await expect(page.getByText('Known as “Kelpie, totals”')).toBeVisible();
  await expect(page.getByText('Agrees with the till')).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Post 1 settlement' }).click();
  await expect(page.getByText(/is posted: .* net/)).toBeVisible();
  const after = (await cards()).batches;
  const open = (of: any[], name: string) =>
    of.filter(({ processor }) => processor === name).map(({ id }) => id);
  expect(open(after, 'Kelpie Clearing')).toEqual(open(kelpie, 'Kelpie Clearing').slice(1));
  expect(open(after, 'Halyard Payments')).toEqual(open(batches, 'Halyard Payments'));

  // The same scheme has a bead at each of them.
  await page.goto(`/days/${first.batchDate}`);
  await expect(page.getByText('Tidal Debit, Kelpie', { exact: true }).first()).toBeVisible();
  await page.goto('/bank/fees/2');
  const month = page.getByRole('listitem').filter({ hasText: 'February 2026' });
  await expect(month).toContainText('billed');
  await expect(month).toContainText('By the plan');
  await page.getByRole('button', { name: /^Take FB-\d+ back$/ }).click();
  await page.getByLabel('Why').fill('Another one comes');
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(month).toContainText('not accrued');
  await month.getByRole('button', { name: 'Accrue as the plan has it' }).click();
  await expect(month).toContainText('Accrued, FA-1');
  await month.getByRole('button', { name: 'Enter its bill' }).click();
  const bill = page.getByRole('dialog', { name: 'Bill for February 2026' });
  await bill.getByLabel('Number of the bill').fill('KB-2026-02b');
  await bill.getByLabel('Fees', { exact: true }).fill('13,1x');
  await expect(bill.getByRole('button', { name: 'Keep the bill' })).toBeDisabled();
  await bill.getByLabel('Fees', { exact: true }).fill('13.17');
  await bill.getByLabel('Tax on fees').fill('0.66');
  await bill.getByRole('button', { name: 'Keep the bill' }).click();
  await expect(bill).toBeHidden();
  await expect(month).toContainText('Bill KB-2026-02b');
  await expect(month).toContainText('13.83');
  expect(await faults(page)).toEqual([]);
  expect(await shop.audit()).toEqual([]);
});
