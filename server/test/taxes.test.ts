import { taxCodesOn } from '../src/sales/catalogue';
import { card, ids, openShop, type Ids, type TestShop } from './harness';

let shop: TestShop;
let id: Ids;
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
});
afterAll(() => shop.close());

const ratesOn = async (date: string) => {
  const codes = await taxCodesOn(shop.pool, date);
  return codes
    .find(({ name }) => name === 'Goods')!
    .parts.map(({ ratePercent }) => ratePercent);
};

test('a new rate holds from its date, and nobody touches items', async () => {
  await shop.admin.query(
    `INSERT INTO tax_rate (authority_id, valid_from, rate_percent) VALUES (1, '2026-04-01', 6)`,
  );
  expect(await ratesOn('2026-03-31')).toEqual(['5.000000', '1.250000']);
  expect(await ratesOn('2026-04-01')).toEqual(['6.000000', '1.250000']);
  await expect(ratesOn('2019-12-31')).rejects.toThrow('has no rate');

  const fenella = await shop.as('fenella');
  const sell = async (totalMinor: number) => {
    const answer = await fenella.send('/sales', {
      drawerId: id.drawers['shop'],
      lines: [{ departmentId: id.departments['rope'], amountMinor: 100_00 }],
      tenders: [card(id, totalMinor)],
    });
    return (await fenella.get(`/sales/${answer.body.saleId}`)).body.taxes;
  };
  shop.setNow('2026-03-31T16:00:00Z');
  expect(await sell(106_25)).toEqual([
    { authority: 'Island levy', taxMinor: 5_00 },
    { authority: 'Harbour levy', taxMinor: 1_25 },
  ]);
  shop.setNow('2026-04-01T16:00:00Z');
  expect(await sell(107_25)).toEqual([
    { authority: 'Island levy', taxMinor: 6_00 },
    { authority: 'Harbour levy', taxMinor: 1_25 },
  ]);
});

test('with prices that include tax the total never moves, and the parts are stored', async () => {
  await shop.admin.query('UPDATE shop SET prices_include_tax = TRUE');
  const fenella = await shop.as('fenella');
  shop.setNow('2026-03-02T16:00:00Z');
  const answer = await fenella.send('/sales', {
    drawerId: id.drawers['shop'],
    lines: [{ departmentId: id.departments['rope'], amountMinor: 100_00 }],
    tenders: [card(id, 100_00)],
  });
  // 100.00 at 6.25 % inside: 94.12 + 5.88 (derived), shared 4.70 + 1.18 by largest remainder
  expect((await fenella.get(`/sales/${answer.body.saleId}`)).body).toMatchObject({
    totalMinor: 100_00,
    netMinor: 94_12,
    taxMinor: 5_88,
    taxes: [{ taxMinor: 4_70 }, { taxMinor: 1_18 }],
  });
  await shop.admin.query('UPDATE shop SET prices_include_tax = FALSE');
});

test('a compound part stands on the tax below it', async () => {
  await shop.admin.query('UPDATE tax_code_part SET compound = TRUE WHERE position = 2');
  const code = (await taxCodesOn(shop.pool, '2026-03-02')).find(
    ({ name }) => name === 'Goods',
  )!;
  expect(code.parts.map(({ onTopOf }) => onTopOf)).toEqual([[], [1]]);
  await shop.admin.query('UPDATE tax_code_part SET compound = FALSE');
});
