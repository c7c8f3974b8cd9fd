import type { SaleDetail } from '@abacist/contracts';
import { keptContent, type HeadOfShop, type PaperContent } from '../src/papers/content';
import { paperOfSale } from '../src/papers/ofSale';
import { renderPdf, renderPdfs } from '../src/papers/pdf';
import { textOfPdf } from './harness';

const SHOP: HeadOfShop = {
  name: 'Saltmarrow Chandlery',
  address: '3 Quay Row, Wrack Haven',
  taxNumbers: 'Island 20417',
  foot: 'Goods come back within 30 days.',
  locale: 'en-CA',
  zone: 'America/Halifax',
  currency: 'CAD',
};

/** An invoice of so many lines of 1.00, 2.00, … charged to an account. */
function invoice(lines: number, more: Partial<SaleDetail> = {}): SaleDetail {
  return {
    saleId: 1,
    number: 'R-148',
    date: '2026-10-26',
    soldAt: '2026-10-26T15:25:00Z',
    by: 'Fenella',
    soldBy: 'Osric',
    customerName: 'Gannet Lobster Co',
    exemptCertificate: null,
    pricesIncludeTax: false,
    voidNumber: null,
    orderNumbers: ['A-2'],
    lines: Array.from({ length: lines }, (_, i) => ({
      position: i + 1,
      code: `C${i + 1}`,
      taxPercents: ['5', '1.25'],
      description: `Thing ${i + 1}`,
      quantity: '1',
      unit: '',
      unitPriceMinor: (i + 1) * 100,
      amountMinor: (i + 1) * 100,
      discountMinor: 0,
    })),
    taxes: [],
    netMinor: 0,
    taxMinor: 0,
    totalMinor: 0,
    extras: [],
    returned: null,
    credit: null,
    payments: [
      {
        name: 'On account',
        amountMinor: 0,
        tenderedMinor: 0,
        changeMinor: 0,
        roundingMinor: 0,
        lastFour: null,
        cheque: null,
        ownCheque: null,
        charge: {
          chargeAccountId: 1,
          name: 'Gannet Lobster Co',
          buyer: 'Bo',
          dueDate: '2026-11-25',
          discountDate: '2026-11-05',
          discountMinor: 2_62,
          leftMinor: 0,
          signature: null,
        },
      },
    ],
    ...more,
  } as unknown as SaleDetail;
}
const paper = (sale: SaleDetail, address = 'Berth 4, Long Quay') =>
  paperOfSale('invoice', sale, address, SHOP, false);
const pagesOf = (pdf: Uint8Array) =>
  textOfPdf(pdf)
    .split(/^page \d+: .*$/m)
    .slice(1);
const money = (minor: number) =>
  new Intl.NumberFormat('en-CA', { minimumFractionDigits: 2 }).format(minor / 100);

test('however long it is, no line is lost and each page goes on with the sum so far', async () => {
  for (const count of [1, 21, 22, 23, 24, 25, 26, 60]) {
    const pages = pagesOf(await renderPdf(paper(invoice(count)), 'a4', null));
    let seen = 0;
    pages.forEach((page, i) => {
      const things = [...page.matchAll(/Thing (\d+)/g)].map(([, n]) => Number(n));
      expect(things).toEqual(things.map((_, k) => seen + k + 1));
      const before = money((seen * (seen + 1) * 100) / 2);
      if (i > 0 && things.length) expect(page).toContain(`Brought forward ${before}`);
      seen += things.length;
      const after = money((seen * (seen + 1) * 100) / 2);
      if (seen < count) expect(page).toContain(`Carried over ${after}`);
    });
    expect({ count, seen }).toEqual({ count, seen: count });
    // The foot stands once, on the last page; so does the number under its barcode.
    expect(pages.filter((page) => page.includes(SHOP.foot))).toEqual([pages.at(-1)]);
    expect(pages.at(-1)).toContain('Please name R-148 with your payment.');
  }
});

test('an invoice says whom it is for, its order, when it is due and what paying sooner earns', async () => {
  const [page] = pagesOf(await renderPdf(paper(invoice(1)), 'letter', null));
  for (const words of [
    '\nGannet Lobster Co\n',
    '\nBerth 4',
    '\nLong Quay\n',
    'Order A-2',
    'Due 25 November 2026',
    'Discount 2.62 if paid by 5 November 2026',
    'Sold by Osric',
    'C1 Thing 1 1 1.00 5 + 1.25 % 1.00',
  ]) {
    expect(page).toContain(words);
  }
  // Without prices a delivery note has no column for them.
  const note = paperOfSale('deliveryNote', invoice(2), '', SHOP, false);
  const [delivered] = pagesOf(await renderPdf(note, 'a4', null));
  expect(delivered).toContain('Code Description Quantity\n');
  expect(delivered).not.toMatch(/Unit price|Amount|\d\.\d\d/);
});

test('several papers in a file each begin on a page of their own, with their own numbers', async () => {
  const pages = pagesOf(
    await renderPdfs([paper(invoice(40)), paper(invoice(1, { number: 'R-149' }))], 'a4', null),
  );
  expect(pages).toHaveLength(3);
  expect(pages[1]).toContain('Invoice R-148 · page 2 of 2');
  expect(pages[2]).toContain('Invoice R-149');
  expect(pages[2]).not.toContain('page 1 of');
});

test('a paper kept before it had an address of its own is laid out as it was worded', async () => {
  const { to: _to, facts: _facts, date: _date, ...rest } = paper(invoice(1));
  const earlier = { ...rest, head: ['As of 2 March 2026', 'For Gannet', 'Berth 4'] };
  const kept = keptContent(JSON.stringify(earlier));
  expect(kept.date).toBe('As of 2 March 2026');
  const [page] = pagesOf(await renderPdf(kept, 'a4', null));
  expect(page).toMatch(/As of 2 March 2026\s+For Gannet\s+Berth 4/);
  const now: PaperContent = paper(invoice(1));
  expect(keptContent(JSON.stringify(now))).toEqual(JSON.parse(JSON.stringify(now)));
});
