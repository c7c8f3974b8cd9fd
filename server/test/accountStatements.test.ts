import { toDecimal } from '@abacist/core/money';
import { audit } from '../src/audit/audit';
import { walkAccounts } from './walks';
import {
  cash,
  ids,
  openShop,
  textOfPdf,
  type Ids,
  type Person,
  type TestShop,
} from './harness';

let shop: TestShop;
let id: Ids;
let osric: Person;
let chargeAccountId: number;
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  // Two charges of 100.00; 98.00 with 2.00 discount and 40.00 paid, the 40.00 taken back.
  await walkAccounts(shop);
  osric = await shop.as('osric');
  chargeAccountId = (await shop.one('SELECT id FROM charge_account')).id;
  await shop.pool.query(
    `UPDATE customer SET email = 'deck@gannet.example', address = 'Berth 4'`,
  );
});
afterAll(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
  await shop.close();
});

const OPEN = { kind: 'openItem', from: '2026-03-01', asOf: '2026-03-02' };
const make = (more: object = {}) =>
  osric.send('/account-statements', {
    ...OPEN,
    accountIds: [chargeAccountId],
    mail: false,
    ...more,
  });
/** The text of statements' paper as a tool of its own reads it (pdf.js). */
async function textOf(statementIds: readonly number[]): Promise<string> {
  const pdf = await shop.download(
    osric,
    `/account-statements/pdf?ids=${statementIds.join(',')}`,
  );
  return textOfPdf(pdf);
}
/** What the ledger says that the account owes at a date, as the paper writes it. */
const inLedger = async (date: string) => {
  const { total } = await shop.one(
    `SELECT SUM(l.amount_minor) AS total
     FROM entry_line l
     JOIN account a ON a.id = l.account_id AND a.role = 'chargeAccounts'
     JOIN entry e ON e.id = l.entry_id AND e.status = 'POSTED' AND e.date <= ?
     WHERE l.charge_account_id = ?`,
    [date, chargeAccountId],
  );
  return toDecimal(Number(total), 'CAD');
};

test('both kinds say the same, and what the ledger says', async () => {
  const open = (await make()).body.statementIds as number[];
  const forward = (await make({ kind: 'balanceForward' })).body.statementIds as number[];
  const text = await textOf([...open, ...forward]);
  const owed = await inLedger('2026-03-02');
  expect(owed).toBe('60.00');
  const [, first, second] = text.split(/^page \d+: .*$/m);
  for (const page of [first!, second!]) {
    expect(page).toMatch(new RegExp(`Owed in all\\s*${owed}`));
    // The name and the address by themselves: they show in the envelope’s window.
    expect(page).toMatch(/\nGannet\nBerth 4/);
    expect(page).not.toContain('Goods come back');
  }
  expect(first).toMatch(/R-2, bought on account 2 March 2026 1 April 2026\s*100\.00/);
  expect(first).toMatch(/Credits not allocated\s*−40\.00/);
  expect(second).toMatch(/R-1, discount 2 March 2026\s*−2\.00/);
  expect(second).toContain('Please send this part with your payment');
});

test('the receipt of a payment says what it paid, its discount, what is left over and the balance', async () => {
  const [payment] = await shop.all<{ saleId: number; entryId: number }>(
    `SELECT i.sale_id AS saleId, d.entry_id AS entryId FROM open_item i
     JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id
     WHERE i.kind = 'payment' ORDER BY i.id LIMIT 1`,
  );
  const issued = await osric.send('/papers', {
    kind: 'receipt',
    subject: 'sale',
    subjectId: payment!.saleId,
    format: 'page',
    how: 'pdf',
  });
  const text = textOfPdf(await shop.download(osric, `/papers/${issued.body.issueId}/pdf`));
  expect(text).toContain('R-1: 98.00 and 2.00 discount');
  expect(text).toContain('Not allocated: 40.00');
  const { balance } = await shop.one(
    `SELECT SUM(i.amount_minor) - (SELECT COALESCE(SUM(x.discount_minor), 0) FROM allocation x
         JOIN open_item c ON c.id = x.credit_item_id
         WHERE c.charge_account_id = ? AND x.sale_id <= ?) AS balance
     FROM open_item i WHERE i.charge_account_id = ? AND i.sale_id <= ?`,
    [chargeAccountId, payment!.saleId, chargeAccountId, payment!.saleId],
  );
  expect(text).toContain(
    `Balance of Gannet after it ${toDecimal(Number(balance), 'CAD').replace('-', '−')}`,
  );
});

test('sent again it has the figures that it had, whatever was posted meanwhile', async () => {
  const before = (await make()).body.statementIds;
  await osric.send('/sales', {
    drawerId: id.drawers['shop'],
    lines: [],
    extras: [
      {
        kind: 'accountPayment',
        chargeAccountId,
        amountMinor: 10_00,
        allocations: [],
        keepCredit: true,
        reason: '',
      },
    ],
    tenders: [cash(id, 10_00)],
  });
  expect(await inLedger('2026-03-02')).toBe('50.00');
  expect((await make()).body.statementIds).toEqual(before);
  expect(await textOf(before)).toMatch(/Owed in all\s*60\.00/);
  const later = await make({ from: '2026-03-02', kind: 'balanceForward' });
  expect(await textOf(later.body.statementIds)).toMatch(/Owed in all\s*50\.00/);
});

test('statements go out by mail in a job; what went to whom is kept', async () => {
  const asked = new URLSearchParams(OPEN);
  expect((await osric.get(`/account-statements/preview?${asked}`)).body.statements).toEqual([
    {
      chargeAccountId,
      name: 'Gannet',
      email: 'deck@gannet.example',
      balanceMinor: 50_00,
      overdueMinor: 0,
      // Its day is the first, and one was made on the second.
      due: false,
    },
  ]);
  const head = (await osric.get('/paper-head')).body;
  if (!head.email) {
    expect((await make({ mail: true })).body.refusals).toMatchObject([
      { code: 'mail.noSender' },
    ]);
  }
  await shop.pool.query(`UPDATE shop_paper SET email = 'till@saltmarrow.example'`);
  const { jobId } = (await make({ mail: true })).body;
  await shop.jobsEnded();
  expect((await osric.get(`/jobs/${jobId}`)).body).toMatchObject({
    status: 'done',
    done: 1,
    of: 1,
    result: { mailed: 1, withoutAddress: [], failed: [] },
  });
  const mail = shop.outside.mails.at(-1)!;
  expect(mail).toMatch(/^To: deck@gannet\.example/m);
  expect(mail).toContain('T-1.pdf');
  const { statements } = (await osric.get(`/accounts/${chargeAccountId}/statements`)).body;
  const first = statements.find(({ number }: { number: string }) => number === 'T-1');
  expect(first).toMatchObject({
    balanceMinor: 60_00,
    issues: [{ how: 'mail', sentTo: 'deck@gannet.example', by: 'Osric' }],
  });
  await osric.send('/account-statements/print', { statementIds: [first.id] });
  const after = (await osric.get(`/accounts/${chargeAccountId}/statements`)).body.statements;
  expect(after.at(-1).issues).toMatchObject([{ how: 'print' }, { how: 'mail' }]);
});

test('aging at any date adds up to the ledger, and goes out as CSV and as a workbook', async () => {
  shop.setNow('2026-05-10T15:00:00Z');
  osric = await shop.as('osric');
  const agingOn = async (date: string) => (await osric.get(`/aging?date=${date}`)).body;
  for (const date of ['2026-03-01', '2026-03-02', '2026-04-01', '2026-05-01', '2026-07-10']) {
    const { totals, rows } = await agingOn(date);
    expect(toDecimal(totals.balanceMinor, 'CAD')).toBe(
      date < '2026-03-02' ? '0.00' : await inLedger(date),
    );
    for (const { aging, balanceMinor } of rows) {
      const columns = Object.values(aging as Record<string, number>);
      expect(columns.reduce((sum, minor) => sum + minor, 0)).toBe(balanceMinor);
    }
  }
  // Due on 1 April: 100.00 is open, 50.00 of credits wait.
  expect((await agingOn('2026-04-01')).rows[0].aging).toMatchObject({
    current: 100_00,
    unallocated: -50_00,
  });
  expect((await agingOn('2026-05-10')).rows[0].aging).toMatchObject({ to60: 100_00 });
  const { items } = (await osric.get(`/accounts/${chargeAccountId}/items?date=2026-05-10`))
    .body;
  expect(items.map(({ leftMinor }: any) => leftMinor)).toEqual([-40_00, -10_00, 100_00]);

  const csv = await shop.download(osric, '/aging/export?date=2026-05-10&format=csv');
  expect(Buffer.from(csv).toString().replace(/C-\d+/, 'C-1')).toBe(
    'number,name,current,to30,to60,to90,over90,unallocated,balance\r\n' +
      'C-1,Gannet,0.00,0.00,100.00,0.00,0.00,-50.00,50.00\r\n',
  );
  const xlsx = await shop.download(osric, '/aging/export?date=2026-05-10&format=xlsx');
  // A workbook is a ZIP of its parts.
  expect(Buffer.from(xlsx.slice(0, 2)).toString()).toBe('PK');
  const fenella = await shop.as('fenella');
  expect((await fenella.get('/aging?date=2026-05-10')).status).toBe(403);
});

test.each<[string, object, string]>([
  ['a day that is not there yet', { asOf: '2026-07-09' }, 'statement.later'],
  ['no account that pays for itself', { accountIds: [999] }, 'statement.none'],
])('%s is refused', async (_, more, code) => {
  expect((await make(more)).body.refusals).toMatchObject([{ code }]);
});

test('after its statement day an account is due for one again', async () => {
  const due = async (asOf: string) => {
    const asked = new URLSearchParams({ ...OPEN, asOf });
    return (await osric.get(`/account-statements/preview?${asked}`)).body.statements[0].due;
  };
  expect([await due('2026-03-31'), await due('2026-04-01')]).toEqual([false, true]);
});

test('reminders rise by one step at a time, worded by the shop, and are kept as they went out', async () => {
  shop.setNow('2026-04-20T15:00:00Z');
  osric = await shop.as('osric');
  const reminders = async () => (await osric.get('/reminders')).body;
  const remind = (mail = false) =>
    osric.send('/reminders', { accountIds: [chargeAccountId], mail });
  expect((await reminders()).rows).toMatchObject([
    { chargeAccountId, name: 'Gannet', oldestDue: '2026-04-01', step: 1, last: null },
  ]);
  const { overdueMinor } = (await reminders()).rows[0];
  const steps = (await reminders()).steps.map(({ step: _step, ...one }: any) => one);
  const worded = (text: string) =>
    osric.send('/reminder-steps', { steps: [{ ...steps[0], text }, steps[1], steps[2]] });
  expect((await worded('Pay {{all}}')).body.refusals).toMatchObject([
    { code: 'reminder.word', at: 'steps.0.text', params: { word: 'all' } },
  ]);
  expect((await worded('Ahoy {{name}}, {{overdue}} is {{days}} days late.')).status).toBe(200);

  const { statementIds } = (await remind(true)).body;
  await shop.jobsEnded();
  const said = `Ahoy Gannet, ${toDecimal(overdueMinor, 'CAD')} is 19 days late.`;
  expect(await textOf(statementIds)).toContain(said);
  const mail = shop.outside.mails.at(-1)!;
  expect(mail).toContain('Subject: A friendly reminder from Saltmarrow Chandlery');
  // Again on that day it is the same paper; on the next the second step is not due yet.
  expect((await remind()).body.statementIds).toEqual(statementIds);
  shop.setNow('2026-04-21T15:00:00Z');
  osric = await shop.as('osric');
  expect((await reminders()).rows).toMatchObject([
    { step: null, last: { step: 1, date: '2026-04-20' } },
  ]);
  expect((await remind()).body.refusals).toMatchObject([{ code: 'reminder.notDue' }]);
  shop.setNow('2026-04-22T15:00:00Z');
  osric = await shop.as('osric');
  expect((await reminders()).rows[0]).toMatchObject({ step: 2 });
  const { statements } = (await osric.get(`/accounts/${chargeAccountId}/statements`)).body;
  expect(statements[0]).toMatchObject({ step: 1, asOf: '2026-04-20' });
});
