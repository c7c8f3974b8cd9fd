import { randomUUID } from 'node:crypto';
import {
  book,
  card,
  cash,
  ids,
  openShop,
  type Ids,
  type Person,
  type TestShop,
} from './harness';

let shop: TestShop;
let id: Ids;
let fenella: Person;
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  fenella = await shop.as('fenella');
});
afterAll(() => shop.close());

const sale = (amountMinor = 12_00) => ({
  drawerId: id.drawers['shop'],
  lines: [book(id, amountMinor)],
  tenders: [cash(id, amountMinor)],
});
const countSales = async () => (await shop.one('SELECT COUNT(*) AS n FROM sale')).n;

describe('idempotency', () => {
  test('a lost answer: the same key and content gives the stored answer, posted once', async () => {
    const key = randomUUID();
    const first = await fenella.send('/sales', sale(), { key });
    const before = await countSales();
    const again = await fenella.send('/sales', sale(), { key });
    expect(again.body).toEqual(first.body);
    expect(await countSales()).toBe(before);
  });

  test('an edited retry is told what is posted', async () => {
    const key = randomUUID();
    const first = await fenella.send('/sales', sale(), { key });
    expect(await fenella.send('/sales', sale(13_00), { key })).toMatchObject({
      status: 409,
      body: {
        error: 'alreadyPosted',
        refusals: [{ code: 'command.alreadyPosted', params: { number: first.body.number } }],
      },
    });
  });

  test('sent twenty times at once, it is posted once', async () => {
    const key = randomUUID();
    const before = await countSales();
    const answers = await Promise.all(
      Array.from({ length: 20 }, () => fenella.send('/sales', sale(), { key })),
    );
    expect(new Set(answers.map(({ body }) => body.number)).size).toBe(1);
    expect(await countSales()).toBe(before + 1);
  });

  test('a refusal is not stored: the same key goes through with the approval', async () => {
    const { body: sold } = await fenella.send('/sales', sale());
    const key = randomUUID();
    const path = `/sales/${sold.saleId}/void`;
    expect(await fenella.send(path, {}, { key })).toMatchObject({
      status: 409,
      body: { error: 'approvalNeeded', rules: [{ code: 'rule.void' }] },
    });
    const tamsin = (await shop.one(`SELECT id FROM user WHERE username = 'tamsin'`)).id;
    const approval = { approverId: tamsin, pin: '864286', reason: 'Rung twice' };
    const voided = await fenella.send(path, {}, { key, approval });
    expect(voided.status).toBe(200);
    expect((await fenella.send(path, {}, { key, approval })).body).toEqual(voided.body);
    const detail = await fenella.get(`/sales/${sold.saleId}`);
    expect(detail.body).toMatchObject({ status: 'void', voidReason: 'Rung twice' });
  });

  test('someone else’s key is not answered with his document', async () => {
    const key = randomUUID();
    await fenella.send('/sales', sale(), { key });
    const osric = await shop.as('osric');
    expect((await osric.send('/sales', sale(), { key })).status).toBe(409);
  });
});

describe('numbers and parallel sales', () => {
  test('forty sales at once from two drawers: gapless numbers, balanced books', async () => {
    const answers = await Promise.all(
      Array.from({ length: 40 }, (_, i) =>
        fenella.send('/sales', {
          ...sale(10_00 + i),
          drawerId: id.drawers[i % 2 ? 'shop' : 'hatch'],
          tenders: [card(id, 10_00 + i)],
        }),
      ),
    );
    expect(answers.map(({ status }) => status)).toEqual(Array(40).fill(200));
    const { n, top } = await shop.one(
      `SELECT COUNT(*) AS n, MAX(number) AS top FROM document WHERE series = 'R'`,
    );
    expect(n).toBe(top);
  });
});

describe('approval', () => {
  test.each([
    ['a wrong PIN', 'tamsin', '000000', 'approval.pin'],
    ['a role that is too low', 'osric', '246824', 'approval.role'],
  ])('%s does not approve', async (_, username, pin, code) => {
    const { body: sold } = await fenella.send('/sales', sale());
    const approverId = (await shop.one('SELECT id FROM user WHERE username = ?', [username]))
      .id;
    const approval = { approverId, pin, reason: 'because' };
    if (code === 'approval.pin') {
      const checked = await fenella.raw('POST', '/approvals/check', {
        ...approval,
        rules: [],
      });
      expect(checked).toMatchObject({ status: 409, body: { refusals: [{ code }] } });
    }
    const answer = await fenella.send(`/sales/${sold.saleId}/void`, {}, { approval });
    expect(answer).toMatchObject({ status: 409, body: { refusals: [{ code }] } });
  });

  test('a manager approves herself with a reason; a clerk does not', async () => {
    const tamsin = await shop.as('tamsin');
    const { body: sold } = await fenella.send('/sales', sale());
    const approval = { reason: 'Wrong customer' };
    expect((await fenella.send(`/sales/${sold.saleId}/void`, {}, { approval })).status).toBe(
      409,
    );
    expect((await tamsin.send(`/sales/${sold.saleId}/void`, {}, { approval })).status).toBe(
      200,
    );
    const again = await tamsin.send(`/sales/${sold.saleId}/void`, {}, { approval });
    expect(again.body.refusals).toMatchObject([{ code: 'void.already' }]);
  });
});

describe('the door', () => {
  test('nobody reads or writes without signing in; a clerk has no way to the bank', async () => {
    const anonymous = await fetch(`${shop.address}/api/days`);
    expect(anonymous.status).toBe(401);
    for (const path of ['/safe', '/cards', '/statement', '/journal', '/trial-balance']) {
      expect((await fenella.get(path)).status).toBe(403);
    }
  });

  test('who is switched off is out at once, with his session still running', async () => {
    const osric = await shop.as('osric');
    expect((await osric.get('/safe')).status).toBe(200);
    const active = (on: boolean) =>
      shop.pool.query(`UPDATE user SET active = ? WHERE username = 'osric'`, [on]);
    await active(false);
    expect((await osric.get('/safe')).status).toBe(401);
    const before = await countSales();
    expect((await osric.send('/sales', sale())).status).toBe(401);
    expect(await countSales()).toBe(before);
    await active(true);
    expect((await osric.send('/sales', sale())).status).toBe(200);
  });

  test('who signs out is out at once, though his session was read a moment before', async () => {
    const tamsin = await shop.as('tamsin');
    expect((await tamsin.get('/safe')).status).toBe(200);
    expect((await tamsin.raw('DELETE', '/session', undefined)).status).toBeLessThan(300);
    expect((await tamsin.get('/safe')).status).toBe(401);
  });

  test('cookies are httpOnly and SameSite; a write from another site is refused', async () => {
    const response = await fetch(`${shop.address}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ username: 'fenella', password: 'rope and tar' }),
    });
    for (const one of response.headers.getSetCookie()) {
      expect(one).toMatch(/HttpOnly.*SameSite=Strict/);
    }
    expect(response.headers.get('permissions-policy')).toContain('camera=(self)');
    expect(response.headers.get('content-security-policy')).toContain("default-src 'self'");
    const cross = await fenella.raw('POST', '/sales', {}, { 'Sec-Fetch-Site': 'cross-site' });
    expect(cross.status).toBe(403);
  });

  test.each([
    ['an unknown key', { ...{ extra: 1 } }, 'input.object.unknown', 'extra'],
    [
      'half a cent',
      { lines: [{ departmentId: 1, amountMinor: 10.5 }] },
      'input.number.integer',
      'lines.0.amountMinor',
    ],
    [
      'an amount as text',
      { lines: [{ departmentId: 1, amountMinor: '1050' }] },
      'input.number.base',
      'lines.0.amountMinor',
    ],
    [
      'a full card number',
      {
        tenders: [
          {
            kind: 'card',
            tenderId: 2,
            amountMinor: 5,
            lastFour: '1111',
            reference: '4111-1111-1111-1111',
          },
        ],
      },
      'text.cardNumber',
      'tenders.0.reference',
    ],
  ])('%s is refused where it stands', async (_, change, code, at) => {
    const before = await countSales();
    const { status, body } = await fenella.send('/sales', { ...sale(), ...change });
    expect(status).toBe(422);
    expect(body.refusals).toContainEqual(expect.objectContaining({ code, at }));
    expect(await countSales()).toBe(before);
  });
});
