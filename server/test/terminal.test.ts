import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
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

const ask = async (amountMinor: number, reference = randomUUID()) =>
  (
    await fenella.raw('POST', '/terminal', {
      reference,
      tenderId: id.tenders['meridian'],
      amountMinor,
    })
  ).body;
const { charges, setMood } = {
  charges: () => shop.outside.terminal.charges,
  setMood: (mood: Parameters<TestShop['outside']['terminal']['setMood']>[0]) =>
    shop.outside.terminal.setMood(mood),
};

describe('the card terminal', () => {
  test('approves or declines; the same reference is the same charge', async () => {
    setMood('approve');
    const reference = randomUUID();
    const first = await ask(12_00, reference);
    expect(first).toMatchObject({ status: 'approved', authorisation: 'T000001' });
    expect(await ask(12_00, reference)).toEqual(first);
    expect(charges().length).toBe(1);
    const other = await ask(13_00, reference);
    expect(other.refusals).toMatchObject([
      { code: 'terminal.otherCharge', params: { amountMinor: 12_00 } },
    ]);
    setMood('decline');
    expect(await ask(5_00)).toEqual({ status: 'declined' });
    expect(charges().length).toBe(1);
  });

  test('approved but the answer lost: found again by its reference, never charged twice', async () => {
    setMood('loseAnswer');
    const reference = randomUUID();
    const before = charges().length;
    const both = await Promise.all([ask(20_00, reference), ask(20_00, reference)]);
    for (const answer of both) expect(answer).toMatchObject({ status: 'approved' });
    expect(charges().length).toBe(before + 1);
    expect(charges().filter(({ amountMinor }) => amountMinor === 20_00)).toHaveLength(1);
  });

  test('timed out: unknown, nothing is charged; asked again under the same reference, once', async () => {
    setMood('timeOut');
    const reference = randomUUID();
    expect(await ask(30_00, reference)).toEqual({ status: 'unknown' });
    expect(charges().map((one) => one.reference)).not.toContain(reference);
    setMood('approve');
    expect(await ask(30_00, reference)).toMatchObject({ status: 'approved' });
    expect(charges().filter((one) => one.reference === reference)).toMatchObject([
      { amountMinor: 30_00 },
    ]);
  });

  test('terminals that take their time cost nobody else anything; each is asked once', async () => {
    setMood('slow');
    const before = charges().length;
    const references = Array.from({ length: 24 }, () => randomUUID());
    let waiting = true;
    const asked = Promise.all(
      references.flatMap((reference) => [ask(7_00, reference), ask(7_00, reference)]),
    ).finally(() => (waiting = false));
    // More than the server has connections wait now; a colleague still sells.
    await setTimeout(300);
    const sale = {
      drawerId: id.drawers['shop'],
      lines: [book(id, 3_00)],
      tenders: [cash(id, 3_00)],
    };
    expect((await fenella.send('/sales', sale)).status).toBe(200);
    expect(waiting).toBe(true);
    for (const answer of await asked) expect(answer).toMatchObject({ status: 'approved' });
    expect(charges().length).toBe(before + references.length);
    for (const { reference } of (await osric.get('/terminal/orphans')).body.charges) {
      await osric.send(`/terminal/${reference}/resolve`, {});
    }
  });

  test('what no ticket took is a loose end until it is given back, or a ticket takes it', async () => {
    setMood('approve');
    shop.setNow('2026-03-02T17:00:00Z');
    const taken = await ask(40_00);
    await fenella.send('/sales', {
      drawerId: id.drawers['shop'],
      lines: [book(id, 40_00)],
      tenders: [
        {
          kind: 'card',
          tenderId: id.tenders['meridian'],
          amountMinor: 40_00,
          lastFour: taken.lastFour,
          reference: taken.authorisation,
        },
      ],
    });
    await ask(41_00);
    const ends = async () =>
      (await osric.get('/loose-ends')).body.ends.filter(
        ({ code }: { code: string }) => code === 'terminalOrphan',
      );
    const before = await ends();
    shop.setNow('2026-03-02T17:11:00Z');
    const after = await ends();
    expect(after.length).toBe(before.length + 1);
    expect(after.map(({ amountMinor }: { amountMinor: number }) => amountMinor)).toContain(
      41_00,
    );
    expect(after.map(({ amountMinor }: { amountMinor: number }) => amountMinor)).not.toContain(
      40_00,
    );
    for (const { reference } of (await osric.get('/terminal/orphans')).body.charges) {
      expect((await osric.send(`/terminal/${reference}/resolve`, {})).status).toBe(200);
    }
    expect(await ends()).toEqual([]);
  });

  test('its report by card is taken for a count: its tickets, and what no ticket took', async () => {
    shop.setNow('2026-03-02T17:15:00Z');
    await ask(7_00);
    const { body: begun } = await fenella.send('/counts', { drawerId: id.drawers['shop'] });
    expect(begun).toMatchObject({ terminal: true, cards: [{ tillMinor: 40_00 }] });
    const report = () => fenella.get(`/counts/${begun.sessionId}/terminal`);
    // What was given back at the terminal is not in it.
    expect((await report()).body).toEqual({
      cards: [{ pot: begun.cards[0].pot, terminalMinor: 47_00 }],
    });
    // The terminal's own amounts count, not what was asked of it.
    charges().find(({ amountMinor }) => amountMinor === 40_00)!.amountMinor = 39_00;
    expect((await report()).body.cards[0].terminalMinor).toBe(46_00);
    expect((await fenella.get('/counts/999/terminal')).status).toBe(404);
  });
});
