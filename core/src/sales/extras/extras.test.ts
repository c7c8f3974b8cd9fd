import { account, card, cash, COIL, decide, posted, refusal } from '../../../test/shop';
import type { SaleState, SaleTicket } from '..';

const DEBIT = 7;

describe('gift vouchers', () => {
  const byVoucher = (amountMinor: number) =>
    ({ kind: 'voucher', tenderId: 6, voucherId: 5, amountMinor }) as const;

  test('are sold without tax beside goods, and taken in part', () => {
    const sold = decide({
      lines: [{ itemId: COIL, quantity: '1' }],
      extras: [{ kind: 'voucher', amountMinor: 50_00 }],
      tenders: [cash(188_15)],
    });
    expect(sold).toMatchObject({ netMinor: 130_00, taxMinor: 8_13, extraMinor: 50_00 });
    expect(posted(sold)).toContainEqual(['vouchers', -50_00]);
    const paid = decide({
      lines: [{ itemId: COIL, quantity: '1' }],
      tenders: [byVoucher(30_00), cash(108_15)],
    });
    expect(posted(paid)).toContainEqual(['vouchers', 30_00]);
  });

  test.each([
    [50_01, {}, 'voucher.over'],
    [10_00, { today: '2026-04-01' }, 'voucher.expired'],
    [10_00, { vouchers: [] }, 'voucher.unknown'],
  ])('%d taken where %o is refused', (amountMinor, more, code) => {
    const lines = [{ itemId: COIL, quantity: '2' }];
    const ticket = { lines, tenders: [byVoucher(amountMinor), cash(300_00)] };
    expect(refusal(ticket, more)).toMatchObject({ code });
  });
});

describe('a payment whose payer nobody knows', () => {
  const received = { kind: 'unknownPayment', name: 'J. Quill', amountMinor: 40_00 } as const;
  const OWING = { accounts: [account({ id: 5 })] };
  const onAccount = {
    kind: 'accountPayment',
    chargeAccountId: 5,
    amountMinor: 40_00,
    allocations: [],
    keepCredit: true,
    reason: '',
  } as const;
  const known = { kind: 'unknownPaid', unknownPaymentId: 8, amountMinor: 40_00 } as const;

  test('is owed under its name until somebody says whose it is; then it moves without money', () => {
    const waits = decide({ lines: [], extras: [received], tenders: [cash(40_00)] });
    expect(posted(waits)).toContainEqual(['unknownPayers', -40_00]);
    const paid = decide({ lines: [], extras: [known, onAccount], tenders: [] }, OWING);
    expect(posted(paid)).toEqual([
      ['unknownPayers', 40_00],
      ['chargeAccounts', -40_00],
    ]);
  });

  test.each([
    [[{ ...received, name: ' ' }], 'unknownPayment.name'],
    [[{ ...known, amountMinor: 39_99 }], 'unknownPayment.whole'],
    [[{ ...known, unknownPaymentId: 9 }], 'unknownPayment.unknown'],
    // Nothing else stands beside a payment, unless it becomes one.
    [[received, { kind: 'voucher', amountMinor: 5_00 } as const], 'account.alone'],
  ])('%j is refused', (extras, code) => {
    expect(refusal({ lines: [], extras, tenders: [cash(45_00)] }, {})).toMatchObject({ code });
  });
});

describe('tips and cash back', () => {
  const goods = { itemId: COIL, quantity: '1' };
  const tip = (amountMinor: number) => ({ kind: 'tip', amountMinor }) as const;
  const cashBack = (amountMinor: number) => ({ kind: 'cashBack', amountMinor }) as const;
  const on = (more: Partial<SaleTicket>, state: Partial<SaleState> = {}) => ({
    ticket: { lines: [goods], tenders: [], ...more },
    state,
  });

  // 130.00 + 8.13 tax, 10.00 tip, 40.00 back: the card pays 188.13.
  test('the card pays all of it; the tip is owed, the cash leaves the drawer', () => {
    const { ticket } = on({
      extras: [tip(10_00), cashBack(40_00)],
      tenders: [card(188_13, DEBIT)],
    });
    const decided = decide(ticket);
    expect(posted(decided)).toEqual(
      expect.arrayContaining([
        ['cardClearing', 188_13],
        ['tipsPayable', -10_00],
        ['drawer', -40_00],
      ]),
    );
    expect(decided).toMatchObject({ netMinor: 130_00, extraMinor: 50_00 });
  });

  test.each([
    ['a tip in cash', on({ extras: [tip(10_00)], tenders: [cash(150_00)] }), 'tip.byCard'],
    [
      'cash back on a credit card',
      on({ extras: [cashBack(40_00)], tenders: [card(178_13)] }),
      'cashBack.byDebit',
    ],
    [
      'a tip that only the cash back’s card could pay',
      on({
        extras: [tip(10_00), cashBack(40_00)],
        tenders: [card(40_00, DEBIT), cash(150_00)],
      }),
      'tip.byCard',
    ],
    [
      'more cash back than allowed',
      on({ extras: [cashBack(100_05)], tenders: [card(238_18, DEBIT)] }),
      'cashBack.most',
    ],
    [
      'cash back that no coin makes',
      on({ extras: [cashBack(10_03)], tenders: [card(148_16, DEBIT)] }),
      'cashBack.coins',
    ],
    [
      'a tip where none is taken',
      on(
        { extras: [tip(1_00)], tenders: [card(139_13)] },
        { cardExtras: { tips: false, cashBackMaxMinor: null } },
      ),
      'tip.notTaken',
    ],
  ])('%s is refused', (_what, { ticket, state }, code) => {
    expect(refusal(ticket, state)).toMatchObject({ code });
  });
});
