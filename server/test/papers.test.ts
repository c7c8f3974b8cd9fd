import { randomUUID } from 'node:crypto';
import { connectOutside } from '../src/outside/outside';
import {
  card,
  cash,
  ids,
  openShop,
  textOfPdf,
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

const issue = (command: object, who = fenella) =>
  who.send('/papers', { subject: 'sale', format: 'page', how: 'pdf', ...command });
async function paper(command: object): Promise<{ text: string; pdf: Uint8Array }> {
  const { issueId } = (await issue(command)).body;
  const pdf = await shop.download(fenella, `/papers/${issueId}/pdf`);
  return { text: textOfPdf(pdf), pdf };
}
const NOBODY = {
  number: '',
  kind: 'person',
  phone: '',
  email: '',
  address: '',
  priceKind: 'byKind',
  taxCodeId: null,
  exemption: null,
  active: true,
};
const sell = async (ticket: object) =>
  (await fenella.send('/sales', { drawerId: id.drawers['shop'], ...ticket })).body;
/** 189.00 + 11.81 tax, 5.00 off a pair: with cash of 100.00 and a card of the rest. */
const bigSale = () =>
  sell({
    lines: [
      { itemId: id.items['SB'], quantity: '2' },
      { itemId: id.items['R12'], quantity: '2.5', discount: { amountMinor: 50 } },
    ],
    customer: { name: 'Bo of the Gannet' },
    tenders: [card(id, 109_31), cash(id, 100_00)],
  });

describe('papers', () => {
  test('a receipt on the roll and an invoice on a page say what was sold, to the cent', async () => {
    const sale = await bigSale();
    const receipt = await paper({ kind: 'receipt', subjectId: sale.saleId, format: 'roll' });
    // 80 mm is 227 points wide.
    expect(receipt.text).toMatch(/^page 1: 227 × \d+\n/);
    expect(receipt.text).not.toContain('page 2');
    for (const words of [
      'Saltmarrow Chandlery',
      '3 Quay Row',
      'Tax numbers: Island 20417, Harbour 88',
      `Receipt ${sale.number}`,
      'For Bo of the Gannet',
      'Sea boots 189.00',
      '2 × 94.50',
      'Mooring rope 12 mm 8.00',
      '2.5 m × 3.40',
      'discount 0.50',
      'Before tax 197.00',
      'Island levy 5 % 9.85',
      'Harbour levy 1.25 % 2.46',
      'Total 209.31',
      'Cash 100.00',
      'Goods come back within 30 days',
    ]) {
      expect(receipt.text).toContain(words);
    }
    // Fonts are embedded, so that the paper looks the same everywhere.
    expect(Buffer.from(receipt.pdf).toString('latin1')).toContain('/FontFile2');
    const invoice = await paper({ kind: 'invoice', subjectId: sale.saleId });
    // Columns, also where there is one of a thing only: its rate of each tax, the price of one.
    expect(invoice.text).toContain('Code Description Quantity Unit price Tax Amount');
    expect(invoice.text).toContain('2 94.50 5 + 1.25 % 189.00');
    expect(invoice.text).toMatch(/^page 1: 612 × 792\n/);
    expect(invoice.text).toContain(`Invoice ${sale.number}`);
    expect(invoice.text).not.toContain('COPY');
    const note = await paper({ kind: 'deliveryNote', subjectId: sale.saleId });
    expect(note.text).toContain('Sea boots 2');
    expect(note.text).not.toMatch(/\d\.\d\d/);
  });

  test('the first is the original, a reprint is marked as a copy; the log says who and when', async () => {
    const sale = await bigSale();
    const first = (await issue({ kind: 'receipt', subjectId: sale.saleId })).body;
    expect(first.copy).toBe(false);
    const again = await paper({ kind: 'receipt', subjectId: sale.saleId });
    expect(again.text).toContain('COPY');
    // The original stays one when it is opened again.
    const original = textOfPdf(await shop.download(fenella, `/papers/${first.issueId}/pdf`));
    expect(original).not.toContain('COPY');
    const log = await shop.all(
      `SELECT kind, how, copy FROM paper_issue WHERE subject_id = ? ORDER BY id`,
      [sale.saleId],
    );
    expect(log).toEqual([
      { kind: 'receipt', how: 'pdf', copy: 0 },
      { kind: 'receipt', how: 'pdf', copy: 1 },
    ]);
  });

  test('a quotation and a credit note by mail: messages that a mail reader opens', async () => {
    const kept = await fenella.send('/orders', {
      kind: 'quotation',
      lines: [{ itemId: id.items['OJ'], quantity: '1' }],
      validUntil: '2026-03-31',
    });
    const mailed = await issue({
      kind: 'quotation',
      subject: 'order',
      subjectId: kept.body.id,
      how: 'mail',
      to: 'bo@gannet.example',
    });
    expect(mailed.status).toBe(200);
    const message = shop.outside.mails.at(-1)!;
    // RFC 5322 headers, a blank line, then a MIME body with the paper.
    expect(message).toMatch(/^From: Saltmarrow Chandlery <papers@saltmarrow\.example>\r?$/m);
    expect(message).toMatch(/^To: bo@gannet.example\r?$/m);
    expect(message).toMatch(/^Subject: Quotation Q-1 from Saltmarrow Chandlery\r?$/m);
    expect(message).toMatch(/\r?\n\r?\n/);
    const attached = /filename=Q-1\.pdf\r?\n(?:[^\r\n]+\r?\n)*\r?\n([A-Za-z0-9+/=\r\n]+)/.exec(
      message,
    )![1]!;
    const text = textOfPdf(Buffer.from(attached, 'base64'));
    expect(text).toContain('Valid until 31 March 2026.');
    expect(text).toContain('Total 200.81');

    // Typed once, kept where that was wished, and found by it; not where it was not.
    const { body: customer } = await fenella.send('/customers', {
      ...NOBODY,
      name: 'Bo Pellow',
    });
    const ofBo = await sell({
      lines: [{ itemId: id.items['OJ'], quantity: '1' }],
      customer: { id: customer.id },
      tenders: [card(id, 200_81)],
    });
    const byMail = { kind: 'receipt', subjectId: ofBo.saleId, how: 'mail' };
    await issue({ ...byMail, to: 'once@pellow.example' });
    const onFile = async () => (await fenella.get(`/customers/${customer.id}`)).body.email;
    expect(await onFile()).toBe('');
    await issue({ ...byMail, to: 'bo@pellow.example', keepAddress: true });
    expect(await onFile()).toBe('bo@pellow.example');
    expect((await fenella.get('/customers?text=pellow.example')).body.customers).toHaveLength(
      1,
    );

    const sale = await bigSale();
    const back = await sell({
      lines: [],
      tenders: [],
      returned: {
        saleId: sale.saleId,
        lines: [{ position: 1, quantity: '1' }],
        reason: 'faulty',
        condition: 'opened',
      },
      refunds: [{ kind: 'storeCredit', tenderId: id.tenders['credit'], amountMinor: 100_41 }],
    });
    const credit = await shop.one('SELECT id FROM credit_note WHERE sale_id = ?', [
      back.saleId,
    ]);
    const note = await paper({
      kind: 'creditNote',
      subject: 'creditNote',
      subjectId: credit.id,
    });
    expect(note.text).toContain(`Credit note ${back.credit.number}`);
    expect(note.text).toContain('100.41');
    expect(note.text).toContain('To be used until 1 May 2026.');
    expect(note.text).toContain(`Issued with ${back.number}`);
  });

  test('ten people who print one receipt at once: one original, nine copies', async () => {
    const { saleId } = await bigSale();
    const answers = await Promise.all(
      Array.from({ length: 10 }, () => issue({ kind: 'receipt', subjectId: saleId })),
    );
    const copies = answers.map(({ body }) => body.copy);
    expect(copies.filter((copy) => !copy)).toHaveLength(1);
    expect(copies.filter(Boolean)).toHaveLength(9);
  });

  test('asked for twice at once under one key, a mail goes out once', async () => {
    const { saleId } = await bigSale();
    const command = {
      subject: 'sale',
      format: 'page',
      kind: 'invoice',
      subjectId: saleId,
      how: 'mail',
      to: 'bo@gannet.example',
    };
    const before = shop.outside.mails.length;
    const key = randomUUID();
    const both = await Promise.all(
      [1, 2].map(() => fenella.send('/papers', command, { key })),
    );
    expect(both.map(({ status }) => status)).toEqual([200, 200]);
    expect(shop.outside.mails).toHaveLength(before + 1);
  });

  test('what can’t be sent or printed is not issued: the next one is the original', async () => {
    const { saleId } = await bigSale();
    const { outside } = shop.deps;
    // The discard port of loopback, where nobody listens.
    shop.deps.outside = connectOutside('smtp://127.0.0.1:9', 'tcp://127.0.0.1:9');
    const mail = { kind: 'invoice', subjectId: saleId, how: 'mail', to: 'bo@gannet.example' };
    const print = { kind: 'receipt', subjectId: saleId, how: 'roll' };
    expect((await issue(mail)).body.refusals).toMatchObject([{ code: 'mail.unreachable' }]);
    expect((await issue(print)).body.refusals).toMatchObject([
      { code: 'printer.unreachable' },
    ]);
    shop.deps.outside = { mail: null, printer: null, terminal: null };
    expect((await issue(mail)).body.refusals).toMatchObject([{ code: 'mail.none' }]);
    expect((await issue(print)).body.refusals).toMatchObject([{ code: 'printer.none' }]);
    shop.deps.outside = outside;
    expect((await issue(mail)).body).toMatchObject({ copy: false });
    expect((await issue(print)).body).toMatchObject({ copy: false });
  });

  test('a long invoice goes on, page by page, with every line and the total at its end', async () => {
    const lines = Array.from({ length: 90 }, (_, i) => ({
      itemId: id.items['R12'],
      quantity: `${i + 1}`,
      discount: { amountMinor: i + 1 },
    }));
    // 90 × 91 / 2 m at 3.40 less 0.01 a metre: 13,882.05, tax 867.63 of it; derived.
    const sale = await sell({ lines, tenders: [card(id, 14_749_68)] });
    const { text } = await paper({ kind: 'invoice', subjectId: sale.saleId });
    const pages = text.split(/^page \d+: .*$/m).slice(1);
    expect(pages.length).toBeGreaterThan(2);
    for (let i = 1; i <= 90; i += 1) expect(text).toContain(` ${i} m 3.40 5 + 1.25 % `);
    expect(text.match(/Mooring rope/g)).toHaveLength(90);
    // Each page has the heads, and goes on with the sum of all lines before it: i × 3.39 each.
    let linesBefore = 0;
    pages.forEach((page, i) => {
      expect(page).toContain('Code Description Quantity Unit price Tax Amount');
      const sum = (linesBefore * (linesBefore + 1) * 339) / 2 / 100;
      const before = new Intl.NumberFormat('en-CA', { minimumFractionDigits: 2 }).format(sum);
      if (i > 0) expect(page).toContain(`Brought forward ${before}`);
      if (i > 0) expect(pages[i - 1]).toContain(`Carried over ${before}`);
      linesBefore += page.match(/Mooring rope/g)?.length ?? 0;
      expect(page.includes('Total 14,749.68')).toBe(i === pages.length - 1);
      expect(page).toContain(`Invoice ${sale.number} · page ${i + 1} of ${pages.length}`);
    });
  });

  test('the roll printer prints, opens the drawer once, and cuts', async () => {
    const sale = await bigSale();
    const print = { kind: 'receipt', subjectId: sale.saleId, format: 'roll', how: 'roll' };
    await issue(print);
    const printed = shop.outside.prints.at(-1)!;
    expect(printed).toMatchObject({ drawerOpened: true, cut: true });
    const texts = printed.lines.map(({ text }) => text);
    expect(texts).toContain('Sea boots                           189.00');
    expect(texts).toContain('Total                               209.31');
    expect(printed.lines.find(({ barcode }) => barcode)!.text).toBe(sale.number);
    await issue(print);
    expect(shop.outside.prints.at(-1)).toMatchObject({ drawerOpened: false });
    expect(shop.outside.prints.at(-1)!.lines.map(({ text }) => text)).toContain('COPY');
  });

  test.each([
    ['an address that is none', { how: 'mail', to: 'bo' }, 'text.email'],
    ['mail to nobody', { how: 'mail' }, 'input.any.required'],
    ['a quotation of a sale', { kind: 'quotation' }, 'paper.kind'],
  ])('%s is refused and nothing is kept', async (_what, more, code) => {
    const count = async () => (await shop.one('SELECT COUNT(*) AS n FROM paper_issue')).n;
    const before = await count();
    const refused = await issue({ kind: 'receipt', subjectId: 1, ...more });
    expect(refused.body.refusals).toMatchObject([{ code }]);
    expect(await count()).toBe(before);
  });
});

describe('the head of the papers', () => {
  const save = async (more: object) => {
    const head = (await osric.get('/paper-head')).body;
    const { address, email, taxNumbers, foot, pageSize, version } = head;
    return osric.send('/paper-head', {
      address,
      email,
      taxNumbers,
      foot,
      pageSize,
      version,
      ...more,
    });
  };
  // The least PNG: one black point.
  const POINT =
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=';

  test('address, size and logo stand on the next paper', async () => {
    const logo = { name: 'logo.png', contentBase64: POINT };
    const saved = await save({ address: '9 Beacon Hill', pageSize: 'a4', logo });
    expect(saved.body).toMatchObject({ hasLogo: true });
    const { text } = await paper({ kind: 'invoice', subjectId: 1 });
    expect(text).toMatch(/^page 1: 595 × 842\n/);
    expect(text).toContain('9 Beacon Hill');
    expect((await shop.download(osric, '/paper-head/logo')).length).toBeGreaterThan(50);
    expect((await save({ logo: 'remove' })).body).toMatchObject({ hasLogo: false });
  });

  test('without an address of the shop nothing is mailed', async () => {
    expect((await save({ email: 'papers' })).body.refusals).toMatchObject([
      { code: 'text.email', at: 'email' },
    ]);
    await save({ email: '' });
    const mail = { kind: 'invoice', subjectId: 1, how: 'mail', to: 'bo@gannet.example' };
    expect((await issue(mail)).body.refusals).toMatchObject([{ code: 'mail.noSender' }]);
    await save({ email: 'till@saltmarrow.example' });
    expect((await issue(mail)).status).toBe(200);
    expect(shop.outside.mails.at(-1)).toMatch(/^From: .*<till@saltmarrow\.example>/m);
  });

  test('what is no picture, or an old page, is refused', async () => {
    const text = { name: 'logo.png', contentBase64: Buffer.from('hello').toString('base64') };
    expect((await save({ logo: text })).body.refusals).toMatchObject([
      { code: 'paper.logoKind', at: 'logo' },
    ]);
    expect((await save({ version: 1 })).body.refusals).toMatchObject([
      { code: 'paper.headChanged' },
    ]);
    expect((await fenella.get('/paper-head')).status).toBe(403);
  });
});
