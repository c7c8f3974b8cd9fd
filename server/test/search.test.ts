import type { DocumentRow, SearchHit } from '@abacist/contracts';
import { DOCUMENT_SORTS } from '@abacist/contracts/choices';
import { toDecimal } from '@abacist/core/money';
import { readAsked } from '../src/search/routes';
import { holdsWords } from '../src/search/words';
import { listDocuments } from '../src/documents/list';
import { audit } from '../src/audit/audit';
import { walkDay } from './day';
import { walkAccounts, walkOrders, walkReturns } from './walks';
import type { Value } from '../src/db/pool';
import { openShop, type Person, type TestShop } from './harness';

let shop: TestShop;
let osric: Person;
let all: DocumentRow[];
beforeAll(async () => {
  shop = await openShop();
  await walkDay(shop);
  await walkReturns(shop);
  await walkOrders(shop);
  await walkAccounts(shop);
  osric = await shop.as('osric');
  all = (await listDocuments(shop.pool, {}, 1000)).rows;
});
afterAll(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
  await shop.close();
});

const key = ({ kind, subjectId }: DocumentRow) => `${kind} ${subjectId}`;

test('every document stands in the list once, page by page in either order', async () => {
  const { n } = await shop.one('SELECT COUNT(*) AS n FROM document');
  expect(all).toHaveLength(n);
  expect(n).toBeGreaterThan(25);
  for (const sort of DOCUMENT_SORTS) {
    for (const down of [true, false]) {
      const read: DocumentRow[] = [];
      for (let after: string | null = ''; after !== null;) {
        const page = await listDocuments(
          shop.pool,
          { sort, down, ...(after && { after }) },
          7,
        );
        read.push(...page.rows);
        after = page.next;
      }
      expect(new Set(read.map(key))).toEqual(new Set(all.map(key)));
      expect(read).toHaveLength(n);
      const places = read.map(({ date, amountMinor }) =>
        sort === 'date' ? date : amountMinor,
      );
      const turn = down ? -1 : 1;
      expect(places).toEqual(places.toSorted((a, b) => (a < b ? -turn : a > b ? turn : 0)));
    }
  }
});

test('each filter finds what a look through the whole list finds, and its sums are those', async () => {
  const paidBy = new Set(
    (
      await shop.all(
        `SELECT t.sale_id AS saleId FROM sale_tender t JOIN tender k ON k.id = t.tender_id
         WHERE k.kind = 'cash'`,
      )
    ).map(({ saleId }) => `sale ${saleId}`),
  );
  const cash = await shop.one(`SELECT id FROM tender WHERE kind = 'cash'`);
  const maker = await shop.one(`SELECT id, name FROM user WHERE username = 'osric'`);
  const drawer = await shop.one('SELECT id, name FROM drawer ORDER BY id');
  const gannet = await shop.one(
    `SELECT c.id, c.name FROM customer c JOIN charge_account a ON a.customer_id = c.id`,
  );
  const filters: [string, (row: DocumentRow) => boolean][] = [
    ['kind=sale', ({ kind }) => kind === 'sale'],
    ['state=undone', ({ undoneBy }) => undoneBy !== null],
    ['state=stands', ({ undoneBy }) => undoneBy === null],
    ['from=2026-03-03', ({ date }) => date >= '2026-03-03'],
    ['to=2026-03-02', ({ date }) => date <= '2026-03-02'],
    [`userId=${maker.id}`, ({ by }) => by === maker.name],
    [`drawerId=${drawer.id}`, (row) => row.drawer === drawer.name],
    [`customerId=${gannet.id}`, ({ customer }) => customer === gannet.name],
    [`tenderId=${cash.id}`, (row) => paidBy.has(key(row))],
    ['leastMinor=5000', ({ amountMinor }) => Math.abs(amountMinor) >= 5000],
    ['mostMinor=2000', ({ amountMinor }) => Math.abs(amountMinor) <= 2000],
    [
      'kind=sale&leastMinor=1000&mostMinor=5000',
      ({ kind, amountMinor }) =>
        kind === 'sale' && Math.abs(amountMinor) >= 1000 && Math.abs(amountMinor) <= 5000,
    ],
  ];
  for (const [query, fits] of filters) {
    const wanted = all.filter(fits);
    const { rows } = (await osric.get(`/documents?${query}`)).body;
    expect({ query, found: rows.map(key).sort() }).toEqual({
      query,
      found: wanted.map(key).sort(),
    });
    expect({ query, some: wanted.length > 0 && wanted.length < all.length }).toEqual({
      query,
      some: true,
    });
    const { sums } = (await osric.get(`/documents/sums?${query}`)).body;
    const total = (rows: { amountMinor: number }[]) =>
      rows.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
    expect({
      query,
      count: sums.reduce((of: number, { count }: { count: number }) => of + count, 0),
      total: total(sums),
    }).toEqual({
      query,
      count: wanted.length,
      total: total(wanted.filter(({ undoneBy }) => undoneBy === null)),
    });
  }
  const csv = new TextDecoder().decode(
    await shop.download(osric, '/documents/export?kind=sale'),
  );
  expect(csv.trim().split(/\r?\n/)).toHaveLength(
    1 + all.filter(({ kind }) => kind === 'sale').length,
  );
});

const search = async (who: Person, text: string): Promise<SearchHit[]> =>
  (await who.get(`/search?${new URLSearchParams({ text })}`)).body.hits;

test('what was typed finds documents, lines, accounts and items, each by every way', async () => {
  const [receipt] = await search(osric, 'r-1');
  expect(receipt).toMatchObject({ kind: 'document', document: 'sale', number: 'R-1' });
  const ofOne = await search(osric, '1');
  expect(ofOne.length).toBeGreaterThan(1);
  for (const hit of ofOne) {
    if (hit.kind === 'document') expect(hit.number).toMatch(/^[A-Z]+-1$|^[A-Z]+-\d+$/);
  }

  // An amount, whichever way it went: the slip of it and the line that brought it.
  const { total } = await shop.one('SELECT total_minor AS total FROM slip');
  const ofSlip = await search(osric, toDecimal(total, 'CAD'));
  expect(ofSlip).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ kind: 'document', document: 'slip', amountMinor: total }),
      expect.objectContaining({ kind: 'line', amountMinor: total }),
    ]),
  );
  // Where is this money? A day's pot that took just this, and one of which just this is at one place.
  const pots = (await osric.get('/days/2026-03-02')).body.beads;
  const cash = pots.find(({ key }: any) => key === 'cash');
  for (const amount of [cash.takenMinor, cash.byStage.home]) {
    const hits = (await search(osric, toDecimal(amount, 'CAD'))).filter(
      (hit) => hit.kind === 'bead',
    );
    expect(hits).toContainEqual(
      expect.objectContaining({
        date: '2026-03-02',
        key: 'cash',
        takenMinor: cash.takenMinor,
      }),
    );
    for (const { parts, takenMinor } of hits)
      expect(parts.reduce((sum, part) => sum + part.amountMinor, 0)).toBe(takenMinor);
  }
  expect(await search(await shop.as('fenella'), toDecimal(total, 'CAD'))).not.toContainEqual(
    expect.objectContaining({ kind: 'bead' }),
  );
  const { reference } = await shop.one('SELECT reference FROM settlement');
  expect(await search(osric, reference)).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ kind: 'document', document: 'settlement' }),
    ]),
  );
  const { text } = await shop.one('SELECT text FROM statement_line WHERE match_group_id > 0');
  expect(await search(osric, text.match(/\p{L}{4,}/u)![0].slice(0, 4))).toEqual(
    expect.arrayContaining([expect.objectContaining({ kind: 'line' })]),
  );
  expect(await search(osric, 'gann')).toEqual([
    expect.objectContaining({ kind: 'account', name: 'Gannet' }),
  ]);
  expect(await search(osric, 'shackle bow')).toEqual([
    expect.objectContaining({ kind: 'item', name: 'Bow shackle 6 mm' }),
  ]);
  // Nothing of what is typed is SQL or an operator of the index of words.
  expect(await search(osric, `%_' "+(-*`)).toEqual([]);
});

test('a clerk finds what the counter has, and neither slips nor lines', async () => {
  const fenella = await shop.as('fenella');
  const { total } = await shop.one('SELECT total_minor AS total FROM slip');
  expect(await search(fenella, toDecimal(total, 'CAD'))).toEqual([]);
  expect(await search(fenella, 'r-1')).toHaveLength(1);
  expect((await fenella.get('/documents')).status).toBe(403);
});

test('words for the index of words hold nothing but letters and digits', () => {
  expect(holdsWords('text', 'deposit quay 4711')).toMatchObject({
    sql: 'MATCH (text) AGAINST (? IN BOOLEAN MODE) AND text LIKE ? AND text LIKE ?',
    values: ['+4711*', '%deposit%', '%quay%'],
  });
  expect(holdsWords('text', `the *bo+w-" (x) @`)).toBeNull();
  expect(holdsWords('text', 'of the harbour-trust')?.values).toEqual(['+harbour*', '%trust%']);
});

test('the newest lines, looked through, hold what the index of words finds', async () => {
  const lines = await shop.all<{ text: string }>('SELECT text FROM statement_line');
  const words = lines.flatMap(({ text }) => text.match(/\p{L}{3,}/gu) ?? []);
  expect(words.length).toBeGreaterThan(2);
  for (const word of new Set(words)) {
    const holds = holdsWords('text', word);
    if (!holds) continue;
    const found = ({ sql, values }: { sql: string; values: Value[] }) =>
      shop.all(`SELECT id FROM statement_line WHERE ${sql} ORDER BY id`, values);
    expect(await found(holds.plain)).toEqual(await found(holds));
  }
});

test('a text is read in every way that it can be meant', () => {
  expect(readAsked(' r12 ', 'CAD')).toMatchObject({ number: { series: 'R', number: 12 } });
  expect(readAsked('12', 'CAD')).toMatchObject({
    number: { series: null, number: 12 },
    amountMinor: 1200,
  });
  expect(readAsked('−12.30', 'CAD')).toMatchObject({ number: null, amountMinor: 1230 });
  expect(readAsked('rope 12', 'CAD')).toMatchObject({ number: null, amountMinor: null });
});
