import type { EntryView } from '@abacist/contracts';
import { audit } from '../src/audit/audit';
import { pieces } from './day';
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
import { approval, pay, regularsOf } from './regulars';

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
afterAll(async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
  await shop.close();
});

const preview = (who: Person, path: string, command: object) =>
  who.raw('POST', path, { command, preview: true });
/** All that a look must leave as it was. */
const KEPT = [
  'sale',
  'entry',
  'entry_line',
  'document',
  'command',
  'slip',
  'open_item',
  'cheque',
];
const kept = async () => ({
  rows: await Promise.all(
    KEPT.map(async (table) => (await shop.one(`SELECT COUNT(*) AS n FROM ${table}`)).n),
  ),
  series: await shop.all('SELECT code, last_number FROM series ORDER BY code'),
});
/** What of entries two tellings must share: kind, date, and each line with whose takings it moves. */
const told = (entries: EntryView[]) =>
  entries.map(({ kind, date, memo, lines }) => ({
    kind,
    date,
    memo,
    lines: lines.map(({ account, amountMinor, of, takings }) => ({
      account,
      amountMinor,
      of,
      takings,
    })),
  }));
const postedAfter = async (entryId: number): Promise<EntryView[]> => {
  const found = await shop.all('SELECT id FROM entry WHERE id > ? ORDER BY id', [entryId]);
  const read = [];
  for (const { id: one } of found) read.push((await osric.get(`/journal/${one}`)).body);
  return read;
};

/** Looks at a command, sees that nothing is kept of that, sends it, and compares. */
async function lookThenPost(who: Person, path: string, command: object): Promise<any> {
  const before = await kept();
  const seen = await preview(who, path, command);
  expect({ path, status: seen.status, body: seen.body.refusals }).toMatchObject({
    status: 200,
  });
  expect(await kept()).toEqual(before);
  const { last } = await shop.one('SELECT COALESCE(MAX(id), 0) AS last FROM entry');
  const sent = await who.send(path, command, { approval });
  expect({ path, status: sent.status }).toEqual({ path, status: 200 });
  const posted = await postedAfter(last);
  expect(posted.length).toBeGreaterThan(0);
  expect(told(seen.body.entries)).toEqual(told(posted));
  return sent.body;
}

test('what is shown is what is posted, line by line, and a look leaves nothing behind', async () => {
  const drawerId = id.drawers['shop'];
  const sale = (more: object) => ({ drawerId, lines: [], tenders: [], ...more });
  await lookThenPost(
    fenella,
    '/sales',
    sale({ lines: [book(id)], tenders: [cash(id, 20_00)] }),
  );
  await lookThenPost(
    fenella,
    '/sales',
    sale({ lines: [book(id, 50_00)], tenders: [card(id, 30_00), cash(id, 20_00)] }),
  );
  // A payment on account is a ticket; over the limit it asks for an approval, and is shown as if it had it.
  const regulars = await regularsOf(shop);
  const gannet = await regulars.open('Gannet', { limitMinor: 10_00 });
  const charge = {
    kind: 'onAccount',
    tenderId: id.tenders['account'],
    amountMinor: 30_00,
    chargeAccountId: gannet.id,
    buyer: '',
    reference: '',
  };
  await lookThenPost(fenella, '/sales', sale({ lines: [book(id, 30_00)], tenders: [charge] }));
  await lookThenPost(
    fenella,
    '/sales',
    sale({ extras: [pay(gannet.id, 10_00)], tenders: [cash(id, 10_00)] }),
  );

  const begun = (await osric.send('/counts', { drawerId })).body;
  await lookThenPost(osric, `/counts/${begun.sessionId}/close`, {
    count: pieces(begun.expectedMinor - 5),
    chequeIds: [],
    note: 'Five short',
  });
  const { items, bankAccounts } = (await osric.get('/safe')).body;
  await lookThenPost(osric, '/slips', {
    bankAccountId: bankAccounts[0].id,
    bankTotalMinor: items[0].leftMinor,
    bankReference: '',
    items: [{ safeItemId: items[0].id, amountMinor: items[0].leftMinor }],
  });
});

test('a look is refused where the command would be, and is no way around a right', async () => {
  const drawerId = id.drawers['hatch'];
  const short = await preview(fenella, '/sales', {
    drawerId,
    lines: [book(id)],
    tenders: [card(id, 1_00)],
  });
  expect(short.status).toBe(422);
  const bad = await preview(fenella, '/sales', { drawerId, lines: 'none' });
  expect(bad.status).toBe(422);
  // Who counts blind is not told what the drawer should hold; who may not send a slip sees none.
  const begun = (await fenella.send('/counts', { drawerId })).body;
  const close = { count: {}, chequeIds: [], note: '' };
  expect((await preview(fenella, `/counts/${begun.sessionId}/close`, close)).status).toBe(404);
  expect((await preview(fenella, '/slips', {})).status).toBe(403);
  // What reaches the outside is never tried.
  const { status } = await preview(osric, '/papers', {
    kind: 'receipt',
    subject: 'sale',
    subjectId: 1,
    format: 'roll',
    how: 'roll',
  });
  expect(status).toBe(404);
  expect(shop.outside.prints).toEqual([]);
});
