import { percent } from '../money';
import { priceTicket, type Catalogue } from '../sales';
import { decideCode, decideRate, rateOn, type DatedRate, type TaxCode } from '../tax';
import { buyerTax, customerRefusals, writesTax, type TicketCustomer } from '.';

const GOODS: TaxCode = {
  id: 1,
  parts: [
    { authorityId: 1, rate: percent('5') },
    { authorityId: 2, rate: percent('1.25') },
  ],
};
const FOOD: TaxCode = { id: 2, parts: [{ authorityId: 1, rate: percent('5') }] };
const FREE: TaxCode = { id: 3, parts: [] };
const CODES = [GOODS, FOOD, FREE];
const CATALOGUE: Catalogue = {
  departments: [
    { id: 1, name: 'Rope', taxCodeId: 1 },
    { id: 2, name: 'Books', taxCodeId: 3 },
  ],
  items: [
    {
      id: 7,
      name: 'Anchor',
      departmentId: 1,
      priceMinor: 106_25,
      priceIncludesTax: true,
      decimals: 0,
      taxCodeId: 1,
    },
  ],
  taxCodes: CODES,
};
const customer = (more: Partial<TicketCustomer> = {}): TicketCustomer => ({
  kind: 'person',
  priceKind: 'byKind',
  taxCodeId: null,
  exemption: null,
  ...more,
});
const price = (
  who: TicketCustomer | null,
  pricesIncludeTax: boolean,
  today = '2026-03-02',
) => {
  const priced = priceTicket(
    [
      { itemId: 7, quantity: '1' },
      { departmentId: 2, amountMinor: 10_00 },
    ],
    CATALOGUE,
    {
      pricesIncludeTax,
      roundBy: 'document',
      rounding: 'halfUp',
      buyer: buyerTax(who, CODES, today),
    },
  );
  if (!priced.ok) throw new Error(priced.refusals[0]!.code);
  const { netMinor, taxMinor, totalMinor } = priced.value;
  return [netMinor, taxMinor, totalMinor];
};
const exempt = customer({ exemption: { certificate: 'X-1', until: '2026-03-31' } });

describe('a customer and his tax', () => {
  // 100.00 at 5 % + 1.25 % is 106.25: 19.99 at 6.25 % of SSUTA 324 scaled; derived.
  test('an exempt customer pays the net, however the price is written, while it holds', () => {
    for (const kind of [true, false]) {
      expect(price(exempt, kind)).toEqual([110_00, 0, 110_00]);
      expect(price(exempt, kind, '2026-03-31')).toEqual([110_00, 0, 110_00]);
      expect(price(exempt, kind, '2026-04-01')).toEqual([110_00, 6_25, 116_25]);
      expect(price(null, kind)).toEqual([110_00, 6_25, 116_25]);
    }
  });

  test('his own code stands in place of another, but what is free stays free', () => {
    for (const kind of [true, false]) {
      expect(price(customer({ taxCodeId: 2 }), kind)).toEqual([110_00, 5_00, 115_00]);
      expect(price(customer({ taxCodeId: 3 }), kind)).toEqual([110_00, 0, 110_00]);
    }
  });

  test.each([
    [null, true, true],
    [customer(), true, true],
    [customer(), false, false],
    [customer({ kind: 'firm' }), true, false],
    [customer({ kind: 'firm', priceKind: 'withTax' }), false, true],
    [customer({ priceKind: 'withoutTax' }), true, false],
  ])('papers of %j in a shop that writes tax: %s', (who, shop, expected) => {
    expect(writesTax(who, shop)).toBe(expected);
  });

  test('what is wrong is said at its field', () => {
    const input = {
      number: 'C 12',
      name: ' ',
      phone: '',
      email: 'x',
      address: '',
      active: true,
      ...customer(),
    };
    expect(
      customerRefusals({ ...input, exemption: { certificate: 'A', until: '' } }).map(
        ({ code, at }) => [code, at],
      ),
    ).toEqual([
      ['customer.name', 'name'],
      ['customer.number', 'number'],
      ['customer.email', 'email'],
      ['customer.exemption', 'exemption'],
    ]);
  });
});

describe('rates and codes', () => {
  const known: DatedRate[] = [
    { from: '2020-01-01', ratePercent: '5' },
    { from: '2026-05-01', ratePercent: '6' },
  ];
  test.each([
    ['2026-05-02', '7', undefined],
    ['2026-05-01', '7', 'tax.rateOverlaps'],
    ['2026-04-01', '7', 'tax.rateOverlaps'],
    ['2026-02-01', '7', 'tax.ratePast'],
    ['2026-06-01', '100.000001', 'tax.rate'],
    ['2026-06-01', '5,5', 'tax.rate'],
    ['2026-06-01', '-1', 'tax.rate'],
    ['2026-06-01', '0', undefined],
  ])('a rate from %s of %s', (from, ratePercent, code) => {
    const decided = decideRate(known, { from, ratePercent }, '2026-03-02');
    expect(decided.ok ? undefined : decided.refusals[0]!.code).toBe(code);
  });

  test('the rate of a date is the newest that has begun', () => {
    expect(rateOn(known, '2026-04-30')!.ratePercent).toBe('5');
    expect(rateOn(known, '2026-05-01')!.ratePercent).toBe('6');
    expect(rateOn(known, '2019-12-31')).toBeUndefined();
  });

  test.each([
    [[], undefined],
    [
      [
        [1, false],
        [2, true],
      ],
      undefined,
    ],
    [[[1, true]], 'tax.compoundFirst'],
    [
      [
        [1, false],
        [1, true],
      ],
      'tax.authorityTwice',
    ],
    [[[9, false]], 'tax.unknownAuthority'],
    [[[3, false]], 'tax.noRateYet'],
  ] as [[number, boolean][], string | undefined][])('a code of %j', (parts, code) => {
    const authorities = [
      { id: 1, rates: known },
      { id: 2, rates: known },
      { id: 3, rates: [{ from: '2027-01-01', ratePercent: '1' }] },
    ];
    const decided = decideCode(
      parts.map(([authorityId, compound]) => ({ authorityId, compound })),
      authorities,
      '2026-03-02',
    );
    expect(decided.ok ? undefined : decided.refusals[0]!.code).toBe(code);
  });
});
