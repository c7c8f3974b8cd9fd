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
  await expect(ratesOn('2019-12-31')).rejects.toThrow('tax.noRate');

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
    { authority: 'Island levy', percent: '5', taxMinor: 5_00 },
    { authority: 'Harbour levy', percent: '1.25', taxMinor: 1_25 },
  ]);
  shop.setNow('2026-04-01T16:00:00Z');
  expect(await sell(107_25)).toEqual([
    { authority: 'Island levy', percent: '6', taxMinor: 6_00 },
    { authority: 'Harbour levy', percent: '1.25', taxMinor: 1_25 },
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

describe('taxes are set up', () => {
  const setUp = async () => (await (await shop.as('osric')).get('/taxes')).body;

  test('a rate that overlaps or lies in the past is refused; one not begun may be dropped', async () => {
    const osric = await shop.as('osric');
    const island = (await setUp()).authorities[0];
    const path = `/taxes/authorities/${island.id}/rates`;
    const add = (from: string, ratePercent = '7.5') => osric.send(path, { from, ratePercent });
    expect((await add('2026-04-01')).body.refusals).toMatchObject([
      { code: 'tax.rateOverlaps', params: { from: '2026-04-01', ratePercent: '6' } },
    ]);
    expect((await add('2026-03-01')).body.refusals).toMatchObject([{ code: 'tax.ratePast' }]);
    const added = (await add('2026-07-01')).body.authorities[0].rates;
    expect(added[0]).toEqual({ from: '2026-07-01', ratePercent: '7.5' });
    expect(await ratesOn('2026-07-01')).toEqual(['7.500000', '1.250000']);
    const drop = (from: string) => osric.send(`${path}/drop`, { from, ratePercent: '1' });
    expect((await drop('2020-01-01')).body.refusals).toMatchObject([
      { code: 'tax.rateBegun' },
    ]);
    expect((await drop('2026-07-01')).body.authorities[0].rates).toHaveLength(2);
  });

  test('a new authority joins a code, compound; a code of a broken order is refused', async () => {
    const osric = await shop.as('osric');
    const authority = {
      code: 'beacon',
      name: 'Beacon dues',
      payee: 'Beacon Board',
      accountNumber: '2119',
    };
    expect((await osric.send('/taxes/authorities', authority)).body.refusals).toMatchObject([
      { code: 'tax.firstRate' },
    ]);
    const rate = { from: '2026-01-01', ratePercent: '10' };
    const made = (await osric.send('/taxes/authorities', { ...authority, rate })).body;
    const beacon = made.authorities.at(-1).id;
    const part = (authorityId: number, compound = false) => ({ authorityId, compound });
    const code = { code: 'lit', name: 'Lit', parts: [part(beacon, true), part(1)] };
    expect((await osric.send('/taxes/codes', code)).body.refusals).toMatchObject([
      { code: 'tax.compoundFirst' },
    ]);
    const saved = (
      await osric.send('/taxes/codes', { ...code, parts: [part(1), part(beacon, true)] })
    ).body;
    const lit = saved.codes.at(-1);
    expect(
      (await osric.send('/taxes/codes', { ...code, parts: [] })).body.refusals,
    ).toMatchObject([{ code: 'tax.codeTaken' }]);
    await shop.admin.query('UPDATE shop SET prices_include_tax = FALSE');
    await shop.admin.query('UPDATE department SET tax_code_id = ? WHERE code = ?', [
      lit.id,
      'rope',
    ]);
    const fenella = await shop.as('fenella');
    const sold = await fenella.send('/sales', {
      drawerId: id.drawers['shop'],
      lines: [{ departmentId: id.departments['rope'], amountMinor: 100_00 }],
      // 5 % of the net, then 10 % of net and that: 5.00 + 10.50; derived.
      tenders: [card(id, 115_50)],
    });
    const { entryId } = (await fenella.get(`/sales/${sold.body.saleId}`)).body;
    const { entries } = (await osric.get('/journal?amountMinor=1050')).body;
    const entry = entries.find(({ id: of }: { id: number }) => of === entryId);
    expect(entry.lines).toContainEqual(
      expect.objectContaining({ number: '2119', of: 'Beacon dues', amountMinor: -10_50 }),
    );
    expect((await fenella.get('/taxes')).status).toBe(403);
  });
});
