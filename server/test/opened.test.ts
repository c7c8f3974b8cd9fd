import { audit } from '../src/audit/audit';
import { countAndClose, pieces } from './day';
import { book, cash, ids, openShop, type Ids, type Person, type TestShop } from './harness';

let shop: TestShop;
let id: Ids;
let fenella: Person;
let drawerId: number;
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  fenella = await shop.as('fenella');
  drawerId = id.drawers['shop']!;
});
afterEach(async () => {
  await shop.seal();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const open = (amountMinor: number, note = '') =>
  fenella.send(`/drawers/${drawerId}/open`, { count: pieces(amountMinor), note });
const codes = ({ body }: { body: any }) => body.refusals.map(({ code }: any) => code);
const float = async () => (await fenella.get(`/drawers/${drawerId}/float`)).body;
const short = async () =>
  Number(
    (
      await shop.one<{ total: string }>(
        `SELECT COALESCE(SUM(l.amount_minor), 0) AS total FROM entry_line l
         JOIN account a ON a.id = l.account_id WHERE a.role = 'overAndShort'`,
      )
    ).total,
  );

test('another float than the usual one asks why; what is missing of it is short, and is undone', async () => {
  expect(await float()).toMatchObject({
    usualMinor: 150_00,
    expectedMinor: 150_00,
    open: false,
  });
  expect(codes(await open(148_00))).toEqual(['drawerOpen.note']);
  const { body } = await open(148_00, 'Two dollars lent to the hatch');
  expect(body).toMatchObject({ number: 'OF-1', differenceMinor: -2_00 });
  expect(await short()).toBe(2_00);
  expect(await float()).toMatchObject({
    expectedMinor: 148_00,
    open: true,
    opening: { number: 'OF-1', by: 'Fenella', countedMinor: 148_00, differenceMinor: -2_00 },
  });
  expect(codes(await open(148_00))).toEqual(['drawerOpen.open']);
  const undone = await fenella.send(`/drawer-opens/${body.id}/undo`, { reason: 'Found them' });
  expect(undone).toMatchObject({ status: 200, body: { number: 'OG-1' } });
  expect(await short()).toBe(0);
  expect(await float()).toMatchObject({ expectedMinor: 150_00, open: false, opening: null });
});

test('the usual float needs no word and has no entry; more than the fund is over, and the count expects it', async () => {
  const { body: usual } = await open(150_00);
  expect(usual).toMatchObject({ number: 'OF-2', differenceMinor: 0 });
  const document = await shop.one<{ none: number }>(
    `SELECT without_effect AS none FROM document WHERE kind = 'drawerOpen' AND subject_id = ?`,
    [usual.id],
  );
  expect(document).toEqual({ none: 1 });
  await fenella.send(`/drawer-opens/${usual.id}/undo`, { reason: 'Counted anew' });
  const { body: over } = await open(153_00, 'The owner put coins in');
  expect(over).toMatchObject({ differenceMinor: 3_00 });
  await fenella.send('/sales', {
    drawerId,
    lines: [book(id, 20_00)],
    tenders: [cash(id, 20_00)],
  });
  // 153.00 and 20.00: all of it is there, the usual float stays.
  const closed = await countAndClose(fenella, drawerId);
  expect(closed).toMatchObject({ differenceMinor: 0 });
  expect(
    codes(await fenella.send(`/drawer-opens/${over.id}/undo`, { reason: 'Too late' })),
  ).toEqual(['drawerOpen.counted']);
  expect(await float()).toMatchObject({ expectedMinor: 150_00, open: false });
  // The day tells the opening that stands, and the chart has both counts.
  const osric = await shop.as('osric');
  const { drawers } = (await osric.get('/days/2026-03-02')).body;
  expect(drawers[0].openings).toMatchObject([
    { number: 'OF-3', by: 'Fenella', countedMinor: 153_00, differenceMinor: 3_00 },
  ]);
  expect((await osric.get('/over-short')).body).toMatchObject([
    { number: 'OF-3', date: '2026-03-02', differenceMinor: 3_00 },
    { number: 'C-1', differenceMinor: 0 },
  ]);
});
