import { randomUUID } from 'node:crypto';
import { request as ask } from 'node:http';
import { mayAs, type Role } from '@abacist/core/people';
import { RIGHTS } from '@abacist/contracts/rights';
import { watchClock } from '../src/ledger/clock';
import { tidy } from '../src/housekeeping';
import { importStatement, statementOf } from './day';
import { base64, book, card, cash, ids, openShop, type Ids, type TestShop } from './harness';

/* Nobody gets in who may not, nobody's file or body costs others much, nobody is locked out. */
let shop: TestShop;
let id: Ids;
beforeAll(async () => {
  shop = await openShop({ idleMinutes: 60 });
  id = await ids(shop);
});
afterEach(async () => {
  await shop.pool.query('DELETE FROM rate_limit');
  await shop.jobsEnded();
});
afterAll(() => shop.close());

const signIn = (username: string, password: string, cookie = '') =>
  fetch(`${shop.address}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', cookie },
    body: JSON.stringify({ username, password }),
  });
const codesOf = async (response: Response) =>
  (await response.json()).refusals.map(({ code }: { code: string }) => code);
const sale = (amountMinor = 12_00) => ({
  drawerId: id.drawers['shop'],
  lines: [book(id, amountMinor)],
  tenders: [cash(id, amountMinor)],
});

describe('who may what', () => {
  const PEOPLE = { clerk: 'fenella', bookkeeper: 'osric', manager: 'tamsin' } as const;

  test.each(Object.keys(PEOPLE) as Role[])('a %s', async (role) => {
    const person = await shop.as(PEOPLE[role]);
    for (const [right, needed] of Object.entries(RIGHTS)) {
      const [method, pattern] = right.split(' ') as [string, string];
      const path = pattern
        .replace(':date', '2026-03-02')
        .replace(':key', 'cash')
        .replace(':id', '999999');
      const headers = { 'Idempotency-Key': randomUUID() };
      const response = await fetch(`${shop.address}/api${path}`, {
        method,
        headers: { cookie: person.cookie, 'Content-Type': 'application/json', ...headers },
        // Nothing that a schema takes: who may is refused for that, who may not before it.
        ...(method === 'POST' && { body: '{"command":{"nothing":1}}' }),
      });
      const { status } = response;
      await response.arrayBuffer();
      const may = mayAs(role, needed);
      expect({ right, role, refused: status === 403 }).toEqual({ right, role, refused: !may });
      expect({ right, status: status >= 500 || status === 401 }).toEqual({
        right,
        status: false,
      });
    }
  });

  test('nobody who is not signed in gets anywhere, nor learns what there is', async () => {
    for (const right of [...Object.keys(RIGHTS), 'GET /nothing-of-ours']) {
      const [method, path] = right.split(' ') as [string, string];
      const response = await fetch(`${shop.address}/api${path}`, { method });
      expect({ right, status: response.status }).toEqual({ right, status: 401 });
    }
  });

  test('a clerk sees no loose end that only others can mend; an exemption asks', async () => {
    const osric = await shop.as('osric');
    const unknown = { date: '2026-03-02', amountMinor: 7_00, text: 'Nobody knows' };
    await importStatement(osric, statementOf(100_00, unknown));
    await shop.jobsEnded();
    const fenella = await shop.as('fenella');
    const codes = async (who: typeof osric) =>
      (await who.get('/loose-ends')).body.ends.map(({ code }: { code: string }) => code);
    expect(await codes(osric)).toContain('lineUnknown');
    expect(await codes(fenella)).not.toContain('lineUnknown');
    const customer = {
      name: 'Reef museum',
      number: '',
      kind: 'firm',
      phone: '',
      email: '',
      address: '',
      priceKind: 'byKind',
      taxCodeId: null,
      exemption: { certificate: 'X-1', until: '2027-01-01' },
      active: true,
    };
    const asked = await fenella.send('/customers', customer);
    expect(asked.body.rules ?? asked.body).toMatchObject([{ code: 'rule.taxExemption' }]);
    expect((await osric.send('/customers', customer)).status).toBe(200);
  });

  test('a blind count is blind on frame, sheet and trail, and for the clerk alone', async () => {
    const fenella = await shop.as('fenella');
    const osric = await shop.as('osric');
    await fenella.send('/sales', sale());
    await fenella.send('/sales', { ...sale(), tenders: [card(id, 12_00)] });
    await shop.admin.query('UPDATE shop SET blind_count = TRUE');
    const day = '2026-03-02';
    const rod = async (who: typeof osric) =>
      (await who.get('/days')).body.rods.find((one: any) => one.date === day);
    const keys = (list: any[]) => list.map(({ key }) => key);
    expect(await rod(fenella)).toMatchObject({ takenMinor: null });
    expect(keys((await rod(fenella)).beads)).toEqual(['card 1 Meridian']);
    const sheet = (await fenella.get(`/days/${day}`)).body;
    expect(sheet.takenMinor).toBeNull();
    expect(keys(sheet.tenders)).toEqual(['card 1 Meridian']);
    const trail = await fenella.get(`/trail/beads/${day}/cash`);
    expect(trail.body.refusals).toMatchObject([{ code: 'trail.blind' }]);
    expect((await rod(osric)).takenMinor).toBe(24_00);
    expect((await osric.get(`/trail/beads/${day}/cash`)).status).toBe(200);
    await shop.admin.query('UPDATE shop SET blind_count = FALSE');
  });
});

describe('signing in', () => {
  test('names that no person has never reach the database', async () => {
    for (const username of ["x' OR 1=1 --", 'osric\u0000', '../osric', '＜script＞', '']) {
      expect((await signIn(username, 'x')).status).toBe(422);
    }
  });

  test('the wait grows; a stranger locks nobody out of a device of his own', async () => {
    const own = (await shop.as('osric')).cookie;
    const device = own.split('; ').find((one) => one.startsWith('abacist-device='))!;
    const waits: number[] = [];
    for (let i = 0; i < 5; i += 1) expect((await signIn('osric', 'wrong')).status).toBe(401);
    for (let round = 0; round < 2; round += 1) {
      const blocked = await signIn('osric', 'wrong');
      expect(blocked.status).toBe(429);
      waits.push((await blocked.json()).refusals[0].params.waitSeconds);
      // The wait is over, and the tries go on.
      await shop.pool.query(`DELETE FROM rate_limit WHERE \`key\` LIKE 'try:sign-in%'`);
      for (let i = 0; i < 5; i += 1) await signIn('osric', 'wrong');
    }
    expect(waits[1]).toBeGreaterThan(waits[0]!);
    expect((await signIn('osric', 'ink and sand')).status).toBe(429);
    expect((await signIn('osric', 'ink and sand', device)).status).toBe(200);
    await shop.pool.query('DELETE FROM rate_limit');
    const tamsin = await shop.as('tamsin');
    const { tries } = (await tamsin.get('/failed-tries')).body;
    expect(tries.length).toBeGreaterThan(5);
    expect(tries[0]).toMatchObject({ kind: 'password', name: 'Osric' });
  });

  test('tries at a PIN count by who stands there: another one still may', async () => {
    const [fenella, osric, tamsin] = [
      await shop.as('fenella'),
      await shop.as('osric'),
      (await shop.one(`SELECT id FROM user WHERE username = 'tamsin'`)).id,
    ];
    const { body } = await fenella.send('/sales', sale());
    const voiding = (who: typeof osric, pin: string) =>
      who.send(
        `/sales/${body.saleId}/void`,
        {},
        { approval: { approverId: tamsin, pin, reason: 'Rung twice' } },
      );
    for (let i = 0; i < 5; i += 1) await voiding(fenella, '000000');
    expect((await voiding(fenella, '864286')).status).toBe(429);
    // Both drawers come from one address; the other one is another device.
    expect((await voiding(osric, '864286')).status).toBe(200);
    // Another person at the locked device has to wait there too.
    const device = /abacist-device=\w+/.exec(fenella.cookie)![0];
    const switched = await fetch(`${shop.address}/api/session/switch`, {
      method: 'POST',
      headers: {
        'Content-Type': 'application/json',
        cookie: `${/abacist=[^;]+/.exec(osric.cookie)![0]}; ${device}`,
      },
      body: JSON.stringify({ personId: tamsin, pin: '864286' }),
    });
    expect(switched.status).toBe(429);
  });

  test('a session ends after an idle hour, and when role or password is another', async () => {
    const osric = await shop.as('osric');
    shop.setNow('2026-03-02T16:50:00Z');
    expect((await osric.get('/safe')).status).toBe(200);
    shop.setNow('2026-03-02T17:45:00Z');
    expect((await osric.get('/safe')).status).toBe(200);
    // What a till asks by itself, with nobody before it, keeps no session alive.
    shop.setNow('2026-03-02T18:30:00Z');
    const alone = { 'X-Unattended': '1' };
    expect((await osric.raw('GET', '/counter', undefined, alone)).status).toBe(200);
    shop.setNow('2026-03-02T18:46:00Z');
    expect((await osric.get('/safe')).status).toBe(401);
    const again = await shop.as('osric');
    await shop.admin.query(`UPDATE user SET role = 'clerk' WHERE username = 'osric'`);
    expect((await again.get('/days')).status).toBe(401);
    await shop.admin.query(`UPDATE user SET role = 'bookkeeper' WHERE username = 'osric'`);
    expect((await again.get('/days')).status).toBe(401);
    shop.setNow('2026-03-02T16:00:00Z');
  });
});

describe('what comes over the wire', () => {
  test('a body of nobody’s is not read; a large one is only taken where files go', async () => {
    const huge = JSON.stringify({ command: { text: 'x'.repeat(300_000) } });
    const send = (path: string, cookie = '') =>
      fetch(`${shop.address}/api${path}`, {
        method: 'POST',
        headers: {
          'Content-Type': 'application/json',
          cookie,
          'Idempotency-Key': randomUUID(),
        },
        body: huge,
      });
    expect((await send('/sales')).status).toBe(401);
    const { cookie } = await shop.as('osric');
    expect((await send('/sales', cookie)).status).toBe(413);
    expect((await send('/statements', cookie)).status).toBe(422);
  });

  test.each<[string, object, string, number]>([
    [
      'a charset that nobody has',
      { 'Content-Type': 'application/json; charset=x-y' },
      '{}',
      415,
    ],
    ['broken gzip', { 'Content-Encoding': 'gzip' }, 'no gzip', 400],
    ['broken JSON', {}, '{"command":', 400],
    ['JSON that is very deep', {}, '['.repeat(60_000), 400],
    ['a prototype', {}, '{"command":{"__proto__":{"role":"manager"}}}', 422],
  ])('%s is the sender’s mistake, not ours', async (_, headers, body, status) => {
    const { cookie } = await shop.as('fenella');
    const response = await fetch(`${shop.address}/api/sales`, {
      method: 'POST',
      headers: {
        'Content-Type': 'application/json',
        'Idempotency-Key': randomUUID(),
        cookie,
        ...headers,
      },
      body,
    });
    expect(response.status).toBe(status);
  });

  test('a path that cannot be read is 400', async () => {
    const { cookie } = await shop.as('fenella');
    const { port } = new URL(shop.address);
    const status = await new Promise((resolve, reject) =>
      ask({ port, path: '/api/sales/%E0%A4%A', headers: { cookie } }, (answer) =>
        resolve(answer.statusCode),
      )
        .on('error', reject)
        .end(),
    );
    expect(status).toBe(400);
  });

  test('an approval is of what was seen: other figures are asked about again', async () => {
    const tamsin = await shop.as('tamsin');
    const { body } = await tamsin.send('/sales', sale(50_00));
    const returned = {
      saleId: body.saleId,
      lines: [{ position: 1, quantity: '1' }],
      reason: 'faulty',
      condition: 'asNew',
    };
    await shop.admin.query('UPDATE counter_rule SET approval_above_minor = 1000');
    const command = {
      drawerId: id.drawers['shop'],
      lines: [],
      tenders: [],
      returned,
      refunds: [{ kind: 'cash', tenderId: id.tenders['cash'], amountMinor: 50_00 }],
    };
    const approve = (rules: object[]) =>
      tamsin.raw(
        'POST',
        '/sales',
        { command, approval: { reason: 'As agreed', rules } },
        { 'Idempotency-Key': randomUUID() },
      );
    const rule = {
      code: 'rule.returnAbove',
      params: { returnedMinor: 40_00, allowedMinor: 10_00 },
    };
    expect(await approve([rule])).toMatchObject({
      status: 409,
      body: { refusals: [{ code: 'approval.changed' }] },
    });
    expect((await approve([])).status).toBe(409);
    const seen = { ...rule, params: { ...rule.params, returnedMinor: 50_00 } };
    expect((await approve([seen])).status).toBe(200);
    await shop.admin.query('UPDATE counter_rule SET approval_above_minor = NULL');
  });

  test('a card number is refused in whatever is put aside, and as the name of a file', async () => {
    const { send } = await shop.as('osric');
    const parked = (note: string) =>
      send('/parked', { label: 'Bo', ticket: { lines: [{ note }] }, totalMinor: 1 });
    expect((await parked('4111.1111.1111.1111')).body.refusals).toMatchObject([
      { code: 'text.cardNumber', at: 'ticket' },
    ]);
    expect((await parked('Bo pays later')).status).toBe(200);
    const file = { name: '٤١١١١١١١١١١١١١١١.csv', contentBase64: base64('x') };
    expect((await send('/statements', file)).body.refusals).toMatchObject([
      { code: 'text.cardNumber', at: 'name' },
    ]);
    const park = await send('/parked', { label: 'a\u0007b', ticket: {}, totalMinor: 1 });
    expect(park.body.refusals).toMatchObject([{ code: 'text.control', at: 'label' }]);
  });
});

test('a command whose answer was lost is found by its key, or its key is burned for good', async () => {
  const [fenella, osric] = [await shop.as('fenella'), await shop.as('osric')];
  const [kept, never, atOnce] = [randomUUID(), randomUUID(), randomUUID()];
  const burn = (who: typeof osric, key: string) => who.raw('POST', `/commands/${key}/burn`);
  const sold = await fenella.send('/sales', sale(), { key: kept });
  expect((await fenella.get(`/commands/${kept}`)).body).toEqual({
    state: 'kept',
    answer: sold.body,
  });
  expect((await burn(fenella, kept)).body).toEqual({ state: 'kept', answer: sold.body });
  // What a colleague’s command answered is nobody else’s.
  expect((await osric.get(`/commands/${kept}`)).body).toEqual({ state: 'kept', answer: null });
  expect((await fenella.get(`/commands/${never}`)).body).toEqual({ state: 'none' });
  expect((await burn(fenella, never)).body).toEqual({ state: 'burned' });
  expect((await burn(fenella, never)).body).toEqual({ state: 'burned' });
  expect((await fenella.get(`/commands/${never}`)).body).toEqual({ state: 'burned' });
  const late = await fenella.send('/sales', sale(), { key: never });
  expect([late.status, late.body.refusals]).toEqual([409, [{ code: 'command.burned' }]]);
  expect((await burn(fenella, 'no-key')).status).toBe(422);
  // Both at once: either it is sold and its answer comes, or it is burned and nothing is sold.
  const before = (await shop.one('SELECT COUNT(*) AS n FROM sale')).n;
  const [selling, burning] = await Promise.all([
    fenella.send('/sales', sale(), { key: atOnce }),
    burn(fenella, atOnce),
  ]);
  const after = (await shop.one('SELECT COUNT(*) AS n FROM sale')).n;
  expect(burning.body.state).toBe(selling.status === 200 ? 'kept' : 'burned');
  expect(after - before).toBe(selling.status === 200 ? 1 : 0);
});

test('the clock: what runs back or leaps stops posting until a manager lets it go on', async () => {
  let ran = 0;
  shop.deps.clockWatch = watchClock(shop.deps.clock, () => ran);
  const [fenella, tamsin] = [await shop.as('fenella'), await shop.as('tamsin')];
  expect((await fenella.send('/sales', sale())).status).toBe(200);
  // An hour later by both clocks, then back behind the newest entry.
  ran += 3_600_000;
  shop.setNow('2026-03-02T16:30:00Z');
  expect((await fenella.send('/sales', sale())).status).toBe(200);
  shop.setNow('2026-03-02T16:00:00Z');
  const rules = [{ code: 'rule.clock', params: { last: '2026-03-02 16:30' } }];
  expect((await fenella.send('/sales', sale())).body).toMatchObject({ rules });
  shop.setNow('2027-03-02T16:00:00Z');
  const later = await shop.as('tamsin');
  expect((await later.send('/sales', sale())).status).toBe(409);
  const approval = { reason: 'The shop was moved' };
  expect((await later.send('/sales', sale(), { approval })).status).toBe(200);
  expect((await later.send('/sales', sale())).status).toBe(200);
  delete shop.deps.clockWatch;
  expect(tamsin).toBeDefined();
});

test('what nobody needs is tidied away; a job of a dead server is called failed', async () => {
  await shop.pool.query(
    `INSERT INTO rate_limit (\`key\`, points, expire) VALUES ('old', 1, 1)`,
  );
  await shop.pool.query(
    `INSERT INTO job (id, kind, status, user_id, started_at, beat_at)
     VALUES (?, 'match 1', 'running', 1, '2026-03-02', '2026-03-02')`,
    ['00000000-0000-4000-8000-00000000dead'],
  );
  await tidy(shop.deps);
  expect(await shop.all(`SELECT * FROM rate_limit WHERE \`key\` = 'old'`)).toEqual([]);
  const { status } = await shop.one(`SELECT status FROM job WHERE id LIKE '%dead'`);
  expect(status).toBe('failed');
});

test('the database away for a moment: a sale waits and is kept once', async () => {
  const fenella = await shop.as('fenella');
  const before = (await shop.one('SELECT COUNT(*) AS n FROM sale')).n;
  const { id: user } = await shop.one<{ id: string }>('SELECT CURRENT_USER() AS id');
  const selling = Array.from({ length: 8 }, (_, i) =>
    fenella.send('/sales', sale(5_00 + 5 * i)),
  );
  // Every connection of the application is cut while they run.
  const cut = await shop.admin.query(
    `SELECT id FROM information_schema.processlist WHERE user = ?`,
    [user.split('@')[0]],
  );
  for (const { id: connection } of cut[0] as { id: number }[]) {
    await shop.admin.query(`KILL CONNECTION ${connection}`).catch(() => undefined);
  }
  const answers = await Promise.all(selling);
  expect(answers.map(({ status }) => status)).toEqual(Array(8).fill(200));
  expect((await shop.one('SELECT COUNT(*) AS n FROM sale')).n).toBe(before + 8);
  expect(await codesOf(await signIn('nobody', 'x'))).toEqual(['people.signIn']);
});
