import { audit } from '../src/audit/audit';
import { base64, openShop, type TestShop } from './harness';
import { approval, codes, regularsOf } from './regulars';

let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
});
afterEach(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const send = (what: string, csv: string[], more: object = {}, options = {}) =>
  regulars.osric().send(
    `/account-files/${what}`,
    {
      name: 'old books.csv',
      contentBase64: base64(csv.join('\n')),
      goodRowsOnly: false,
      ...more,
    },
    options,
  );
const check = (what: string, csv: string[]) =>
  regulars.osric().raw('POST', `/account-files/${what}/check`, {
    name: 'old books.csv',
    contentBase64: base64(csv.join('\n')),
  });
const accounts = async () => (await regulars.osric().get('/accounts')).body.accounts;

const ACCOUNTS = [
  'number,name,paid_by,limit,net_days,buyers',
  'B-2,Slipway,B-1,500,30,Sue; Joss',
  'B-1,Boatyard,,2000,30,',
  'B-3,Bad limit,,-5,30,',
];
const ITEMS = [
  'account,document,issued,due,amount,reference',
  'B-1,1001,2025-12-16,2026-01-15,300.00,PO 9',
  'B-2,1002,,2026-03-20,120.50,',
  'B-1,77,,,-20.00,',
];

test('accounts come from a file by one manager’s word, good rows only by consent', async () => {
  expect((await check('accounts', ACCOUNTS)).body).toMatchObject({
    added: 2,
    bad: 1,
    rows: [
      { row: 4, status: 'bad', wrong: [{ code: 'account.limitBelowZero', at: 'limit' }] },
      { number: 'B-2', label: 'Slipway', amountMinor: 500_00 },
      { number: 'B-1' },
    ],
  });
  expect((await send('accounts', ACCOUNTS)).body.refusals).toMatchObject([
    { code: 'accountFile.badRows', params: { count: 1, row: 4 } },
  ]);
  const good = { goodRowsOnly: true };
  expect(codes(await send('accounts', ACCOUNTS, good))).toEqual(['rule.accountsImported']);
  expect(await accounts()).toEqual([]);
  const taken = await send('accounts', ACCOUNTS, good, { approval });
  expect(taken.body).toMatchObject({ added: 2, bad: 1 });
  expect(await accounts()).toMatchObject([
    { name: 'Boatyard', number: 'B-1', limitMinor: 2000_00 },
    { name: 'Slipway', number: 'B-2', parentName: 'Boatyard' },
  ]);
  // Its own export changes nothing.
  const { text } = (await regulars.osric().get('/account-files/accounts')).body;
  expect(text).toContain('B-2,Slipway,firm,,,,B-1,500.00,,30,no,0,0,,1,Joss; Sue,');
  expect((await check('accounts', [text])).body).toMatchObject({ added: 0, same: 2, bad: 0 });
});

test('open items come in when they agree with the old books, each once', async () => {
  expect((await check('open-items', ITEMS)).body).toMatchObject({
    added: 3,
    totalMinor: 400_50,
  });
  const wrong = await send('open-items', ITEMS, { totalMinor: 400_00 }, { approval });
  expect(wrong.body.refusals).toMatchObject([
    { code: 'openItems.totalDiffers', params: { foundMinor: 400_50, differenceMinor: 50 } },
  ]);
  const total = { totalMinor: 400_50 };
  expect(codes(await send('open-items', ITEMS, total))).toEqual(['rule.openItemsImported']);
  expect((await send('open-items', ITEMS, total, { approval })).body).toMatchObject({
    added: 3,
  });
  const [boatyard, slipway] = await accounts();
  expect(boatyard).toMatchObject({ balanceMinor: 280_00, overdueMinor: 280_00 });
  expect(slipway).toMatchObject({ balanceMinor: 120_50, overdueMinor: 0 });
  const { items } = await regulars.page(boatyard.id);
  expect(items).toMatchObject([
    // It keeps the day of its invoice.
    { kind: 'opening', number: '1001', date: '2025-12-16', dueDate: '2026-01-15' },
    { kind: 'openingCredit', number: '77', leftMinor: -20_00 },
  ]);
  const [entry] = (await regulars.osric().get('/journal?account=openingBalance')).body.entries;
  expect(entry).toMatchObject({ memo: 'old books.csv' });
  const again = await send('open-items', ITEMS, total, { approval });
  expect(again.body.refusals).toMatchObject([{ code: 'accountFile.badRows' }]);
  const { text } = (await regulars.osric().get('/account-files/open-items')).body;
  expect(text.trim().split('\r\n').slice(1)).toEqual([
    'B-1,1001,2025-12-16,2026-01-15,300.00,PO 9',
    'B-1,77,,,-20.00,',
    'B-2,1002,,2026-03-20,120.50,',
  ]);
});

test('what was brought in by mistake is withdrawn, a charge and a credit', async () => {
  const [boatyard] = await accounts();
  const { items } = await regulars.page(boatyard.id);
  for (const { id } of items) {
    const gone = await regulars.osric().send(`/open-items/${id}/withdraw`, {
      reason: 'Was paid in the old books',
    });
    expect(gone.status).toBe(200);
  }
  expect(await regulars.page(boatyard.id)).toMatchObject({ balanceMinor: 0, items: [] });
  const balance = (await regulars.osric().get('/trial-balance')).body.accounts;
  expect(balance.find(({ role }: any) => role === 'openingBalance')).toMatchObject({
    creditMinor: expect.any(Number),
  });
});
