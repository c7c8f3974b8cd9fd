import { startOutside } from '@abacist/sim/outside';
import { HALYARD_LAYOUT } from '@abacist/sim/processors/halyard';
import { audit } from '../src/audit/audit';
import { countAndClose, importStatement } from './day';
import { base64, book, card, openShop, type TestShop } from './harness';
import { regularsOf } from './regulars';

/* The stand-ins’ files of the next day: fetched from their page, brought in, until the money is home. */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
let outside: Awaited<ReturnType<typeof startOutside>>;
beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  outside = await startOutside(0, shop.pool);
});
afterAll(async () => {
  await outside.close();
  await shop.close();
});
const page = async (path = '/') => {
  const answer = await fetch(`${outside.address}${path}`);
  return { status: answer.status, text: await answer.text() };
};

test('before a drawer is counted nothing waits', async () => {
  expect((await page()).text).toContain('no closed batch waits');
  expect((await page('/files/settlement/1')).status).toBe(404);
  expect((await page('/files/settlement/77')).status).toBe(404);
});

test('a counted day’s cards come from the processor and from the bank, and are home to the cent', async () => {
  const { id } = regulars;
  for (const [i, amount] of [40_00, 25_00, 12_00].entries())
    await regulars.ring({
      lines: [book(id, amount)],
      tenders: [{ ...card(id, amount), lastFour: `111${i}`, reference: `N${i}` }],
    });
  await countAndClose(regulars.fenella(), id.drawers['shop']!);
  await regulars.at('2026-03-03T14:00:00Z');
  expect((await page()).text).toContain('HP-20260302.csv');
  const faulty = await page('/files/settlement/1?faults');
  const { text } = await page('/files/settlement/1');
  expect(faulty.text).not.toBe(text);
  const osric = regulars.osric();
  const brought = await osric.send('/settlements', {
    ...{
      processorId: 1,
      mapping: HALYARD_LAYOUT,
      name: 'HP.csv',
      contentBase64: base64(text),
    },
  });
  expect(brought.body.settlements).toMatchObject([{ grossMinor: 77_00, differences: [] }]);
  expect((await page()).text).toContain('no closed batch waits');
  const statement = await page('/files/statement');
  expect((await importStatement(osric, statement.text)).status).toBe(200);
  await shop.jobsEnded();
  const { beads } = (await osric.get('/days/2026-03-02')).body;
  expect(beads.find(({ key }: any) => key === 'card 1 Meridian')).toMatchObject({
    stage: 'home',
  });
  expect((await page('/files/statement')).status).toBe(404);
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
