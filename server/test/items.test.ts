import { readCsv } from '@abacist/core/csv';
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
let osric: Person;
beforeAll(async () => {
  shop = await openShop();
  id = await ids(shop);
  fenella = await shop.as('fenella');
  osric = await shop.as('osric');
});
afterAll(() => shop.close());

const department = async (code: string) =>
  (await shop.one('SELECT id, tax_code_id AS taxCodeId FROM department WHERE code = ?', [
    code,
  ])) as {
    id: number;
    taxCodeId: number;
  };
const lantern = async (more: object = {}) => {
  const { id: departmentId, taxCodeId } = await department('rope');
  return {
    code: 'LAN',
    name: 'Riding lantern',
    departmentId,
    taxCodeId,
    priceMinor: 21_24,
    priceIncludesTax: true,
    unit: '',
    decimals: 0,
    barcodes: ['4006381333931', 'LANTERN-1'],
    active: true,
    ...more,
  };
};
const file = (text: string, name = 'list.csv') => ({
  name,
  contentBase64: Buffer.from(text).toString('base64'),
});
const find = async (text: string) =>
  (await fenella.get(`/counter/items?text=${encodeURIComponent(text)}`)).body;

describe('items', () => {
  test('are kept by a bookkeeper, found by any barcode, code or part of a name', async () => {
    expect((await fenella.send('/items', await lantern())).status).toBe(403);
    const saved = (await osric.send('/items', await lantern())).body;
    expect(saved).toMatchObject({
      code: 'LAN',
      version: 1,
      barcodes: ['4006381333931', 'LANTERN-1'],
    });
    for (const text of ['4006381333931', 'LANTERN-1', 'lan']) {
      expect(await find(text)).toMatchObject({ exact: true, items: [{ code: 'LAN' }] });
    }
    expect(await find('LÄNT rid')).toMatchObject({ exact: false, items: [{ code: 'LAN' }] });
    // What begins with the text stands before what holds it.
    const names = (await find('b')).items.map(({ name }: { name: string }) => name[0]);
    expect(names.indexOf('B')).toBe(0);
    // Signs that LIKE would read as patterns are signs.
    expect((await find('%')).items).toEqual([]);
  });

  test('a change from an old page, a taken code or barcode is refused, nothing kept', async () => {
    const [kept] = (await osric.get('/items?text=lantern')).body.items;
    const path = `/items/${kept.id}`;
    const changed = await osric.send(path, await lantern({ priceMinor: 30_00, version: 1 }));
    expect(changed.body).toMatchObject({ priceMinor: 30_00, version: 2 });
    const again = await osric.send(path, await lantern({ priceMinor: 31_00, version: 1 }));
    expect(again.body.refusals).toMatchObject([{ code: 'item.changed' }]);
    const taken = await osric.send('/items', await lantern({ code: 'lan' }));
    expect(taken.body.refusals).toMatchObject([{ code: 'item.codeTaken', at: 'code' }]);
    const barcode = await osric.send(
      '/items',
      await lantern({ code: 'L2', barcodes: ['LANTERN-1'] }),
    );
    expect(barcode.body.refusals).toMatchObject([
      { code: 'item.barcodeTaken', params: { barcode: 'LANTERN-1', code: 'LAN' } },
    ]);
    expect((await osric.get('/items?text=L2')).body.items).toEqual([]);
    const [after] = (await osric.get('/items?text=4006381333931')).body.items;
    expect(after).toMatchObject({ priceMinor: 30_00 });
    await osric.send(path, await lantern({ version: 2 }));
  });

  test('an item off sale is neither found nor sold; a price with tax sells at its total', async () => {
    const [kept] = (await osric.get('/items?text=LANTERN-1')).body.items;
    const sale = (quantity = '1') => ({
      drawerId: id.drawers['shop'],
      lines: [{ itemId: kept.id, quantity }],
      tenders: [cash(id, 50_00)],
    });
    const sold = await fenella.send('/sales', sale());
    expect(sold.body).toMatchObject({ totalMinor: 21_24, changeMinor: 28_75 });
    const half = await fenella.send('/sales', sale('1.5'));
    expect(half.body.refusals).toMatchObject([
      { code: 'line.decimals', params: { decimals: 0 } },
    ]);
    await osric.send(
      `/items/${kept.id}`,
      await lantern({ active: false, version: kept.version }),
    );
    expect((await find('LAN')).items).toEqual([]);
    expect((await fenella.send('/sales', sale())).body.refusals).toMatchObject([
      { code: 'line.unknown' },
    ]);
    expect((await osric.get('/items?sold=false')).body.items).toMatchObject([{ code: 'LAN' }]);
  });

  test('the counter offers first what its drawer sells most', async () => {
    const { body } = await fenella.get('/counter');
    const hot = body.items.find(({ code }: { code: string }) => code === 'HD').id;
    const at = (drawer: string) =>
      body.offers.find(({ drawerId }: { drawerId: number }) => drawerId === id.drawers[drawer])
        .itemIds[0];
    expect(at('hatch')).not.toBe(hot);
    await fenella.send('/sales', {
      drawerId: id.drawers['hatch'],
      lines: [{ itemId: hot, quantity: '1' }, book(id, 5_00)],
      tenders: [cash(id, 50_00)],
    });
    const after = (await fenella.get('/counter')).body.offers;
    expect(after[1].itemIds[0]).toBe(hot);
    expect(after[0].itemIds[0]).not.toBe(hot);
  });
});

describe('departments', () => {
  const list = async () => (await osric.get('/departments')).body.departments;
  const of = async (code: string) =>
    (await list()).find((one: { code: string }) => one.code === code);

  test('a new one sells by its tax code; off, it sells no more', async () => {
    const { taxCodeId } = await of('books');
    const sails = { code: 'sails', name: 'Sail loft', taxCodeId, active: true };
    expect((await fenella.send('/departments', sails)).status).toBe(403);
    expect((await osric.send('/departments', sails)).status).toBe(200);
    const again = await osric.send('/departments', { ...sails, name: 'Other' });
    expect(again.body.refusals).toMatchObject([{ code: 'department.codeTaken', at: 'code' }]);
    const made = await of('sails');
    expect(made).toMatchObject({ name: 'Sail loft', itemCount: 0, active: true });
    const sale = () =>
      fenella.send('/sales', {
        drawerId: id.drawers['shop'],
        lines: [{ departmentId: made.id, amountMinor: 80_00 }],
        tenders: [card(id, 80_00)],
      });
    // Books are free of tax, and so is what bears their code.
    expect((await sale()).body).toMatchObject({ totalMinor: 80_00 });
    const { code: _code, ...change } = sails;
    const off = await osric.send(`/departments/${made.id}`, { ...change, active: false });
    expect(off.status).toBe(200);
    expect((await sale()).status).toBe(422);
  });

  test('one with items on sale stays on; an unknown tax code changes nothing', async () => {
    const rope = await of('rope');
    const change = { name: 'Rope', taxCodeId: rope.taxCodeId, active: true };
    const path = `/departments/${rope.id}`;
    expect(rope.itemCount).toBeGreaterThan(0);
    expect((await osric.send(path, { ...change, active: false })).body.refusals).toEqual([
      { code: 'department.hasItems', at: 'active', params: { count: rope.itemCount } },
    ]);
    expect(
      (await osric.send(path, { ...change, taxCodeId: 999 })).body.refusals,
    ).toMatchObject([{ code: 'item.unknownTaxCode', at: 'taxCodeId' }]);
    expect(await of('rope')).toEqual(rope);
  });
});

describe('a price list', () => {
  const text = [
    'code,name,department,price,barcodes',
    'HD,Hot drink,hatch,4.50,',
    'NEW1,"=Lamp, brass",rope,12.00,111 112',
    'BAD,No price,rope,12.345,',
  ].join('\r\n');
  const priceOf = async (code: string) =>
    (await shop.one('SELECT price_minor FROM item WHERE code = ?', [code]))?.price_minor;

  test('is shown before it is kept; bad rows stay out only by consent', async () => {
    const check = await osric.raw('POST', '/items/price-list/check', file(text));
    expect(check.body).toMatchObject({ added: 1, changed: 1, same: 0, bad: 1 });
    expect(check.body.rows[0]).toMatchObject({
      row: 4,
      status: 'bad',
      wrong: [{ code: 'amount.tooManyDecimals', at: 'price' }],
    });
    expect(check.body.rows[1]).toMatchObject({ beforeMinor: 4_25, priceMinor: 4_50 });
    const refused = await osric.send('/items/price-list', {
      ...file(text),
      goodRowsOnly: false,
    });
    expect(refused.body.refusals).toMatchObject([
      { code: 'priceList.badRows', at: 'row 4', params: { count: 1 } },
    ]);
    expect(await priceOf('HD')).toBe(4_25);
    const taken = await osric.send('/items/price-list', { ...file(text), goodRowsOnly: true });
    expect(taken.body).toEqual({ added: 1, changed: 1, same: 0, bad: 1 });
    expect([await priceOf('HD'), await priceOf('NEW1')]).toEqual([4_50, 12_00]);
    expect(await find('112')).toMatchObject({ exact: true, items: [{ code: 'NEW1' }] });
  });

  test('what is exported changes nothing when it is imported, and barcodes may be swapped', async () => {
    const { name, text: written } = (await osric.get('/items/price-list')).body;
    expect(name).toMatch(/^price-list-\d{4}-\d\d-\d\d\.csv$/);
    const same = await osric.raw('POST', '/items/price-list/check', file(written));
    expect(same.body).toMatchObject({ added: 0, changed: 0, bad: 0 });
    const table = readCsv(
      written,
      ['code', 'barcodes'],
      [...'name department price with_tax tax_code unit decimals sold'.split(' ')],
    );
    const codes = table.ok ? table.value.rows.map(({ cells }) => cells['code']) : [];
    expect(codes).toContain('NEW1');
    const swapped = [
      'code,name,department,price,barcodes',
      'NEW1,Lamp,rope,12.00,LANTERN-1',
      'LAN,Riding lantern,rope,21.24,111 112',
    ].join('\n');
    const taken = await osric.send('/items/price-list', {
      ...file(swapped),
      goodRowsOnly: false,
    });
    expect(taken.body).toMatchObject({ changed: 2 });
    expect((await osric.get('/items?text=LANTERN-1')).body.items[0].code).toBe('NEW1');
  });
});
