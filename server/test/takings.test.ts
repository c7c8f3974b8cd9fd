import { audit } from '../src/audit/audit';
import { migrate } from '../src/db/migrate';
import { countAndClose, importSettlement, pieces, settlementOf } from './day';
import { book, card, cash, openShop, type Ids, type TestShop } from './harness';
import { approval, codes, regularsOf } from './regulars';

/* Takings keep their day and pot, whoever moves them, and however many at once. */
let shop: TestShop;
let id: Ids;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  id = regulars.id;
});
afterEach(async () => {
  await shop.jobsEnded();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const osric = () => regulars.osric();
const sold = async (amountMinor: number) =>
  (await regulars.ring({ lines: [book(id, amountMinor)], tenders: [cash(id, amountMinor)] }))
    .body.saleId as number;
const givenBack = async (saleId: number, amountMinor: number) => {
  const returned = {
    saleId,
    lines: [{ position: 1, quantity: '1' }],
    reason: 'faulty',
    condition: 'asNew',
  };
  const refunds = [{ kind: 'cash', tenderId: id.tenders['cash'], amountMinor }];
  expect((await regulars.ring({ returned, refunds }, { approval })).status).toBe(200);
};
/** What is where of a day and pot, by account. */
const places = async (day: string, pot: string) =>
  Object.fromEntries(
    (
      await shop.all<{ role: string; amount: string }>(
        `SELECT a.role, SUM(l.amount_minor) AS amount
         FROM entry_line l JOIN account a ON a.id = l.account_id
         WHERE l.takings_day = ? AND l.pot = ? GROUP BY a.role HAVING amount <> 0`,
        [day, pot],
      )
    ).map(({ role, amount }) => [role, Number(amount)]),
  );
const safe = async () =>
  (await osric().get('/safe')).body.items as {
    id: number;
    takingsDay: string;
    leftMinor: number;
  }[];

// The worked figures of the books: Tuesday gives 25.00 more than it takes, Wednesday takes 50.00.
test('a day below zero is never made good by the next one: it waits beside it in the safe', async () => {
  const bought = await sold(60_00);
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await regulars.at('2026-03-03T14:00:00Z');
  await sold(35_00);
  await givenBack(bought, 60_00);
  expect(await places('2026-03-03', 'cash')).toEqual({ drawer: -25_00 });
  const counted = await countAndClose(regulars.fenella(), id.drawers['shop']!);
  expect(counted).toMatchObject({ differenceMinor: 0, toSafeMinor: 0 });
  // Nothing was there to move: it stays in the drawer, below its float.
  expect(await places('2026-03-03', 'cash')).toEqual({ drawer: -25_00 });
  await regulars.at('2026-03-04T14:00:00Z');
  await sold(50_00);
  const next = await countAndClose(regulars.fenella(), id.drawers['shop']!);
  expect(next).toMatchObject({ differenceMinor: 0, toSafeMinor: 25_00 });
  expect(await places('2026-03-03', 'cash')).toEqual({ safe: -25_00 });
  expect(await places('2026-03-04', 'cash')).toEqual({ safe: 50_00 });
  expect((await safe()).slice(-2)).toMatchObject([
    { takingsDay: '2026-03-03', leftMinor: -25_00 },
    { takingsDay: '2026-03-04', leftMinor: 50_00 },
  ]);
});

test('a short settlement leaves what is not home at the processor, on the day that took it', async () => {
  await regulars.at('2026-03-05T14:00:00Z');
  await regulars.ring({ lines: [book(id, 50_00)], tenders: [card(id, 50_00)] });
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  const pot = 'card 1 Meridian';
  const settled = async (reference: string, grossMinor: number) =>
    (
      await importSettlement(
        osric(),
        settlementOf(reference, '2026-03-05', '2026-03-05', grossMinor),
      )
    ).body;
  const first = await settled('HP-1', 48_00);
  const fee = first.feeMinor;
  expect(await places('2026-03-05', pot)).toEqual({
    cardClearing: 2_00,
    cardFees: fee,
    bankInTransit: 48_00 - fee,
  });
  const second = await settled('HP-2', 2_00);
  expect(await places('2026-03-05', pot)).toEqual({
    cardFees: fee + second.feeMinor,
    bankInTransit: 50_00 - fee - second.feeMinor,
  });
  const undone = await osric().send(`/settlements/${second.settlementId}/undo`, {
    reason: 'Not ours',
  });
  expect(undone.status).toBe(200);
  expect(await places('2026-03-05', pot)).toMatchObject({ cardClearing: 2_00 });
});

test('twenty slips at once never take the same money twice', async () => {
  await regulars.at('2026-03-06T14:00:00Z');
  await sold(60_00);
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  const [item] = (await safe()).filter(({ takingsDay }) => takingsDay === '2026-03-06');
  const answers = await Promise.all(
    Array.from({ length: 20 }, () =>
      osric().send('/slips', {
        bankAccountId: 1,
        bankTotalMinor: 5_00,
        bankReference: '',
        items: [{ safeItemId: item!.id, amountMinor: 5_00 }],
      }),
    ),
  );
  expect(answers.filter(({ status }) => status === 200)).toHaveLength(12);
  const refused = new Set(answers.filter(({ status }) => status !== 200).flatMap(codes));
  expect([...refused]).toEqual(['slip.itemGone']);
  expect(await places('2026-03-06', 'cash')).toEqual({ bankInTransit: 60_00 });
});

test('twenty files and words about one batch at once clear each part once', async () => {
  await regulars.at('2026-03-09T14:00:00Z');
  await regulars.ring({ lines: [book(id, 100_00)], tenders: [card(id, 100_00)] });
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await importSettlement(osric(), settlementOf('HP-A', '2026-03-09', '2026-03-09', 10_00));
  const { id: batchId } = await shop.one(
    `SELECT id FROM batch WHERE batch_date = '2026-03-09'`,
  );
  const giveUp = { scheme: 'Meridian', reason: 'They will not pay it' };
  const acts = Array.from({ length: 20 }, (_, i) =>
    i % 4 === 3
      ? osric().send(`/batches/${batchId}/differences`, giveUp, { approval })
      : importSettlement(
          osric(),
          settlementOf(`HP-B${i}`, '2026-03-09', '2026-03-09', 6_00),
          `hp-${i}.csv`,
        ),
  );
  const statuses = (await Promise.all(acts)).map(({ status }) => status);
  expect(statuses.filter((status) => status >= 500)).toEqual([]);
  const clearing = await places('2026-03-09', 'card 1 Meridian');
  const { open } = await shop.one(
    `SELECT COALESCE(SUM(amount_minor), 0) AS open FROM cleared_part WHERE batch_id = ?`,
    [batchId],
  );
  expect(clearing['cardClearing'] ?? 0).toBe(100_00 - Number(open));
});

test('a journal of an earlier schema, which has no tags, is refused before anything is changed', async () => {
  const { name } = await shop.one('SELECT DATABASE() AS name');
  const url = `${process.env['TEST_DATABASE_URL']}${name}`;
  const { name: ours } = await shop.one('SELECT name FROM schema_version WHERE version = 5');
  const named = (other: string) =>
    shop.admin.query('UPDATE schema_version SET name = ? WHERE version = 5', [other]);
  await named('ledger_of_old');
  await expect(migrate(url)).rejects.toThrow('Make it anew');
  await named(ours);
  expect(await migrate(url)).toBe(0);
});

test('a float that grows keeps takings in the drawer, with their day, and holds nothing back', async () => {
  await regulars.at('2026-03-10T14:00:00Z');
  await shop.admin.query('UPDATE drawer SET float_minor = float_minor + 3000 WHERE id = ?', [
    id.drawers['shop'],
  ]);
  await sold(80_00);
  const begun = (await regulars.fenella().send('/counts', { drawerId: id.drawers['shop'] }))
    .body;
  const closed = await regulars.fenella().send(`/counts/${begun.sessionId}/close`, {
    count: pieces(begun.expectedMinor),
    chequeIds: [],
    note: '',
  });
  expect(closed.body).toMatchObject({ differenceMinor: 0, toSafeMinor: 50_00 });
  expect(await places('2026-03-10', 'cash')).toEqual({ fund: 30_00, safe: 50_00 });
});
