import type { Mapping } from '@abacist/core/settlements';
import { audit } from '../src/audit/audit';
import { countAndClose } from './day';
import { base64, book, card, openShop, type TestShop } from './harness';
import { approval, codes, regularsOf } from './regulars';

/*
 * A settlement card by card with a fault of each kind, put right one after the other until nothing
 * of it is left; after each step the books hold.
 */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
const osric = () => regulars.osric();
const MAPPING: Mapping = {
  shape: { kind: 'delimited', delimiter: ',' },
  heads: ['payout', 'paid', 'day', 'scheme', 'last4', 'auth', 'amount'],
  columns: {
    ...{ payout: 0, payoutDate: 1, moment: 2, scheme: 3, lastFour: 4, authorisation: 5 },
    gross: 6,
  },
  ...{ dates: 'ymd', decimals: '.', deductions: 'plus' },
  ...{ kinds: { otherwise: 'card', values: {} }, schemes: {}, belongs: 'each' },
};
const sales = new Map<string, number>();
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  const { id } = regulars;
  for (const [reference, lastFour, scheme, amountMinor] of [
    ['A1', '4411', 'meridian', 100_00],
    ['A2', '9021', 'corvus', 40_00],
    ['A3', '7777', 'meridian', 25_00],
    ['A4', '5050', 'meridian', 12_00],
  ] as const) {
    const { body } = await regulars.ring({
      lines: [book(id, amountMinor)],
      tenders: [{ ...card(id, amountMinor, scheme), lastFour, reference }],
    });
    sales.set(reference, body.saleId);
  }
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await regulars.at('2026-03-03T14:00:00Z');
  const row = (rest: string) => `P-1,2026-03-03,2026-03-02,${rest}`;
  const text = [
    MAPPING.heads!.join(),
    row('Meridian,4411,A1,100.00'),
    row('Meridian,9021,A2,40.00'),
    row('Meridian,5050,A4,11.50'),
    row('Meridian,8888,A9,7.00'),
    row('Corvus,6161,A10,16.00'),
    row('Meridian,2323,A11,9.00'),
  ].join('\r\n');
  const command = {
    processorId: 1,
    mapping: MAPPING,
    name: 'p.csv',
    contentBase64: base64(text),
  };
  expect((await osric().send('/settlements', command)).status).toBe(200);
});
afterEach(async () => {
  await shop.jobsEnded();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const detail = async () => (await osric().get('/settlements/1')).body;
const open = async () => (await detail()).cards.rows.map((row: any) => row.what);
const decide = async (what: string, kind: string, options?: object) => {
  const found = (await detail()).cards.rows.find((row: any) => row.what === what);
  return osric().send(
    '/settlements/1/cards',
    {
      position: found?.theirs?.position ?? null,
      saleTenderId: found?.ours?.saleTenderId ?? null,
      ...{ what: kind, reason: 'As the processor told' },
    },
    options,
  );
};
const ends = async (code: string) =>
  (await osric().get('/loose-ends')).body.ends.filter((end: any) => end.code === code);
const batches = async () => (await osric().get('/cards')).body.batches;

test('what differs is told, each as what it is', async () => {
  expect(await detail()).toMatchObject({ differing: 6, differenceMinor: 6_50 });
  expect(await open()).toEqual([
    'wrongScheme',
    'amountDiffers',
    'missingHere',
    'missingHere',
    'missingHere',
    'missingThere',
  ]);
});

test('a card that nobody rang up is rung up here, and is of the batch that settled it', async () => {
  const { id } = regulars;
  const missing = (await detail()).cards.rows.find(
    (row: any) => row.theirs?.lastFour === '6161',
  );
  const ringUp = (position: number) =>
    osric().send('/settlements/1/ring-up', {
      ...{ position, drawerId: id.drawers['shop'], departmentId: id.departments['books'] },
    });
  expect(await ringUp(missing.theirs.position)).toMatchObject({
    status: 200,
    body: { number: expect.any(String), totalMinor: 16_00 },
  });
  expect(codes(await ringUp(missing.theirs.position))).toEqual(['card.agrees']);
  expect(await detail()).toMatchObject({ cards: { agreeing: 2, otherBatch: 0 } });
});

test('one that was rung up since at the counter is joined to what settled it', async () => {
  const { id } = regulars;
  await regulars.ring({
    lines: [book(id, 9_00)],
    tenders: [{ ...card(id, 9_00, 'meridian'), lastFour: '2323', reference: 'A11' }],
  });
  expect(await open()).toContain('rungLater');
  const later = (await detail()).cards.rows.find((row: any) => row.what === 'rungLater');
  const of = { position: later.theirs.position, saleTenderId: later.ours.saleTenderId };
  expect((await osric().send('/settlements/1/same', of)).status).toBe(200);
  expect(codes(await osric().send('/settlements/1/same', of))).toEqual(['card.agrees']);
  expect(await open()).toEqual([
    'wrongScheme',
    'amountDiffers',
    'missingHere',
    'missingThere',
  ]);
  expect((await batches()).map((one: any) => one.batchDate)).toEqual(['2026-03-02']);
});

test('a tender by the wrong scheme is corrected on its receipt, and stands in the same batch', async () => {
  const { ours } = (await detail()).cards.rows[0];
  const { id } = regulars;
  const correct = await osric().send(
    `/sales/${sales.get('A2')}/correct`,
    {
      saleTenderId: ours.saleTenderId,
      to: { tenderId: id.tenders['meridian'], lastFour: '9021', reference: 'A2' },
    },
    { approval },
  );
  expect(correct).toMatchObject({ status: 200 });
  expect(await open()).toEqual(['amountDiffers', 'missingHere', 'missingThere']);
  expect((await batches())[0].schemes).not.toContainEqual(
    expect.objectContaining({ scheme: 'Corvus' }),
  );
});

test('a card that was not sent waits for a later batch', async () => {
  expect(codes(await decide('missingHere', 'later'))).toEqual(['card.notOurs']);
  expect((await decide('missingThere', 'later')).status).toBe(200);
  expect(await open()).toEqual(['amountDiffers', 'missingHere']);
  const waiting = await batches();
  expect(waiting.at(-1)).toMatchObject({
    batchDate: '2026-03-03',
    schemes: [{ scheme: 'Meridian', amountMinor: 25_00 }],
  });
});

test('a difference is written off with a manager’s word, and can be taken back', async () => {
  expect(codes(await decide('wrongScheme', 'adjusted'))).toEqual(['card.agrees']);
  expect((await decide('amountDiffers', 'adjusted')).status).toBe(409);
  const posted = await decide('amountDiffers', 'adjusted', { approval });
  expect(posted).toMatchObject({ status: 200, body: { number: expect.any(String) } });
  expect(await open()).toEqual(['missingHere']);
  const { decided, tillMinor, processorMinor } = (await detail()).cards;
  expect(decided).toMatchObject([{ what: 'adjusted', amountMinor: -50 }]);
  expect(processorMinor - tillMinor).toBe(7_00);
  const undo = await osric().send(`/card-decisions/${decided[0].id}/undo`, {
    reason: 'They will pay it',
  });
  expect(undo.status).toBe(200);
  expect(await open()).toEqual(['amountDiffers', 'missingHere']);
  await decide('amountDiffers', 'adjusted', { approval });
});

test('a claim is a loose end until it is taken back; then nothing of the settlement is left', async () => {
  expect((await decide('missingHere', 'claim')).status).toBe(200);
  expect(await open()).toEqual([]);
  expect(await ends('cardClaim')).toMatchObject([
    { amountMinor: 7_00, path: '/bank/settlements/1' },
  ]);
  const { decided } = (await detail()).cards;
  const claim = decided.find((one: any) => one.what === 'claim');
  const back = () =>
    osric().send(`/card-decisions/${claim.id}/undo`, { reason: 'It is ours after all' });
  expect((await back()).status).toBe(200);
  expect(codes(await back())).toEqual(['cardDecision.undone']);
  expect(await ends('cardClaim')).toEqual([]);
  expect((await decide('missingHere', 'adjusted', { approval })).status).toBe(200);
  expect(await open()).toEqual([]);
  expect((await batches()).map((one: any) => one.batchDate)).toEqual(['2026-03-03']);
  expect(await ends('settlementDiffers')).toEqual([]);
  // What is settled of either day waits nowhere but on its way to the bank; A3 waits for its batch.
  for (const [day, key, byStage] of [
    ['2026-03-02', 'card 1 Corvus', { taken: 0, counted: 0, sent: 16_00, home: 24_00 }],
    [
      '2026-03-02',
      'card 1 Meridian',
      { taken: 25_00, counted: 0, sent: 167_50, home: -49_00 },
    ],
    ['2026-03-03', 'card 1 Corvus', { taken: 0, counted: 0, sent: 0, home: -24_00 }],
    ['2026-03-03', 'card 1 Meridian', { taken: 0, counted: 0, sent: 0, home: 49_00 }],
  ] as const) {
    const { beads } = (await osric().get(`/days/${day}`)).body;
    expect(beads.find((one: any) => one.key === key)).toMatchObject({ byStage });
  }
});
