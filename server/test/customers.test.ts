import { card, cash, ids, openShop, type Ids, type Person, type TestShop } from './harness';

let shop: TestShop;
let id: Ids;
let fenella: Person;
let osric: Person;
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  fenella = await shop.as('fenella');
  osric = await shop.as('osric');
});
afterAll(() => shop.close());

const harbourTrust = {
  number: '',
  name: 'Wrack Haven Harbour Trust',
  kind: 'firm',
  phone: '902 555-0147',
  email: 'office@trust.example',
  address: '1 Quay',
  priceKind: 'byKind',
  taxCodeId: null,
  exemption: { certificate: 'EX-77', until: '2026-03-31' },
  active: true,
};
const rope = () => ({ departmentId: id.departments['rope'], amountMinor: 100_00 });
const ticket = (more: object, totalMinor: number) => ({
  drawerId: id.drawers['shop'],
  lines: [rope()],
  tenders: [card(id, totalMinor)],
  ...more,
});

describe('customers', () => {
  test('are found by a part of number, name, phone or e-mail; an exempt one pays no tax until the day', async () => {
    const saved = (await osric.send('/customers', harbourTrust)).body;
    for (const text of ['trust', 'HÁRBOUR wrack', '5550147', 'trust.example', 'c-1 trust']) {
      const { customers } = (await fenella.get(`/customers?text=${encodeURIComponent(text)}`))
        .body;
      expect(customers).toMatchObject([{ id: saved.id, exemption: { certificate: 'EX-77' } }]);
    }
    const customer = { id: saved.id };
    shop.setNow('2026-03-31T15:00:00Z');
    const sold = await fenella.send('/sales', ticket({ customer }, 100_00));
    const paper = (await fenella.get(`/sales/${sold.body.saleId}`)).body;
    expect(paper).toMatchObject({
      customerName: 'Wrack Haven Harbour Trust',
      exemptCertificate: 'EX-77',
      taxMinor: 0,
      pricesIncludeTax: false,
    });
    shop.setNow('2026-04-01T15:00:00Z');
    const taxed = await fenella.send('/sales', ticket({ customer }, 100_00));
    expect(taxed.body.refusals).toMatchObject([{ code: 'tender.short' }]);
    expect((await fenella.send('/sales', ticket({ customer }, 106_25))).status).toBe(200);
    const found = (await fenella.get('/sales/find?text=harbour%20trust')).body.sales;
    expect(found).toHaveLength(2);
  });

  test('a change from an old page is refused; one who left the list buys no more by it', async () => {
    const [kept] = (await fenella.get('/customers?text=trust')).body.customers;
    const path = `/customers/${kept.id}`;
    const off = { ...harbourTrust, active: false };
    expect((await fenella.send(path, { ...off, version: 1 })).body).toMatchObject({
      version: 2,
    });
    expect((await fenella.send(path, { ...off, version: 1 })).body.refusals).toMatchObject([
      { code: 'customer.changed' },
    ]);
    const sale = await fenella.send('/sales', ticket({ customer: { id: kept.id } }, 106_25));
    expect(sale.body.refusals).toMatchObject([{ code: 'customer.unknown' }]);
  });

  test('a number of the shop’s own is taken once', async () => {
    const chandler = { ...harbourTrust, name: 'Chandler', number: 'K-104' };
    const saved = (await osric.send('/customers', chandler)).body;
    expect(saved).toMatchObject({ number: 'K-104', version: 1 });
    expect((await fenella.get('/customers?text=k-104')).body.customers).toHaveLength(1);
    const again = await osric.send('/customers', { ...chandler, number: 'k-104' });
    expect(again.status).toBe(422);
    expect(again.body.refusals).toMatchObject([
      { code: 'customer.numberTaken', at: 'number' },
    ]);
    const kept = { ...chandler, number: '', version: 1 };
    expect((await fenella.send(`/customers/${saved.id}`, kept)).body.number).toBe(
      `C-${saved.id}`,
    );
    expect(
      await shop.one('SELECT COUNT(*) AS n FROM customer WHERE name = ?', ['Chandler']),
    ).toEqual({ n: 1 });
  });

  test('the longest that may be typed is kept and found', async () => {
    const longest = {
      ...harbourTrust,
      // A ligature is three letters when it is written plain.
      name: '\uFB03'.repeat(120),
      phone: '9'.repeat(40),
      email: `${'e'.repeat(112)}@x.test`,
      number: 'N'.repeat(20),
    };
    expect((await osric.send('/customers', longest)).status).toBe(200);
    const { customers } = (await fenella.get(`/customers?text=${'n'.repeat(20)}`)).body;
    expect(customers).toMatchObject([{ number: longest.number }]);
  });

  test('a name typed once, prices with tax by the document, and who sold it stand on the paper', async () => {
    const tamsin = (await fenella.get('/counter')).body.salespeople.find(
      ({ name }: { name: string }) => name === 'Tamsin',
    );
    const sold = await fenella.send(
      '/sales',
      ticket(
        {
          customer: { name: 'Bo of the Gannet' },
          pricesIncludeTax: true,
          salespersonId: tamsin.id,
          tenders: [cash(id, 100_00)],
        },
        0,
      ),
    );
    const paper = (await fenella.get(`/sales/${sold.body.saleId}`)).body;
    // 100.00 with 6.25 % in it: 94.12 + 5.88; derived.
    expect(paper).toMatchObject({
      customerId: null,
      customerName: 'Bo of the Gannet',
      netMinor: 94_12,
      taxMinor: 5_88,
      soldBy: 'Tamsin',
      by: 'Fenella',
    });
    const lines = await shop.admin.query(
      'SELECT salesperson_id AS id, COUNT(*) AS n FROM entry_line WHERE entry_id = ? GROUP BY 1',
      [paper.entryId],
    );
    expect(lines[0]).toEqual(
      expect.arrayContaining([expect.objectContaining({ id: tamsin.id, n: '1' })]),
    );
    const number = await fenella.send(
      '/sales',
      ticket({ customer: { name: '4111 1111 1111 1111' } }, 106_25),
    );
    expect(number.body.refusals).toMatchObject([
      { code: 'text.cardNumber', at: 'customer.name' },
    ]);
  });
});

test('a colleague takes over by PIN; a wrong one is counted and changes nobody', async () => {
  const { colleagues } = (await osric.get('/session')).body;
  const tamsin = colleagues.find(({ name }: { name: string }) => name === 'Tamsin');
  const device = await shop.as('fenella');
  const wrong = await device.raw('POST', '/session/switch', {
    personId: tamsin.id,
    pin: '000000',
  });
  expect(wrong.body.refusals).toMatchObject([{ code: 'people.pin' }]);
  expect((await device.get('/session')).body.person.name).toBe('Fenella');
  const after = await device.raw('POST', '/session/switch', {
    personId: tamsin.id,
    pin: '864286',
  });
  expect(after.body.person).toMatchObject({ name: 'Tamsin', role: 'manager' });
  const nobody = await fetch(`${shop.address}/api/session/switch`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ personId: tamsin.id, pin: '864286' }),
  });
  expect(nobody.status).toBe(401);
});
