import writeWorkbook from 'write-excel-file/node';
import { audit } from '../src/audit/audit';
import { base64, openShop, type TestShop } from './harness';
import { codes, regularsOf } from './regulars';

/*
 * A bank's own table: looked at, made out by a person, imported, and known the next time by its heads; without balances it
 * begins with what statements before it say.
 */
let shop: TestShop;
let regulars: Awaited<ReturnType<typeof regularsOf>>;
const osric = () => regulars.osric();
const HEADS = 'Posted;Details;More;Debit;Credit';
const MARCH = [HEADS, '06.03.2026;INTEREST;;;4,20', '05.03.2026;PLAN;MARCH;18,50;'].join('\n');
const APRIL = [HEADS, '02.04.2026;RENT LOFT;;1.250,00;'].join('\n');

beforeAll(async () => {
  shop = await openShop();
  regulars = await regularsOf(shop);
  await regulars.at('2026-04-10T15:00:00Z');
});
afterEach(async () => {
  await shop.jobsEnded();
  await shop.seal();
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});
afterAll(() => shop.close());

const file = (text: string | Buffer, name = 'bank.csv') => ({
  name,
  contentBase64: typeof text === 'string' ? base64(text) : text.toString('base64'),
});
const look = async (text: string | Buffer, mapping: object | null = null) => {
  const asked = { ...file(text), bankAccountId: 1, mapping };
  const answer = await osric().raw('POST', '/statement-files/look', asked);
  expect(answer).toMatchObject({ status: 200 });
  return answer.body;
};
const bring = (text: string | Buffer, table?: object) =>
  osric().send('/statements', { ...file(text), ...(table && { table }) });

test('what nobody made out yet is refused with the way on; looked at, each row says what it becomes', async () => {
  expect(codes(await bring(MARCH))).toEqual(['statement.notCsv']);
  const seen = await look(MARCH);
  expect(seen).toMatchObject({
    ...{ gaps: [], refusal: null, openingMinor: null },
    mapping: { columns: ['date', 'text', null, 'moneyOut', 'moneyIn'], dates: 'dmy' },
    whole: { lines: 2, from: '2026-03-05', to: '2026-03-06', inMinor: 4_20, outMinor: -18_50 },
  });
  expect(seen.rows.map(({ line }: any) => line?.amountMinor ?? null)).toEqual([
    null,
    4_20,
    -18_50,
  ]);
  const turned = await look(MARCH, { ...seen.mapping, dates: 'mdy' });
  expect(turned.rows[1].line).toMatchObject({ date: '2026-06-03' });
  expect((await look(MARCH, { ...seen.mapping, columns: [] })).gaps).toContain('date');
});

test('imported as it was made out, and known by its heads the next time', async () => {
  const { mapping } = await look(MARCH);
  const columns = mapping.columns.map((one: any, i: number) => (i === 2 ? 'text' : one));
  const table = {
    ...{ bankAccountId: 1, mapping: { ...mapping, columns }, openingMinor: null },
    saveAs: 'Quay branch, online',
  };
  // It has no balances, and nothing is before it: what was there must be said once.
  expect(codes(await bring(MARCH, table))).toEqual(['statement.noOpening']);
  const brought = await bring(MARCH, { ...table, openingMinor: 1_000_00 });
  expect(brought).toMatchObject({ status: 200, body: { added: 2, closingMinor: 985_70 } });
  await shop.jobsEnded();
  const { openLines, accounts } = (await osric().get('/statement')).body;
  expect(openLines.map(({ text }: any) => text)).toEqual(['PLAN MARCH', 'INTEREST']);
  expect(accounts[0]).toMatchObject({
    statementBalanceMinor: 985_70,
    ledgerBalanceMinor: 1_000_00,
  });
  // The next month needs nothing but its file: its heads are known, its opening is the last closing.
  expect(await look(APRIL)).toMatchObject({ openingMinor: 985_70, gaps: [] });
  expect(await bring(APRIL)).toMatchObject({
    status: 200,
    body: { added: 1, closingMinor: 985_70 - 1_250_00 },
  });
  // Days that both have are known again; what contradicts them is refused.
  const overlap = `${MARCH}\n07.03.2026;LATE;;1,00;`.split('\n');
  const turned = [overlap[0], overlap[3], overlap[1], overlap[2]].join('\n');
  expect(await bring(turned)).toMatchObject({ body: { added: 1, alreadyHere: 2 } });
});

test('a workbook is read by the same way; nobody is asked what a known format is', async () => {
  const cell = (value: string | number) => ({
    ...{ type: typeof value === 'string' ? String : Number, value },
  });
  const workbook = await writeWorkbook(
    [
      ['Date', 'Text', 'Amount', 'Balance'],
      ['2026-05-04', 'PLAN', -18.5, -283.8],
      ['2026-05-05', 'COINS', 2.25, -281.55],
    ].map((row) => row.map(cell)) as never,
  ).toBuffer();
  expect(codes(await bring(workbook))).toEqual(['statement.unknownTable']);
  const { mapping, whole } = await look(workbook);
  expect(whole).toMatchObject({ lines: 2, closingMinor: -281_55 });
  const table = { bankAccountId: 1, mapping, openingMinor: null, saveAs: null };
  await regulars.at('2026-05-10T15:00:00Z');
  expect(await bring(workbook, table)).toMatchObject({ status: 200, body: { added: 2 } });
});
