import fc from 'fast-check';
import { account as anyAccount, card, cash, decide, posted, refusal } from '../../test/shop';
import type { ItemLeft } from '../accounts';
import { minor } from '../money';
import type { AccountPayment, SaleTicket, TicketAccount } from '.';

const invoice = (id: number, amountMinor: number, more: Partial<ItemLeft> = {}): ItemLeft => ({
  id,
  chargeAccountId: 4,
  kind: 'charge',
  number: `R-${id}`,
  date: '2026-02-20',
  dueDate: '2026-03-22',
  discountDate: null,
  discountMinor: 0,
  discountTaxMinor: 0,
  amountMinor,
  leftMinor: minor(amountMinor),
  ...more,
});
const account = (more: Partial<TicketAccount> = {}) =>
  anyAccount({
    chain: [{ chargeAccountId: 4, name: 'Gannet', limitMinor: 500_00, balanceMinor: 400_00 }],
    ...more,
  });
const goods = [{ departmentId: 1, amountMinor: 100_00 }];
const onAccount = (amountMinor: number, buyer = '') =>
  ({
    kind: 'onAccount',
    tenderId: 10,
    chargeAccountId: 4,
    amountMinor,
    buyer,
    reference: '',
  }) as const;

describe('a ticket on account', () => {
  test('is due by the terms; its discount takes its tax along', () => {
    const sold = decide(
      { lines: goods, tenders: [onAccount(106_25)] },
      { accounts: [account({ chain: [] })] },
    );
    expect(sold.charges).toEqual([
      {
        tender: 0,
        chargeAccountId: 4,
        amountMinor: 106_25,
        dueDate: '2026-04-01',
        discountDate: '2026-03-09',
        discountMinor: 2_13,
        discountTaxMinor: 13,
        taxes: [
          { authorityId: 1, taxMinor: 5_00 },
          { authorityId: 2, taxMinor: 1_25 },
        ],
      },
    ]);
    expect(sold.broken).toEqual([]);
    expect(posted(sold)).toContainEqual(['chargeAccounts', 106_25]);
  });

  // Part paid at the sale: sale 172, cash 120: 52 stays open, all 172 is income that day (common
  // practice).
  test('part paid at the sale: the rest stays open, all of it is income', () => {
    const books = [{ departmentId: 2, amountMinor: 172_00 }];
    const sold = decide(
      { lines: books, tenders: [cash(120_00), onAccount(52_00)] },
      { accounts: [account()] },
    );
    expect(posted(sold)).toEqual([
      ['sales', -172_00],
      ['drawer', 120_00],
      ['chargeAccounts', 52_00],
    ]);
    expect(sold.charges).toMatchObject([{ tender: 1, amountMinor: 52_00 }]);
  });

  test('what it breaks is asked, all at once', () => {
    const state = { accounts: [account({ buyersOnly: true, buyers: ['Ida'] })] };
    const ticket = { lines: goods, tenders: [onAccount(106_25, 'Ned')] };
    expect(decide(ticket, state).broken.map(({ code }) => code)).toEqual([
      'rule.overLimit',
      'rule.buyer',
    ]);
    const ida = decide({ lines: goods, tenders: [onAccount(106_25, 'Ida')] }, state);
    expect(ida.broken.map(({ code }) => code)).toEqual(['rule.overLimit']);
  });

  test.each<[string, SaleTicket, TicketAccount[], string]>([
    [
      'an account that is closed',
      { lines: goods, tenders: [onAccount(106_25)] },
      [account({ closed: true })],
      'account.closed',
    ],
    ['no account', { lines: goods, tenders: [onAccount(106_25)] }, [], 'account.unknown'],
    [
      'one account twice',
      { lines: goods, tenders: [onAccount(100_00), onAccount(6_25)] },
      [account()],
      'account.twice',
    ],
    [
      'more than is due',
      { lines: goods, tenders: [onAccount(106_26)] },
      [account()],
      'tender.over',
    ],
  ])('%s is refused', (_, ticket, accounts, code) => {
    expect(refusal(ticket, { accounts })?.code).toBe(code);
  });
});

describe('a payment on an account', () => {
  const pay = (amountMinor: number, more: Partial<AccountPayment> = {}): AccountPayment => ({
    kind: 'accountPayment',
    chargeAccountId: 4,
    amountMinor,
    allocations: [],
    keepCredit: true,
    reason: '',
    ...more,
  });
  const ticket = (
    extras: AccountPayment[],
    ...tenders: SaleTicket['tenders']
  ): SaleTicket => ({
    lines: [],
    extras,
    tenders,
  });

  // Account payment of 106.23 in cash: drawer +106.25, accounts −106.23, rounding −0.02.
  test('106.23 in cash puts 106.25 into the drawer', () => {
    const paid = decide(ticket([pay(106_23)], cash(120_00)), { accounts: [account()] });
    expect(posted(paid)).toEqual([
      ['chargeAccounts', -106_23],
      ['drawer', 106_25],
      ['rounding', -2],
    ]);
    expect(paid.tenders[0]!.changeMinor).toBe(13_75);
  });

  // Discount of 2 % on 106.25 with tax adjusted: discounts +2.00, tax +0.13, accounts −2.13.
  test('a discount in time lowers the tax of the sale by authority', () => {
    const charge = invoice(9, 106_25, {
      discountDate: '2026-03-02',
      discountMinor: 2_13,
      discountTaxMinor: 13,
    });
    const taxes = [
      { itemId: 9, authorityId: 1, taxMinor: 5_00 },
      { itemId: 9, authorityId: 2, taxMinor: 1_25 },
    ];
    const give = [{ chargeItemId: 9, amountMinor: 104_12, discountMinor: 2_13 }];
    const paid = decide(ticket([pay(104_12, { allocations: give })], card(104_12)), {
      accounts: [account({ charges: [charge], taxes })],
    });
    expect(posted(paid)).toEqual([
      ['chargeAccounts', -106_25],
      ['discountsGiven', 2_00],
      ['taxPayable1', 10],
      ['taxPayable2', 3],
      ['cardClearing', 104_12],
    ]);
  });

  test('one cheque pays for two neighbours: 84.10 + 215.65 is one of 299.75', () => {
    const cheque = {
      kind: 'cheque',
      tenderId: 3,
      amountMinor: 299_75,
      cheque: { number: '12', drawnBy: 'Both', dated: '2026-03-02' },
    } as const;
    const paid = decide(ticket([pay(84_10), pay(215_65, { chargeAccountId: 5 })], cheque), {
      accounts: [account(), account({ id: 5 })],
    });
    expect(paid.lines).toMatchObject([
      { ledgerAccount: 'chargeAccounts', chargeAccountId: 4, amountMinor: -84_10 },
      { ledgerAccount: 'chargeAccounts', chargeAccountId: 5, amountMinor: -215_65 },
      { ledgerAccount: 'drawer', amountMinor: 299_75 },
    ]);
  });

  test.each<[string, SaleTicket, string]>([
    [
      'a credit that nobody asked for',
      ticket([pay(50_00, { keepCredit: false })], card(50_00)),
      'account.wouldBeCredit',
    ],
    [
      'more given out than is paid',
      ticket(
        [
          pay(50_00, {
            allocations: [{ chargeItemId: 9, amountMinor: 50_01, discountMinor: 0 }],
          }),
        ],
        card(50_00),
      ),
      'allocation.moreThanCredit',
    ],
    [
      'an account by an account',
      ticket([pay(50_00)], onAccount(50_00)),
      'account.notByAccount',
    ],
    ['one account twice', ticket([pay(50_00), pay(1_00)], card(51_00)), 'account.paidTwice'],
    [
      'goods beside it',
      { ...ticket([pay(50_00)], card(156_25)), lines: goods },
      'account.alone',
    ],
  ])('%s is refused', (_, given, code) => {
    const accounts = [account({ charges: [invoice(9, 80_00)] })];
    expect(refusal(given, { accounts })?.code).toBe(code);
  });
});

describe('credits mixed into a payment', () => {
  const charges = [
    invoice(1, 100_00, { discountDate: '2026-03-09', discountMinor: 2_00 }),
    invoice(2, 50_00),
  ];
  const credits = [
    { id: 12, leftMinor: minor(-30_00) },
    { id: 13, leftMinor: minor(-40_00) },
  ];
  const paying = (
    amountMinor: number,
    allocations: AccountPayment['allocations'],
    more: Partial<AccountPayment> = {},
  ) => ({
    lines: [],
    extras: [
      {
        kind: 'accountPayment' as const,
        chargeAccountId: 4,
        amountMinor,
        allocations,
        credits: [12, 13],
        keepCredit: false,
        reason: '',
        ...more,
      },
    ],
    // A coin more, since cash is rounded.
    tenders: [cash(amountMinor + 5)],
  });
  const give = (chargeItemId: number, amountMinor: number, discountMinor = 0) => ({
    chargeItemId,
    amountMinor,
    discountMinor,
  });
  const state = { accounts: [account({ charges, credits })] };

  test('the payment goes first, the credits fill up; a discount goes with the last part', () => {
    const { extras } = decide(paying(80_00, [give(1, 98_00, 2_00), give(2, 50_00)]), state);
    expect(
      extras[0]!.allocations.map((one) => [
        one.creditItemId,
        one.chargeItemId,
        one.amountMinor,
        one.discountMinor,
      ]),
    ).toEqual([
      [null, 1, 80_00, 0],
      [12, 1, 18_00, 2_00],
      [12, 2, 12_00, 0],
      [13, 2, 38_00, 0],
    ]);
  });
  test.each<[string, SaleTicket, string]>([
    [
      'more than all of them',
      paying(70_00, [give(1, 98_00, 2_00), give(2, 50_00)]),
      'allocation.moreThanCredit',
    ],
    ['one that is not open', paying(10_00, [], { credits: [99] }), 'allocation.unknownCredit'],
    ['one twice', paying(10_00, [], { credits: [12, 12] }), 'allocation.unknownCredit'],
    ['what is over of the payment', paying(60_00, [give(2, 50_00)]), 'account.wouldBeCredit'],
  ])('%s is refused', (_name, ticket, code) => {
    expect(refusal(ticket, state)!.code).toBe(code);
  });

  // What each source gives is never beyond it, and no cent of an allocation is lost.
  test('parts add up to what was given, source by source', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 120_00 }),
        fc.integer({ min: 0, max: 100_00 }),
        fc.integer({ min: 0, max: 50_00 }),
        (amountMinor, first, second) => {
          fc.pre(first + second > 0 && first + second <= amountMinor + 70_00);
          const wanted = [give(1, first), give(2, second)].filter(
            (one) => one.amountMinor > 0,
          );
          const ticket = paying(amountMinor, wanted, { keepCredit: true });
          const parts = decide(ticket, state).extras[0]!.allocations;
          const of = (test: (one: (typeof parts)[number]) => boolean) =>
            parts.filter(test).reduce((total, one) => total + one.amountMinor, 0);
          expect(of(({ chargeItemId }) => chargeItemId === 1)).toBe(first);
          expect(of(({ chargeItemId }) => chargeItemId === 2)).toBe(second);
          expect(of(({ creditItemId }) => creditItemId === null)).toBe(
            Math.min(amountMinor, first + second),
          );
          expect(of(({ creditItemId }) => creditItemId === 12)).toBeLessThanOrEqual(30_00);
          expect(of(({ creditItemId }) => creditItemId === 13)).toBeLessThanOrEqual(40_00);
        },
      ),
    );
  });
});

describe('a credit of an account paid out', () => {
  const credit = { id: 12, leftMinor: minor(-40_00) };
  const out = (amountMinor: number, more: object = {}) => ({
    lines: [],
    extras: [
      {
        kind: 'creditOut' as const,
        chargeAccountId: 4,
        creditItemId: 12,
        amountMinor,
        ...more,
      },
    ],
    tenders: [],
    refunds: [{ kind: 'cash' as const, tenderId: 1, amountMinor }],
  });
  const state = { accounts: [account({ credits: [credit] })] };

  test('leaves the drawer, and is a manager’s to say', () => {
    const paid = decide(out(39_98), state);
    expect(posted(paid)).toEqual([
      ['chargeAccounts', 39_98],
      ['drawer', -40_00],
      ['rounding', 2],
    ]);
    expect(paid.broken).toEqual([
      { code: 'rule.creditOut', approver: 'manager', params: { amountMinor: 39_98 } },
    ]);
  });
  test.each<[string, SaleTicket, object, string]>([
    ['more than is left of it', out(40_01), state, 'allocation.moreThanCredit'],
    ['another account’s', out(1_00, { creditItemId: 99 }), state, 'allocation.unknownCredit'],
    ['an account that is not there', out(1_00), { accounts: [] }, 'account.unknown'],
    ['with goods beside it', { ...out(1_00), lines: goods }, state, 'account.alone'],
  ])('%s is refused', (_name, ticket, more, code) => {
    expect(refusal(ticket, more)!.code).toBe(code);
  });
});

describe('a bank transfer', () => {
  const transfer = (more: object = {}) =>
    ({
      kind: 'transfer',
      tenderId: 11,
      amountMinor: 106_25,
      bankAccountId: 3,
      reference: 'Invoice 17',
      ...more,
    }) as const;
  const state = { bankAccountIds: [3] };
  test('is on its way to the bank', () => {
    const sold = decide({ lines: goods, tenders: [transfer()] }, state);
    expect(posted(sold)).toContainEqual(['bankInTransit', 106_25]);
    expect(sold.tenders).toMatchObject([
      { reference: 'Invoice 17', transfer: { bankAccountId: 3, lineId: null } },
    ]);
  });
  test.each([
    [{ bankAccountId: 4 }, 'bankAccount.unknown'],
    [{ reference: '4012888888881881' }, 'text.cardNumber'],
    [{ amountMinor: 106_26 }, 'tender.over'],
  ])('with %j is refused', (more, code) => {
    expect(refusal({ lines: goods, tenders: [transfer(more)] }, state)!.code).toBe(code);
  });
});
