import { OTHER_ACCOUNTS } from '@abacist/contracts/choices';
import { audit } from '../src/audit/audit';
import { sealAll } from '../src/ledger/sealer';
import { book, cash, ids, openShop, type Ids, type Person, type TestShop } from './harness';

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

const cheque = (amountMinor: number, dated = '2026-03-02', drawnBy = 'Bo of the Gannet') => ({
  kind: 'cheque',
  tenderId: id.tenders['cheque'],
  amountMinor,
  cheque: { number: `1${amountMinor}`, drawnBy, dated },
});
const sell = async (amountMinor: number, ...tenders: object[]) => {
  const sale = { drawerId: id.drawers['shop'], lines: [book(id, amountMinor)], tenders };
  return (await fenella.send('/sales', sale)).body;
};
const begin = async () =>
  (await fenella.send('/counts', { drawerId: id.drawers['shop'] })).body;

describe('cheques', () => {
  test('lie in the drawer, are counted one by one, wait in the safe and go to the bank', async () => {
    const date = (await fenella.get('/session')).body.shop.today as string;
    await sell(60_00, cheque(40_00, date), cash(id, 20_00));
    await sell(299_75, cheque(299_75, date, 'Tern Sailing School'));
    await sell(50_00, cheque(50_00, '2027-01-01'));
    const lost = await sell(12_00, cheque(12_00, date));
    const voided = await sell(9_00, cheque(9_00, date));
    await fenella.send(
      `/sales/${voided.saleId}/void`,
      {},
      { approval: { approverId: 3, pin: '864286', reason: 'rung twice' } },
    );
    const counting = await begin();
    expect(counting).toMatchObject({ expectedMinor: 571_75 });
    expect(
      counting.cheques.map(({ amountMinor }: { amountMinor: number }) => amountMinor),
    ).toEqual([40_00, 299_75, 50_00, 12_00]);
    const ofLost = (await fenella.get(`/sales/${lost.saleId}`)).body.payments[0];
    expect(ofLost.cheque).toEqual({
      number: '11200',
      drawnBy: 'Bo of the Gannet',
      dated: date,
    });
    const chequeIds = counting.cheques
      .filter(({ amountMinor }: { amountMinor: number }) => amountMinor !== 12_00)
      .map((one: { id: number }) => one.id);
    const close = (command: object) =>
      fenella.send(`/counts/${counting.sessionId}/close`, { note: '', ...command });
    const count = { 10000: 1, 5000: 1, 2000: 1 };
    expect((await close({ count, chequeIds: [999] })).body.refusals).toMatchObject([
      { code: 'count.unknownCheque' },
    ]);
    expect((await close({ count, chequeIds })).body).toMatchObject({
      differenceMinor: -12_00,
      toSafeMinor: 409_75,
      floatLeftMinor: 150_00,
    });
    const sheet = (await fenella.get(`/days/${date}`)).body;
    expect(sheet.tenders).toMatchObject([
      { key: 'cash', differenceMinor: 0 },
      { key: 'cheque', expectedMinor: 401_75, countedMinor: 389_75, differenceMinor: -12_00 },
    ]);

    const { items } = (await osric.get('/safe')).body;
    type Item = { id: number; leftMinor: number; later: boolean; cheque: object | null };
    expect(items.filter(({ cheque: paper }: Item) => paper)).toHaveLength(3);
    const slip = (list: Item[], total = list.reduce((sum, one) => sum + one.leftMinor, 0)) =>
      osric.send('/slips', {
        bankAccountId: 1,
        bankTotalMinor: total,
        bankReference: '',
        items: list.map((one) => ({ safeItemId: one.id, amountMinor: one.leftMinor })),
      });
    expect((await slip(items)).body.refusals).toMatchObject([
      { code: 'slip.chequeLater', params: { dated: '2027-01-01' } },
    ]);
    const ready = items.filter(({ later }: Item) => !later);
    expect((await slip(ready)).body).toMatchObject({ totalMinor: 359_75 });
    const { beads } = (await fenella.get(`/days/${date}`)).body;
    expect(beads).toMatchObject([
      { shape: 'cash', stage: 'sent', takenMinor: 20_00 },
      { shape: 'cheque', stage: 'counted', byStage: { counted: 50_00, sent: 339_75 } },
    ]);
    const trail = (await osric.get(`/trail/beads/${date}/cheque`)).body;
    expect(trail.steps.map(({ kind }: { kind: string }) => kind)).toEqual(
      expect.arrayContaining(['sale', 'drawerClose', 'slip', 'waiting']),
    );
    await sealAll(shop.pool, new Date());
    expect((await audit(shop.pool)).breaches).toEqual([]);
  });
});

describe('the list of tenders', () => {
  const list = async () => (await osric.get('/tenders')).body.tenders;
  const fresh = {
    code: 'ship',
    name: 'Ship’s account',
    kind: 'other',
    isDebit: false,
    processorId: null,
    scheme: null,
    account: 'owner',
    shortcut: 'o',
    icon: 'ship',
    asksLastFour: false,
    asksReference: true,
    opensDrawer: false,
    active: true,
  };

  test('is the shop’s own: order, keys, references, on and off', async () => {
    const added = (await osric.send('/tenders', fresh)).body.tenders;
    const ship = added.at(-1);
    expect(ship).toMatchObject({ name: 'Ship’s account', account: 'owner' });
    const order = [ship.id, ...added.slice(0, -1).map((one: { id: number }) => one.id)];
    await osric.send('/tenders/order', { ids: order });
    expect((await fenella.get('/counter')).body.tenders[0]).toMatchObject({
      code: 'ship',
      asks: { lastFour: false, reference: true },
    });
    const offered = { kind: 'other', tenderId: ship.id, amountMinor: 5_00, reference: '' };
    expect((await sell(5_00, offered)).refusals).toMatchObject([{ code: 'tender.reference' }]);
    const sold = await sell(5_00, { ...offered, reference: 'Log 7' });
    const entry = (await osric.get('/journal?account=owner')).body.entries[0];
    expect(entry.documentNumber).toBe(sold.number);
    // What the owner took has nowhere further to go: its bead is home, and its trail says why.
    const { today } = (await fenella.get('/session')).body.shop;
    expect((await osric.get(`/days/${today}`)).body.beads.at(-1)).toMatchObject({
      shape: 'other',
      stage: 'home',
      takenMinor: 5_00,
    });
    const { steps } = (await osric.get(`/trail/beads/${today}/other%20${ship.id}`)).body;
    expect(steps).toMatchObject([{ kind: 'sale' }, { place: 'home', amountMinor: 5_00 }]);
    const { name, shortcut, icon, asksLastFour, asksReference, opensDrawer } = ship;
    const rest = { name, shortcut, icon, asksLastFour, asksReference, opensDrawer };
    const off = await osric.send(`/tenders/${ship.id}`, { ...rest, active: false });
    expect(off.status).toBe(200);
    expect((await sell(5_00, { ...offered, reference: 'Log 8' })).refusals).toMatchObject([
      { code: 'tender.unknown' },
    ]);
  });

  test.each(OTHER_ACCOUNTS)('may debit %s, and the books hold', async (account) => {
    const code = account.toLowerCase();
    const own = { code, name: `By ${account}`, account };
    const tender = { ...fresh, ...own, shortcut: '', asksReference: false };
    const { id } = (await osric.send('/tenders', tender)).body.tenders.at(-1);
    const offered = { kind: 'other', tenderId: id, amountMinor: 7_00, reference: '' };
    const sold = await sell(7_00, offered);
    const entry = (await osric.get(`/journal?account=${account}`)).body.entries[0];
    expect(entry.documentNumber).toBe(sold.number);
    await sealAll(shop.pool, new Date());
    expect((await audit(shop.pool)).breaches).toEqual([]);
  });

  test.each([
    ['a key that is taken', { ...fresh, code: 'x1', shortcut: 'c' }, 'tender.shortcutTaken'],
    ['a code that is taken', { ...fresh, code: 'cash', shortcut: '' }, 'tender.codeTaken'],
    [
      'a card without a processor',
      { ...fresh, code: 'x2', shortcut: '', kind: 'card', account: null },
      'tender.needsProcessor',
    ],
    [
      'another without its account',
      { ...fresh, code: 'x3', shortcut: '', account: null },
      'tender.needsAccount',
    ],
  ])('%s is refused', async (_what, tender, code) => {
    const before = (await list()).length;
    expect((await osric.send('/tenders', tender)).body.refusals).toMatchObject([{ code }]);
    expect(await list()).toHaveLength(before);
  });

  test('the last cash tender stays, and the order names them all', async () => {
    const cashTender = (await list()).find(({ kind }: { kind: string }) => kind === 'cash');
    const off = await osric.send(`/tenders/${cashTender.id}`, {
      name: 'Cash',
      shortcut: 'c',
      icon: '',
      asksLastFour: true,
      asksReference: true,
      opensDrawer: true,
      active: false,
    });
    expect(off.body.refusals).toMatchObject([{ code: 'tender.lastCash' }]);
    const short = await osric.send('/tenders/order', { ids: [cashTender.id] });
    expect(short.body.refusals).toMatchObject([{ code: 'tender.orderChanged' }]);
  });
});

describe('the counter’s rules', () => {
  const rules = async () => (await osric.get('/counter-rules')).body;
  const approval = { approverId: 3, pin: '864286', reason: 'agreed in March' };

  test('are set with a manager’s word, once from each page; tips and cash back by them', async () => {
    const before = await rules();
    expect(before).toMatchObject({ returnDays: 30, restockingPercent: '20', tips: false });
    const next = { ...before, tips: true, cashBackMaxMinor: 50_00, returnDays: 14 };
    expect((await osric.send('/counter-rules', next)).body.rules).toMatchObject([
      { code: 'rule.counterRules' },
    ]);
    const saved = await osric.send('/counter-rules', next, { approval });
    expect(saved.body).toMatchObject({ tips: true, returnDays: 14, version: 2 });
    const stale = await osric.send('/counter-rules', next, { approval });
    expect(stale.body.refusals).toMatchObject([{ code: 'rules.changed' }]);
    expect((await fenella.get('/counter')).body).toMatchObject({
      cardExtras: { tips: true, cashBackMaxMinor: 50_00 },
      returnRules: { returnDays: 14 },
    });
    const drawer = async () =>
      Number(
        (
          await shop.one(
            `SELECT SUM(l.amount_minor) AS total FROM entry_line l
             JOIN account a ON a.id = l.account_id AND a.role = 'drawer'`,
          )
        ).total,
      );
    const inDrawer = await drawer();
    const debit = {
      kind: 'card',
      tenderId: id.tenders['tidal'],
      amountMinor: 62_00,
      lastFour: '4242',
      reference: 'T-1',
    };
    const sold = (
      await fenella.send('/sales', {
        drawerId: id.drawers['shop'],
        lines: [book(id, 20_00)],
        extras: [
          { kind: 'tip', amountMinor: 2_00 },
          { kind: 'cashBack', amountMinor: 40_00 },
        ],
        tenders: [debit],
      })
    ).body;
    expect(sold).toMatchObject({ totalMinor: 62_00, changeMinor: 0 });
    expect(await drawer()).toBe(inDrawer - 40_00);
    const today = (await fenella.get('/session')).body.shop.today;
    const sheet = (await fenella.get(`/days/${today}`)).body;
    expect(sheet.extras).toEqual(
      expect.arrayContaining([
        { kind: 'tip', amountMinor: 2_00 },
        { kind: 'cashBack', amountMinor: 40_00 },
      ]),
    );
    await sealAll(shop.pool, new Date());
    expect((await audit(shop.pool)).breaches).toEqual([]);
  });

  test.each([
    ['a share above all', { restockingPercent: '101' }, 'input.string.pattern.base'],
    ['days below none', { returnDays: -1 }, 'input.number.min'],
  ])('%s is refused', async (_what, more, code) => {
    const refused = await osric.send(
      '/counter-rules',
      { ...(await rules()), ...more },
      { approval },
    );
    expect(refused.body.refusals).toMatchObject([{ code }]);
  });
});
