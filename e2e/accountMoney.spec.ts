import { accountPage, button, charge, deskWork, openAccount, ringOnAccount } from './regulars';
import { approve, expect, file, pickFile, send, signIn, test } from './shop';

test.use({ viewport: { width: 390, height: 844 } });

test('a buyer signs; a line that nobody knows pays for it; what is over is paid out', async ({
  page,
  shop,
}) => {
  await signIn(page, 'fenella');
  await openAccount(page, 'Surveyor’s practice', '500.00');
  await ringOnAccount(page, /Surveyor/, '84.10');
  await button(page, 'Sign').click();
  const field = page.getByRole('img', { name: 'Field to sign in' });
  const box = (await field.boundingBox())!;
  await page.mouse.move(box.x + 40, box.y + 60);
  await page.mouse.down();
  for (const [x, y] of [[90, 120], [140, 50], [200, 110]] as const) {
    await page.mouse.move(box.x + x, box.y + y, { steps: 4 });
  } // prettier-ignore
  await page.mouse.up();
  await button(page, 'Signed').click();
  await expect(page.getByText('Signed by the buyer')).toBeVisible();
  await button(page, /^Put .* on account$/).click();
  await expect(page.getByRole('img', { name: /^Signature of/ })).toBeVisible();

  await shop.setNow('2026-03-03T16:00:00Z');
  await signIn(page, 'osric');
  const csv = await shop.csv(0, [
    { date: '2026-03-03', amountMinor: 94_10, text: 'TRANSFER 0042 SURVEY' },
  ]);
  await page.goto('/bank/statement');
  await pickFile(page, 'Import a statement', file('st.csv', csv));
  await expect(page.getByText(/0 likely, 1 loose/)).toBeVisible();
  await page.goto('/loose-ends');
  await button(page, 'Say what it is').click();
  await button(page, 'Account payment').click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Surveyor/ })
    .click();
  await expect(page.getByText(/Shown by the statement line of .*TRANSFER 0042/)).toBeVisible();
  await expect(page.getByLabel('Amount paid')).toHaveValue('94.10');
  // 84.10 less its discount of 1.68; the rest is the customer's.
  await page.getByRole('checkbox', { name: 'Keep 11.68 as a credit' }).click();
  await button(page, 'Pay 94.10').click();
  await button(page, 'Take Bank transfer 94.10').click();
  await expect(page.getByText('Bank transfer, TRANSFER 0042 SURVEY')).toBeVisible();
  await page.goto('/bank/statement');
  await expect(page.getByText('Accepted', { exact: true })).toBeVisible();

  await accountPage(page, /Surveyor/);
  await button(page, 'Pay it out').click();
  await button(page, 'Pay 11.68 out').click();
  await button(page, /^Refund \d/).click();
  await approve(page, 'He asked for it');
  await expect(page.getByText('Credit of Surveyor’s practice paid out')).toBeVisible();
  await accountPage(page, /Surveyor/);
  await expect(page.getByText('Nothing is open.')).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

test('a cheque comes back: it is owed again with a fee, charged late, and reminded of', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await openAccount(page, 'Harbour trust', '500.00', 'office@trust.example');
  await charge(page, /Harbour/, '200.00');
  // From the counter: a payment on an account is one of the things behind “More”.
  await page.goto('/counter');
  await button(page, 'More').click();
  await button(page, 'Take a payment on an account').click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Harbour/ })
    .click();
  await page.getByLabel('Amount paid').fill('196.00');
  await button(page, 'Pay 196.00').click();
  await button(page, 'Cheque').click();
  await page.getByLabel('Number of the cheque').fill('104');
  await button(page, /^Take Cheque/).click();
  await expect(button(page, 'Next sale')).toBeVisible();
  // The count, the slip and the next day are other tests' business.
  const begun = await send(page, '/counts', { drawerId: 1 });
  const chequeIds = begun.cheques.map(({ id }: { id: number }) => id);
  const closed = { count: { 5000: 3 }, chequeIds, note: '' };
  await send(page, `/counts/${begun.sessionId}/close`, closed);
  const { items } = await (await page.request.get('/api/safe')).json();
  await send(page, '/slips', {
    bankAccountId: 1,
    bankTotalMinor: 196_00,
    bankReference: '',
    items: items.map((item: any) => ({ safeItemId: item.id, amountMinor: item.leftMinor })),
  });
  await shop.setNow('2026-03-05T16:00:00Z');
  await signIn(page, 'osric');
  const csv = await shop.csv(0, [
    { date: '2026-03-02', amountMinor: 196_00, text: 'DEPOSIT', reference: 'D-1' },
    { date: '2026-03-05', amountMinor: -196_00, text: 'RETURNED ITEM' },
  ]);
  await page.goto('/bank/statement');
  await pickFile(page, 'Import a statement', file('st.csv', csv));
  await expect(page.getByText(/1 certain, 0 likely, 1 loose/)).toBeVisible();
  await page.goto('/loose-ends');
  await button(page, 'Say what it is').click();
  await button(page, 'Returned cheque').click();
  await button(page, /^Cheque 104 of Harbour trust/).click();
  await page.getByLabel('Fee for the customer').fill('20.00');
  await page.getByLabel('What the bank says').fill('Not sufficient funds');
  await button(page, 'It was returned').click();
  await expect(page.getByText(/the bank returned cheque 104 of Harbour trust/)).toBeVisible();
  await page.goto('/loose-ends');
  await expect(page.getByText(/A cheque of Harbour trust was returned/)).toBeVisible();
  await accountPage(page, /Harbour/);
  await expect(page.getByText('Cheque returned Thu 5 Mar')).toBeVisible();
  await expect(page.getByText('220.00').first()).toBeVisible();

  await shop.setNow('2026-05-04T16:00:00Z');
  await signIn(page, 'osric');
  await deskWork(page, 'Late charges');
  await page.getByLabel('Late charge of Harbour trust').fill('3.01');
  await button(page, 'Post 1 late charge, 3.01').click();
  await expect(page.getByText('F-1: 1 late charge of 3.01 is posted.')).toBeVisible();
  await send(page, '/paper-head', await paperHead(page));
  await deskWork(page, 'Reminders');
  await expect(page.getByRole('checkbox', { name: /Harbour trust/ })).toContainText('Step 1');
  await button(page, 'Mail 1').click();
  await expect(page.getByText('1 statement is mailed.')).toBeVisible();
  const { mails } = await shop.outside();
  expect(mails.at(-1)).toContain('Subject: A friendly reminder from Saltmarrow Chandlery');
  expect(await shop.audit()).toEqual([]);
});

// One cheque for two accounts: 84.10 + 215.65 = 299.75 (common practice).
test('an office pays for its two branches by one cheque', async ({ page, shop }) => {
  await signIn(page, 'tamsin');
  const approval = { reason: 'Known for years' };
  const open = async (name: string, parentId: number | null) => {
    const holder = { name, kind: 'firm', phone: '', email: '', address: '' };
    const terms = { netDays: 30, endOfMonth: false, discountPercent: '0', discountDays: 0 };
    const account = {
      parentId,
      limitMinor: 500_00,
      groupLimitMinor: null,
      terms,
      graceDays: null,
      statementDay: 1,
      buyersOnly: false,
      buyers: [],
      departmentId: null,
      note: '',
      holdReason: null,
    };
    return (await send(page, '/accounts', { holder, account }, approval)).id as number;
  };
  const office = await open('Boatyard office', null);
  await open('East slipway', office);
  await open('West slipway', office);
  await charge(page, /East/, '84.10');
  await charge(page, /West/, '215.65');
  await accountPage(page, /^Boatyard office/);
  await expect(page.getByText('299.75')).toBeVisible();
  await button(page, 'Take a payment').click();
  await button(page, 'Add its 2 branches that owe').click();
  // A tick takes all that a charge gets away, and gives it again.
  const east = page.getByRole('checkbox', { name: /^R-1 · 84\.10/ });
  await east.click();
  await expect(east).not.toBeChecked();
  await expect(button(page, 'Pay 299.75')).toHaveAttribute('aria-disabled', 'true');
  await east.click();
  await button(page, 'Pay 299.75').click();
  await button(page, 'Cheque').click();
  await page.getByLabel('Number of the cheque').fill('12');
  await button(page, /^Take Cheque/).click();
  await expect(page.getByText('Paid on the account of East slipway')).toBeVisible();
  await expect(page.getByText('Paid on the account of West slipway')).toBeVisible();
  const begun = await send(page, '/counts', { drawerId: 1 });
  expect(begun.cheques).toMatchObject([{ number: '12', amountMinor: 299_75 }]);
  await accountPage(page, /^Boatyard office/);
  await expect(page.getByText('299.75')).toHaveCount(0);
  expect(await shop.audit()).toEqual([]);
});

test('accounts and what was open on them come from files, bad cells and sums marked first', async ({
  page,
  shop,
}) => {
  await signIn(page, 'osric');
  await page.goto('/accounts');
  await button(page, 'Import and export').click();
  const accounts = 'number,name,limit\nB-1,Boatyard,2000\nB-2,Slipway,-5\n';
  await pickFile(page, 'Import accounts', file('accounts.csv', accounts));
  await expect(page.getByText(/limit.*A limit is zero or more/)).toBeVisible();
  await button(page, 'Take the good row, leave 1 out').click();
  await approve(page, 'From the old books');
  await expect(page.getByText('1 account is opened.')).toBeVisible();
  const items = 'account,document,due,amount\nB-1,1001,2026-01-15,300\nB-1,77,,-20\n';
  await pickFile(page, 'Import open items', file('items.csv', items));
  const total = page.getByLabel('What the old books say');
  await total.fill('281.00');
  await expect(page.getByText(/It differs by −1\.00/)).toBeVisible();
  await expect(button(page, 'Take 2 rows')).toHaveAttribute('aria-disabled', 'true');
  await total.fill('280.00');
  await button(page, 'Take 2 rows').click();
  await approve(page, 'From the old books');
  await expect(page.getByText('2 items are brought in, 280.00 in all.')).toBeVisible();
  await accountPage(page, /Boatyard/);
  await expect(page.getByText('1001', { exact: true })).toBeVisible();
  await expect(page.getByText(/46 days late/)).toBeVisible();
  expect(await shop.audit()).toEqual([]);
});

/** The head of the shop's papers with an address that mail comes from. */
async function paperHead(page: any): Promise<object> {
  const head = await (await page.request.get('/api/paper-head')).json();
  const { hasLogo: _has, ...rest } = head;
  return { ...rest, email: 'till@saltmarrow.example' };
}
