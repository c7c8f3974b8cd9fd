import { createHash } from 'node:crypto';
import { audit } from '../src/audit/audit';
import { countAndClose, pieces } from './day';
import {
  book,
  card,
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
let fenella: Person;
let drawerId: number;
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  [osric, fenella] = await Promise.all([shop.as('osric'), shop.as('fenella')]);
  drawerId = id.drawers['shop']!;
});
afterAll(() => shop.close());

const DAY = '2026-03-02';
const closing = async () => (await osric.get(`/days/${DAY}`)).body.closing;
const close = (note = '') => osric.send(`/days/${DAY}/close`, { note });
const codes = (body: any) => body.refusals?.map(({ code }: { code: string }) => code);
const rung = (amountMinor: number, approval?: object) =>
  fenella.send(
    '/sales',
    { drawerId, lines: [book(id, amountMinor)], tenders: [cash(id, amountMinor)] },
    approval ? { approval } : {},
  );
const tamsins = async (reason: string) => {
  const { id: approverId } = await shop.one(`SELECT id FROM user WHERE username = 'tamsin'`);
  return { approverId, pin: '864286', reason };
};
const paper = async (sheetId: number) => {
  const { body } = await osric.send('/papers', {
    kind: 'daySheet',
    subject: 'daySheet',
    subjectId: sheetId,
    format: 'page',
    how: 'pdf',
  });
  return textOfPdf(await shop.download(osric, `/papers/${body.issueId}/pdf`));
};

let first: { id: number; number: string };

test('a day is not closed while a drawer is open, a ticket is parked or a terminal owes its answer', async () => {
  expect(codes((await close()).body)).toEqual(['closing.nothing']);
  expect(codes((await osric.send('/days/2026-03-09/close', { note: '' })).body)).toEqual([
    'closing.future',
  ]);
  await rung(42_00);
  await fenella.send('/sales', {
    drawerId,
    lines: [book(id, 30_00)],
    tenders: [card(id, 30_00)],
  });
  expect((await close()).body.refusals).toMatchObject([
    { code: 'closing.counted', params: { names: 'Shop', count: 1 } },
  ]);
  await countAndClose(fenella, drawerId, -1_00);
  const { id: userId } = await shop.one(`SELECT id FROM user WHERE username = 'fenella'`);
  await shop.admin.query(
    `INSERT INTO terminal_charge (reference, tender_id, amount_minor, status, user_id, asked_at)
     VALUES (UUID(), ?, 500, 'asked', ?, '2026-03-02 16:00:00')`,
    [id.tenders['meridian'], userId],
  );
  expect(codes((await close()).body)).toEqual(['closing.charges']);
  await shop.admin.query(
    `UPDATE terminal_charge SET status = 'declined', resolved_at = NOW()`,
  );
  expect((await closing()).checks).toMatchObject([
    { code: 'counted', state: 'done' },
    { code: 'paid', state: 'done' },
    { code: 'charges', state: 'done' },
    { code: 'differences', state: 'open', names: ['Shop'] },
    { code: 'cheques', state: 'done' },
    { code: 'cards', state: 'done' },
  ]);
  expect((await fenella.send(`/days/${DAY}/close`, { note: '' })).status).toBe(403);
});

test('its sheet is frozen under its hash, a seal vouches for it, and its paper tells of the day', async () => {
  const { body } = await close('The quay was quiet');
  first = body;
  const { standing, cameAfter } = await closing();
  expect(standing).toMatchObject({
    number: body.number,
    version: 1,
    by: 'Osric',
    sealedBy: null,
  });
  expect(cameAfter).toBe(0);
  const kept = await shop.one('SELECT content, hash FROM day_close WHERE id = ?', [body.id]);
  expect(createHash('sha256').update(kept.content, 'utf8').digest('hex')).toBe(kept.hash);
  const text = await paper(body.id);
  for (const part of [
    body.number,
    '72.00',
    '41.00',
    '−1.00',
    'Meridian',
    'Difference −1.00',
    'Osric',
    kept.hash,
    'The quay was quiet',
  ]) {
    expect(text).toContain(part);
  }
  expect(codes((await close()).body)).toEqual(['closing.already']);
  // A seal vouches for it as soon as the next entry is sealed.
  shop.setNow('2026-03-03T14:00:00Z');
  await rung(5_00);
  await shop.seal();
  shop.setNow('2026-03-02T18:00:00Z');
  expect((await closing()).standing.sealedBy).toBeGreaterThan(0);
  expect((await audit(shop.pool)).breaches).toEqual([]);
});

test('whoever changes a frozen sheet breaks the chain of seals', async () => {
  const { content } = await shop.one('SELECT content FROM day_close');
  await shop.admin.query('UPDATE day_close SET content = ?', [
    content.replace('42.00', '41.00'),
  ]);
  const { breaches } = await audit(shop.pool);
  expect(breaches.map(({ check }) => check)).toEqual(
    expect.arrayContaining(['the chain of seals holds', 'a closed sheet is what it was']),
  );
  await shop.admin.query('UPDATE day_close SET content = ?', [content]);
});

test('what comes on a closed day asks a manager; reopened it keeps the old sheet and gets a second', async () => {
  const { status, body } = await rung(10_00);
  expect([status, body.rules?.[0]]).toMatchObject([
    409,
    { code: 'rule.sheetClosed', params: { number: first.number, date: DAY } },
  ]);
  expect((await rung(10_00, await tamsins('A late customer'))).status).toBe(200);
  expect((await closing()).cameAfter).toBe(1);
  // Who says of himself that a count is right says nothing of the sheet.
  await shop.admin.query('UPDATE counter_rule SET count_ask_above_minor = 0');
  const begun = (await fenella.send('/counts', { drawerId })).body;
  const path = `/counts/${begun.sessionId}/close`;
  const count = pieces(begun.expectedMinor - 5);
  const own = { approval: { reason: 'Counted twice' } };
  expect(codes((await fenella.send(path, { count, note: '' }, own)).body)).toEqual([
    'closing.asksManager',
  ]);
  await shop.admin.query('UPDATE counter_rule SET count_ask_above_minor = NULL');
  const loose = (await osric.get('/loose-ends')).body.ends;
  expect(loose.find(({ code }: any) => code === 'sheetChanged')).toMatchObject({
    params: { number: first.number, date: DAY, count: 1 },
    path: `/days/${DAY}`,
  });
  const reopen = `/sheets/${first.id}/reopen`;
  const reason = 'A customer came after all';
  expect((await osric.send(reopen, { reason })).status).toBe(409);
  const approval = await tamsins('Yes');
  expect((await osric.send(reopen, { reason }, { approval })).status).toBe(200);
  expect(codes((await osric.send(reopen, { reason }, { approval })).body)).toEqual([
    'closing.reopened',
  ]);
  await countAndClose(fenella, drawerId);
  const { body: second } = await close();
  const { standing, before } = await closing();
  expect(standing).toMatchObject({ number: second.number, version: 2 });
  expect(before).toMatchObject([{ number: first.number, reopened: { by: 'Osric', reason } }]);
  expect(await paper(first.id)).toContain('REOPENED');
  expect(await paper(second.id)).toContain('82.00');
  expect((await audit(shop.pool)).breaches).toEqual([]);
});

test('the safe is counted by itself: what differs is an item of it, on the last day that brought cash', async () => {
  const cashOf = (items: any[]) =>
    items
      .filter(({ cheque }) => cheque === null)
      .reduce((sum, { leftMinor }) => sum + leftMinor, 0);
  const before = (await osric.get('/safe')).body;
  expect(before.counts).toEqual([]);
  const short = { count: pieces(cashOf(before.items) - 10_00), note: '' };
  expect(codes((await osric.send('/safe/counts', short)).body)).toEqual(['safeCount.note']);
  const told = { ...short, note: 'A note fell behind it?' };
  const asked = await osric.send('/safe/counts', told);
  expect([asked.status, asked.body.rules?.[0]]).toMatchObject([
    409,
    { code: 'rule.safeShort', params: { amountMinor: 10_00 } },
  ]);
  const { body } = await osric.send('/safe/counts', told, { approval: await tamsins('Yes') });
  const after = (await osric.get('/safe')).body;
  expect(cashOf(after.items)).toBe(cashOf(before.items) - 10_00);
  expect(after.items).toContainEqual(
    expect.objectContaining({ by: 'safeCount', closeNumber: body.number, leftMinor: -10_00 }),
  );
  expect(after.counts).toMatchObject([
    { number: body.number, by: 'Osric', differenceMinor: -10_00, note: told.note },
  ]);
  // All of it goes on one slip, the item below zero with it, and its paper says where it comes from.
  const slip = await osric.send('/slips', {
    bankAccountId: 1,
    bankTotalMinor: cashOf(after.items),
    bankReference: '',
    items: after.items.map(({ id: safeItemId, leftMinor }: any) => ({
      safeItemId,
      amountMinor: leftMinor,
    })),
  });
  expect(slip.status).toBe(200);
  const agrees = await osric.send('/safe/counts', { count: {}, note: '' });
  expect(agrees.body).toMatchObject({ differenceMinor: 0 });
  expect((await audit(shop.pool)).breaches).toEqual([]);
});
