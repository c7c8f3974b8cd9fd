import { setTimeout } from 'node:timers/promises';
import { audit } from '../src/audit/audit';
import { pieces } from './day';
import { book, card, cash, ids, openShop, type Ids, type TestShop } from './harness';

let shop: TestShop;
let id: Ids;
let drawerId: number;
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  drawerId = id.drawers['shop']!;
});
afterAll(() => shop.close());

const sell = async (cashMinor: number, cardMinor: number) => {
  const fenella = await shop.as('fenella');
  await fenella.send('/sales', {
    drawerId,
    lines: [book(id, cashMinor + cardMinor)],
    tenders: [cash(id, cashMinor), card(id, cardMinor)],
  });
  return (await fenella.send('/counts', { drawerId })).body;
};
const ruleCodes = (body: { rules?: { code: string }[] }) =>
  body.rules?.map(({ code }) => code);

test('a count made again stays on record; rolls, the terminal’s report and who signed stand with the day', async () => {
  const [fenella, osric] = await Promise.all([shop.as('fenella'), shop.as('osric')]);
  const begun = await sell(42_00, 30_00);
  expect(begun.cards).toMatchObject([{ label: 'Meridian', tillMinor: 30_00 }]);
  const path = `/counts/${begun.sessionId}`;
  const first = await fenella.send(`${path}/again`, { count: { 5000: 1 } });
  expect(first.body.before).toMatchObject([{ countedMinor: 50_00 }]);
  expect(
    (await fenella.send(`${path}/again`, { count: { 3: 1 } })).body.refusals,
  ).toMatchObject([{ code: 'count.denomination' }]);
  expect((await fenella.send('/counts', { drawerId })).body.before).toHaveLength(1);

  const { expectedMinor } = begun;
  // 40 quarters are a roll; they stand for a note of ten.
  const count = { ...pieces(expectedMinor - 10_00), 25: 40 };
  const pot = begun.cards[0].pot;
  const close = {
    count,
    rolls: { 25: 1 },
    cards: [{ pot, terminalMinor: 29_00 }],
    signed: true,
    note: '',
  };
  const bad = { ...close, rolls: { 25: 2 } };
  expect((await fenella.send(`${path}/close`, bad)).body.refusals).toMatchObject([
    { code: 'count.rolls', at: 'rolls.25' },
  ]);
  const strange = { ...close, cards: [{ pot: 'card 1 Nobody', terminalMinor: 1 }] };
  expect((await fenella.send(`${path}/close`, strange)).body.refusals).toMatchObject([
    { code: 'count.unknownCard', at: 'cards.0.pot' },
  ]);
  // Who counts can't be the second one.
  const own = { approval: { reason: 'Counted by me' } };
  expect((await fenella.send(`${path}/close`, close, own)).body).toMatchObject({
    refusals: [{ code: 'approval.another' }],
  });
  const { body: session } = await osric.get('/session');
  const approval = { approverId: session.person.id, pin: '246824', reason: 'I saw it' };
  const closed = await fenella.send(`${path}/close`, close, { approval });
  expect(closed.body).toMatchObject({ differenceMinor: 0 });

  const { today } = session.shop;
  const { drawers } = (await osric.get(`/days/${today}`)).body;
  const [counted] = drawers.find((one: any) => one.drawerId === drawerId).closes;
  expect(counted).toMatchObject({
    witness: session.person.name,
    before: [{ countedMinor: 50_00 }],
    cards: [{ label: 'Meridian', tillMinor: 30_00, terminalMinor: 29_00 }],
  });
  expect(counted.count).toContainEqual({
    denominationMinor: 25,
    pieces: 40,
    rolls: 1,
    stays: 0,
  });
  // A tender may be called otherwise than its scheme: both sides still speak of the same card.
  await shop.admin.query(`UPDATE tender SET name = 'At the desk' WHERE scheme = 'Meridian'`);
  expect((await osric.get(`${path}/evidence`)).body).toMatchObject({
    documents: [{ others: [{ tender: 'Meridian', amountMinor: 30_00 }] }],
    cards: [{ tender: 'Meridian', differenceMinor: -1_00 }],
    rolls: { 25: 1 },
  });
  expect((await fenella.send(`${path}/again`, { count: {} })).body.refusals).toMatchObject([
    { code: 'count.alreadyClosed' },
  ]);
});

test('a large difference is asked for once more, a small one is not', async () => {
  const fenella = await shop.as('fenella');
  await shop.admin.query('UPDATE counter_rule SET count_ask_above_minor = 2000');
  const begun = await sell(60_00, 5_00);
  const path = `/counts/${begun.sessionId}/close`;
  const count = pieces(begun.expectedMinor - 20_05);
  const { status, body } = await fenella.send(path, { count, note: '' });
  expect([status, ruleCodes(body)]).toEqual([409, ['rule.countShort']]);
  const approval = { reason: 'Counted twice' };
  const closed = await fenella.send(path, { count, note: '' }, { approval });
  expect(closed.body).toMatchObject({ differenceMinor: -20_05 });
});

test('while a drawer is counted, what was rung wrong in it is voided and rung again there; once it is closed no more', async () => {
  const [fenella, tamsin] = await Promise.all([shop.as('fenella'), shop.as('tamsin')]);
  const begun = await sell(63_00, 5_00);
  const { sessionId } = begun;
  const rung = (amountMinor: number, more: object = {}) =>
    fenella.send('/sales', {
      drawerId,
      lines: [book(id, amountMinor)],
      tenders: [cash(id, amountMinor)],
      ...more,
    });
  const { id: wrong } = await shop.one<{ id: number }>(
    'SELECT id FROM sale WHERE drawer_session_id = ?',
    [sessionId],
  );
  const approval = { approval: { reason: 'Two digits swapped' } };
  const voided = (saleId: number) => tamsin.send(`/sales/${saleId}/void`, {}, approval);
  expect((await voided(wrong)).status).toBe(200);
  const expected = async () =>
    (await fenella.send('/counts', { drawerId })).body.expectedMinor as number;
  expect(await expected()).toBe(begun.expectedMinor - 63_00);
  const { body: right } = await rung(36_00, { sessionId });
  // What is rung for another customer meanwhile is the next session's.
  const { body: next } = await rung(10_00);
  expect(await expected()).toBe(begun.expectedMinor - 63_00 + 36_00);
  const count = pieces(await expected());
  const closed = await fenella.send(`/counts/${sessionId}/close`, { count, note: '' });
  expect(closed.body).toMatchObject({ differenceMinor: 0 });
  expect((await rung(5_00, { sessionId })).body.refusals).toMatchObject([
    { code: 'drawerAct.session', at: 'sessionId' },
  ]);
  expect((await voided(right.saleId)).body.refusals).toMatchObject([
    { code: 'void.drawerCounted' },
  ]);
  expect((await voided(next.saleId)).status).toBe(200);
  await shop.seal();
  expect((await audit(shop.pool)).breaches).toEqual([]);
});

test('a void that waits for a count to close finds it closed', async () => {
  const [fenella, tamsin] = await Promise.all([shop.as('fenella'), shop.as('tamsin')]);
  const { body: sold } = await fenella.send('/sales', {
    drawerId,
    lines: [book(id, 9_00)],
    tenders: [cash(id, 9_00)],
  });
  const { body: begun } = await fenella.send('/counts', { drawerId });
  const close = await shop.pool.getConnection();
  try {
    await close.query('START TRANSACTION');
    await close.query('SELECT id FROM drawer_session WHERE id = ? FOR UPDATE', [
      begun.sessionId,
    ]);
    const voided = tamsin.send(
      `/sales/${sold.saleId}/void`,
      {},
      { approval: { reason: 'Rung twice' } },
    );
    await setTimeout(400);
    await close.query(
      `INSERT INTO drawer_close
         (drawer_session_id, date, takings_day, expected_minor, counted_minor, difference_minor,
          float_left_minor, to_safe_minor, note, user_id, closed_at, cheques_expected_minor,
          cheques_counted_minor, fund_change_minor)
       SELECT ?, date, takings_day, 0, 0, 0, 0, 0, '', user_id, closed_at, 0, 0, 0
       FROM drawer_close ORDER BY id LIMIT 1`,
      [begun.sessionId],
    );
    await close.query('COMMIT');
    expect((await voided).body.refusals).toMatchObject([{ code: 'void.drawerCounted' }]);
  } finally {
    close.release();
  }
});
