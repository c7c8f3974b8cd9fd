import { assertBalanced, mergeLines, post, type Dimensions, type Posted } from './posting';
import { CHART, type LedgerAccount } from './chart';
import { POSTING_TABLE, type EventName } from './table';

type Part = [EventName, Record<string, Posted | Posted[]>];
type Example = { parts: Part[]; lines: [LedgerAccount, number][] };

const ALL: Dimensions = {
  drawerId: 1,
  departmentId: 1,
  authorityId: 1,
  processorId: 1,
  bankAccountId: 1,
  chargeAccountId: 1,
};

/** An event alone, or with what stands on its other side. */
const alone = (part: Part, lines: [LedgerAccount, number][]): Example => ({
  parts: [part],
  lines,
});
const CASH_10625: Part = ['tender.cash', { kept: 106_25 }];
const SALE_10625: Part = ['sale.line', { net: 100_00, tax: 6_25 }];
const SALE_LINES: [LedgerAccount, number][] = [
  ['sales', -100_00],
  ['taxPayable', -6_25],
];
const paidBy = (part: Part, account: LedgerAccount): Example => ({
  parts: [SALE_10625, part],
  lines: [...SALE_LINES, [account, 106_25]],
});
const refundedBy = (part: Part, account: LedgerAccount): Example => ({
  parts: [['return.line', { net: 100_00, tax: 6_25 }], part],
  lines: [
    ['returns', 100_00],
    ['taxPayable', 6_25],
    [account, -106_25],
  ],
});

/**
 * One worked example a row; where the rules of the books print figures, these are they:
 * settlement of 1,000.00, negative settlement, restocking fee of 53.60 untaxed and taxed,
 * 2 % on 106.25, prepayment taxed at receipt, account payment of 106.23 in cash.
 */
const EXAMPLES: Record<EventName, Example | Example[]> = {
  'sale.line': {
    parts: [
      [
        'sale.line',
        { net: { amountMinor: 340_00, departmentId: 3 }, tax: [15_30, 5_95, 1_70] },
      ],
      ['tender.card', { amount: 362_95 }],
    ],
    lines: [
      ['sales', -340_00],
      ['taxPayable', -22_95],
      ['cardClearing', 362_95],
    ],
  },
  'tender.cash': paidBy(CASH_10625, 'drawer'),
  'tender.cheque': paidBy(['tender.cheque', { amount: 106_25 }], 'drawer'),
  'tender.chequeByPost': {
    parts: [
      ['tender.chequeByPost', { amount: 80_00 }],
      ['account.payment', { amount: 80_00 }],
    ],
    lines: [
      ['safe', 80_00],
      ['chargeAccounts', -80_00],
    ],
  },
  'tender.card': paidBy(['tender.card', { amount: 106_25 }], 'cardClearing'),
  'tender.transfer': paidBy(['tender.transfer', { amount: 106_25 }], 'bankInTransit'),
  'tender.onAccount': paidBy(['tender.onAccount', { amount: 106_25 }], 'chargeAccounts'),
  'tender.storeCredit': paidBy(['tender.storeCredit', { amount: 106_25 }], 'storeCredit'),
  'tender.voucher': paidBy(['tender.voucher', { amount: 106_25 }], 'vouchers'),
  'tender.other': paidBy(
    ['tender.other', { amount: { amountMinor: 106_25, ledgerAccount: 'discountsGiven' } }],
    'discountsGiven',
  ),
  'tender.accountCredit': paidBy(
    ['tender.accountCredit', { amount: 106_25 }],
    'chargeAccounts',
  ),
  'tip.card': {
    parts: [
      ['tip.card', { tip: 5_00 }],
      ['tender.card', { amount: 5_00 }],
    ],
    lines: [
      ['tipsPayable', -5_00],
      ['cardClearing', 5_00],
    ],
  },
  'cashBack.debit': {
    parts: [
      ['cashBack.debit', { cash: 20_00 }],
      ['tender.card', { amount: 20_00 }],
    ],
    lines: [
      ['drawer', -20_00],
      ['cardClearing', 20_00],
    ],
  },
  'rounding.cash': {
    parts: [
      ['account.payment', { amount: 106_23 }],
      CASH_10625,
      ['rounding.cash', { dueMinusKept: -2 }],
    ],
    lines: [
      ['chargeAccounts', -106_23],
      ['drawer', 106_25],
      ['rounding', -2],
    ],
  },
  'return.line': refundedBy(['refund.card', { amount: 106_25 }], 'cardClearing'),
  'restocking.fee': [
    {
      parts: [
        ['return.line', { net: 268_00, tax: 16_75 }],
        ['restocking.fee', { fee: 53_60 }],
        ['refund.card', { amount: 231_15 }],
      ],
      lines: [
        ['returns', 268_00],
        ['taxPayable', 16_75],
        ['restockingFees', -53_60],
        ['cardClearing', -231_15],
      ],
    },
    {
      parts: [
        ['return.line', { net: 268_00, tax: 16_75 }],
        ['restocking.fee', { fee: 53_60, tax: 3_35 }],
        ['refund.card', { amount: 227_80 }],
      ],
      lines: [
        ['returns', 268_00],
        ['taxPayable', 13_40],
        ['restockingFees', -53_60],
        ['cardClearing', -227_80],
      ],
    },
  ],
  'refund.cash': refundedBy(['refund.cash', { amount: 106_25 }], 'drawer'),
  'refund.card': refundedBy(['refund.card', { amount: 106_25 }], 'cardClearing'),
  'refund.account': refundedBy(['refund.account', { amount: 106_25 }], 'chargeAccounts'),
  'refund.storeCredit': refundedBy(['refund.storeCredit', { amount: 106_25 }], 'storeCredit'),
  'discount.takenBack': {
    parts: [
      ['return.line', { net: 100_00, tax: 6_25 }],
      ['discount.takenBack', { discount: 2_00, tax: 13 }],
      ['refund.account', { amount: 104_12 }],
    ],
    lines: [
      ['returns', 100_00],
      ['taxPayable', 6_12],
      ['discountsGiven', -2_00],
      ['chargeAccounts', -104_12],
    ],
  },
  'refund.ownCheque': refundedBy(['refund.ownCheque', { amount: 106_25 }], 'bankInTransit'),
  'refund.transfer': refundedBy(['refund.transfer', { amount: 106_25 }], 'bankInTransit'),
  'refund.cheque': refundedBy(['refund.cheque', { amount: 106_25 }], 'returnedCheques'),
  'refund.other': refundedBy(
    ['refund.other', { amount: { amountMinor: 106_25, ledgerAccount: 'discountsGiven' } }],
    'discountsGiven',
  ),
  'refund.safe': refundedBy(['refund.safe', { amount: 106_25 }], 'safe'),
  'unknownPayer.received': {
    parts: [['unknownPayer.received', { amount: 106_25 }], CASH_10625],
    lines: [
      ['unknownPayers', -106_25],
      ['drawer', 106_25],
    ],
  },
  'unknownPayer.known': {
    parts: [
      ['unknownPayer.known', { amount: 106_25 }],
      ['account.payment', { amount: 106_25 }],
    ],
    lines: [
      ['unknownPayers', 106_25],
      ['chargeAccounts', -106_25],
    ],
  },
  'voucher.sold': {
    parts: [['voucher.sold', { amount: 106_25 }], CASH_10625],
    lines: [
      ['vouchers', -106_25],
      ['drawer', 106_25],
    ],
  },
  'voucher.takenBack': {
    parts: [
      ['voucher.takenBack', { amount: 106_25 }],
      ['refund.cash', { amount: 106_25 }],
    ],
    lines: [
      ['vouchers', 106_25],
      ['drawer', -106_25],
    ],
  },
  'voucher.expired': alone(
    ['voucher.expired', { amount: 50_00 }],
    [
      ['vouchers', 50_00],
      ['otherIncome', -50_00],
    ],
  ),
  'storeCredit.expired': alone(
    ['storeCredit.expired', { amount: 12_00 }],
    [
      ['storeCredit', 12_00],
      ['otherIncome', -12_00],
    ],
  ),
  'account.payment': {
    parts: [['account.payment', { amount: 106_25 }], CASH_10625],
    lines: [
      ['chargeAccounts', -106_25],
      ['drawer', 106_25],
    ],
  },
  'account.discount': alone(
    ['account.discount', { discount: 2_00, tax: 13, granted: 2_13 }],
    [
      ['discountsGiven', 2_00],
      ['taxPayable', 13],
      ['chargeAccounts', -2_13],
    ],
  ),
  'account.creditPaidOut': {
    parts: [
      ['account.creditPaidOut', { amount: 40_00 }],
      ['refund.cash', { amount: 40_00 }],
    ],
    lines: [
      ['chargeAccounts', 40_00],
      ['drawer', -40_00],
    ],
  },
  'account.lateCharge': alone(
    ['account.lateCharge', { amount: 9_50 }],
    [
      ['chargeAccounts', 9_50],
      ['lateCharges', -9_50],
    ],
  ),
  'account.moved': {
    parts: [
      [
        'account.moved',
        {
          from: { amountMinor: 40_00, chargeAccountId: 1 },
          to: { amountMinor: 40_00, chargeAccountId: 2 },
        },
      ],
    ],
    lines: [
      ['chargeAccounts', 40_00],
      ['chargeAccounts', -40_00],
    ],
  },
  'account.chequeFee': alone(
    ['account.chequeFee', { fee: 25_00 }],
    [
      ['chargeAccounts', 25_00],
      ['feeIncome', -25_00],
    ],
  ),
  'account.writeOff': alone(
    ['account.writeOff', { net: 100_00, tax: 6_25, written: 106_25 }],
    [
      ['writeOffs', 100_00],
      ['taxPayable', 6_25],
      ['chargeAccounts', -106_25],
    ],
  ),
  'writeOff.recovered': {
    parts: [['writeOff.recovered', { amount: 106_25 }], CASH_10625],
    lines: [
      ['writeOffs', -106_25],
      ['drawer', 106_25],
    ],
  },
  'cheque.returned': alone(
    ['cheque.returned', { charged: 104_12, walkIn: 84_10, amount: 188_22 }],
    [
      ['chargeAccounts', 104_12],
      ['returnedCheques', 84_10],
      ['bankInTransit', -188_22],
    ],
  ),
  'cheque.fee': alone(
    ['cheque.fee', { fee: 25_00 }],
    [
      ['returnedCheques', 25_00],
      ['feeIncome', -25_00],
    ],
  ),
  'cheque.recovered': {
    parts: [['cheque.recovered', { amount: 106_25 }], CASH_10625],
    lines: [
      ['returnedCheques', -106_25],
      ['drawer', 106_25],
    ],
  },
  'cheque.writtenOff': alone(
    ['cheque.writtenOff', { amount: 84_10 }],
    [
      ['writeOffs', 84_10],
      ['returnedCheques', -84_10],
    ],
  ),
  'prepayment.taken': {
    parts: [['prepayment.taken', { net: 100_00, tax: 6_25 }], CASH_10625],
    lines: [
      ['prepayments', -100_00],
      ['taxPayable', -6_25],
      ['drawer', 106_25],
    ],
  },
  'prepayment.used': {
    parts: [
      ['sale.line', { net: 200_00, tax: 12_50 }],
      ['prepayment.used', { net: 100_00, tax: 6_25 }],
      CASH_10625,
    ],
    lines: [
      ['sales', -200_00],
      ['taxPayable', -6_25],
      ['prepayments', 100_00],
      ['drawer', 106_25],
    ],
  },
  'prepayment.paidBack': {
    parts: [
      ['prepayment.paidBack', { net: 100_00, tax: 6_25 }],
      ['refund.cash', { amount: 106_25 }],
    ],
    lines: [
      ['prepayments', 100_00],
      ['taxPayable', 6_25],
      ['drawer', -106_25],
    ],
  },
  'prepayment.kept': alone(
    ['prepayment.kept', { amount: 50_00 }],
    [
      ['prepayments', 50_00],
      ['otherIncome', -50_00],
    ],
  ),
  'money.in': {
    parts: [
      ['money.in', { parts: [{ amountMinor: 100_00, ledgerAccount: 'expenses' }], tax: 6_25 }],
      CASH_10625,
    ],
    lines: [
      ['expenses', -100_00],
      ['inputTax', -6_25],
      ['drawer', 106_25],
    ],
  },
  'money.toDrawer': {
    parts: [
      ['money.in', { parts: [{ amountMinor: 40_00, ledgerAccount: 'otherIncome' }] }],
      ['money.toDrawer', { amount: 40_00 }],
    ],
    lines: [
      ['otherIncome', -40_00],
      ['drawer', 40_00],
    ],
  },
  'expense.line': {
    parts: [
      [
        'expense.line',
        { parts: [{ amountMinor: 40_00, ledgerAccount: 'expenses' }], tax: 2_50 },
      ],
      ['paid.fromDrawer', { amount: 42_50 }],
    ],
    lines: [
      ['expenses', 40_00],
      ['inputTax', 2_50],
      ['drawer', -42_50],
    ],
  },
  'paid.fromDrawer': {
    parts: [
      ['expense.line', { parts: [{ amountMinor: 8_00, ledgerAccount: 'expenses' }] }],
      ['paid.fromDrawer', { amount: 8_00 }],
    ],
    lines: [
      ['expenses', 8_00],
      ['drawer', -8_00],
    ],
  },
  'paid.fromBank': {
    parts: [
      ['owner.draws', { amount: 500_00 }],
      ['paid.fromBank', { amount: 500_00 }],
    ],
    lines: [
      ['owner', 500_00],
      ['bankInTransit', -500_00],
    ],
  },
  'paid.fromSafe': {
    parts: [
      ['expense.line', { parts: [{ amountMinor: 12_00, ledgerAccount: 'supplies' }] }],
      ['paid.fromSafe', { amount: 12_00 }],
    ],
    lines: [
      ['supplies', 12_00],
      ['safe', -12_00],
    ],
  },
  'paid.byCard': {
    parts: [
      [
        'expense.line',
        { parts: [{ amountMinor: 80_00, ledgerAccount: 'travel' }], tax: 5_00 },
      ],
      ['paid.byCard', { amount: 85_00 }],
    ],
    lines: [
      ['travel', 80_00],
      ['inputTax', 5_00],
      ['shopCard', -85_00],
    ],
  },
  'card.paid': {
    parts: [
      ['card.paid', { amount: 85_00 }],
      ['paid.fromBank', { amount: 85_00 }],
    ],
    lines: [
      ['shopCard', 85_00],
      ['bankInTransit', -85_00],
    ],
  },
  'money.toBank': {
    parts: [
      ['money.in', { parts: [{ amountMinor: 600_00, ledgerAccount: 'rentIncome' }] }],
      ['money.toBank', { amount: 600_00 }],
    ],
    lines: [
      ['rentIncome', -600_00],
      ['bankInTransit', 600_00],
    ],
  },
  'paid.fromOwner': {
    parts: [
      ['expense.line', { parts: [{ amountMinor: 30_00, ledgerAccount: 'expenses' }] }],
      ['paid.fromOwner', { amount: 30_00 }],
    ],
    lines: [
      ['expenses', 30_00],
      ['owner', -30_00],
    ],
  },
  'owner.draws': {
    parts: [
      ['owner.draws', { amount: 60_00 }],
      ['paid.fromDrawer', { amount: 60_00 }],
    ],
    lines: [
      ['owner', 60_00],
      ['drawer', -60_00],
    ],
  },
  'owner.putsIn': {
    parts: [['owner.putsIn', { amount: 106_25 }], CASH_10625],
    lines: [
      ['owner', -106_25],
      ['drawer', 106_25],
    ],
  },
  'cash.drop': alone(
    ['cash.drop', { amount: 300_00 }],
    [
      ['safe', 300_00],
      ['drawer', -300_00],
    ],
  ),
  'drawer.counted': alone(
    ['drawer.counted', { toSafe: 612_35 }],
    [
      ['safe', 612_35],
      ['drawer', -612_35],
    ],
  ),
  'drawer.difference': alone(
    ['drawer.difference', { over: -2_15 }],
    [
      ['drawer', -2_15],
      ['overAndShort', 2_15],
    ],
  ),
  'cheque.found': alone(
    ['cheque.found', { amount: 84_10 }],
    [
      ['safe', 84_10],
      ['overAndShort', -84_10],
    ],
  ),
  'safe.difference': alone(
    ['safe.difference', { over: 10_00 }],
    [
      ['safe', 10_00],
      ['overAndShort', -10_00],
    ],
  ),
  'fund.difference': alone(
    ['fund.difference', { over: -2_00 }],
    [
      ['fund', -2_00],
      ['overAndShort', 2_00],
    ],
  ),
  'float.fromSafe': alone(
    ['float.fromSafe', { amount: 100_00 }],
    [
      ['fund', 100_00],
      ['safe', -100_00],
    ],
  ),
  'float.kept': alone(
    ['float.kept', { kept: 50_00 }],
    [
      ['fund', 50_00],
      ['drawer', -50_00],
    ],
  ),
  'float.released': alone(
    ['float.released', { released: 50_00 }],
    [
      ['safe', 50_00],
      ['fund', -50_00],
    ],
  ),
  'change.fromBank': alone(
    ['change.fromBank', { amount: 50_00 }],
    [
      ['safe', 50_00],
      ['bankInTransit', -50_00],
    ],
  ),
  'drawer.toDrawer': {
    parts: [
      [
        'drawer.toDrawer',
        { to: { amountMinor: 20_00, drawerId: 2 }, from: { amountMinor: 20_00, drawerId: 1 } },
      ],
    ],
    lines: [
      ['drawer', 20_00],
      ['drawer', -20_00],
    ],
  },
  // 500.00 in the safe, then a day of 200.00 taken and 60.00 refunded from its drawer
  // (common practice; derived): 640.00 reaches the bank, the refund counted once.
  'slip.sent': alone(
    ['slip.sent', { total: 500_00 + (200_00 - 60_00) }],
    [
      ['bankInTransit', 640_00],
      ['safe', -640_00],
    ],
  ),
  'line.matched': alone(
    ['line.matched', { amount: 640_00 }],
    [
      ['bank', 640_00],
      ['bankInTransit', -640_00],
    ],
  ),
  'bag.difference': alone(
    ['bag.difference', { over: -5_00 }],
    [
      ['bankInTransit', -5_00],
      ['overAndShort', 5_00],
    ],
  ),
  // Refunds of a day as large as another day’s sales.
  'settlement.atOnce': {
    parts: [
      ['settlement.atOnce', { amount: [40_00, -30_00] }],
      ['settlement', { toBank: 0, cleared: 10_00 }],
    ],
    lines: [
      ['bank', 10_00],
      ['cardClearing', -10_00],
    ],
  },
  'settlement.difference': alone(
    ['settlement.difference', { short: 20_00 }],
    [
      ['cardAdjustments', 20_00],
      ['cardClearing', -20_00],
    ],
  ),
  'transfer.out': alone(
    ['transfer.out', { amount: 100_00 }],
    [
      ['transfers', 100_00],
      ['bankInTransit', -100_00],
    ],
  ),
  'transfer.in': alone(
    ['transfer.in', { amount: 100_00 }],
    [
      ['bankInTransit', 100_00],
      ['transfers', -100_00],
    ],
  ),
  'tax.paid': alone(
    ['tax.paid', { payable: 500_00, inputTax: 120_00, discount: 5_00, paid: 375_00 }],
    [
      ['taxPayable', 500_00],
      ['inputTax', -120_00],
      ['otherIncome', -5_00],
      ['bankInTransit', -375_00],
    ],
  ),
  settlement: [
    alone(
      [
        'settlement',
        {
          toBank: 735_00,
          fees: 20_00,
          chargebackFees: 15_00,
          disputes: 80_00,
          reserve: 100_00,
          cleared: 1000_00 - 50_00,
        },
      ],
      [
        ['bankInTransit', 735_00],
        ['cardFees', 20_00],
        ['chargebackFees', 15_00],
        ['disputes', 80_00],
        ['reserve', 100_00],
        ['cardClearing', -950_00],
      ],
    ),
    alone(
      ['settlement', { toBank: 0, carried: -153_00, fees: 3_00, cleared: 100_00 - 250_00 }],
      [
        ['processorBalance', -153_00],
        ['cardFees', 3_00],
        ['cardClearing', 150_00],
      ],
    ),
    alone(
      ['settlement', { toBank: 347_00, carried: 153_00, cleared: 500_00 }],
      [
        ['bankInTransit', 347_00],
        ['processorBalance', 153_00],
        ['cardClearing', -500_00],
      ],
    ),
  ],
  'fees.accrued': alone(
    ['fees.accrued', { fees: 50_58, tax: 2_53, owed: 53_11 }],
    [
      ['cardFees', 50_58],
      ['inputTax', 2_53],
      ['accruedFees', -53_11],
    ],
  ),
  'fees.debited': alone(
    ['fees.debited', { owed: 53_11 }],
    [
      ['accruedFees', 53_11],
      ['bankInTransit', -53_11],
    ],
  ),
  'chargeback.fromBank': alone(
    ['chargeback.fromBank', { amount: 80_00, fee: 15_00, debited: 95_00 }],
    [
      ['disputes', 80_00],
      ['chargebackFees', 15_00],
      ['bankInTransit', -95_00],
    ],
  ),
  'chargeback.lost': alone(
    ['chargeback.lost', { net: 75_29, tax: 4_71, amount: 80_00 }],
    [
      ['chargebackLoss', 75_29],
      ['taxPayable', 4_71],
      ['disputes', -80_00],
    ],
  ),
  'chargeback.retold': alone(
    [
      'chargeback.retold',
      {
        from: [{ amountMinor: 80_00, ledgerAccount: 'bankInTransit' }],
        to: [{ amountMinor: 80_00, ledgerAccount: 'bankInTransit' }],
      },
    ],
    [
      ['disputes', 80_00],
      ['disputes', -80_00],
      ['bankInTransit', 80_00],
      ['bankInTransit', -80_00],
    ],
  ),
  'opening.balance': alone(
    ['opening.balance', { amount: [{ amountMinor: 150_00, ledgerAccount: 'drawer' }] }],
    [
      ['drawer', 150_00],
      ['openingBalance', -150_00],
    ],
  ),
};

function total(lines: readonly { ledgerAccount: LedgerAccount; amountMinor: number }[]) {
  const byAccount: Record<string, number> = {};
  for (const { ledgerAccount, amountMinor } of lines) {
    byAccount[ledgerAccount] = (byAccount[ledgerAccount] ?? 0) + amountMinor;
  }
  return byAccount;
}

describe('the posting table', () => {
  const cases = Object.entries(EXAMPLES).flatMap(([event, given]) =>
    [given].flat().map((example, i): [string, Example] => [`${event} (${i + 1})`, example]),
  );

  test.each(cases)('%s posts its worked example, balanced', (event, { parts, lines }) => {
    const posted = parts.flatMap(([name, amounts]) => post(name, amounts, ALL));
    expect(parts.some(([name]) => event.startsWith(name))).toBe(true);
    assertBalanced(posted);
    expect(total(posted)).toEqual(
      total(lines.map(([ledgerAccount, amountMinor]) => ({ ledgerAccount, amountMinor }))),
    );
  });

  test('an example covers every account that the table uses, with its dimension', () => {
    for (const row of Object.values(POSTING_TABLE)) {
      for (const line of row.lines) {
        if (line.account !== 'named') expect(CHART[line.account]).toBeDefined();
      }
    }
    expect(() => post('tender.card', { amount: 1 })).toThrow('needs processorId');
    expect(() => post('tender.card', {})).toThrow('amount is missing');
    expect(() => post('tender.card', { amount: 1, kept: 1 })).toThrow('no amount named kept');
  });

  test('merging keeps sub-ledgers apart and drops what comes to zero', () => {
    const merged = mergeLines([
      ...post('tender.card', { amount: 5 }, { processorId: 1 }),
      ...post('tender.card', { amount: 7 }, { processorId: 1 }),
      ...post('tender.card', { amount: 9 }, { processorId: 2 }),
      ...post('refund.cash', { amount: 4 }, { drawerId: 1 }),
      ...post('tender.cash', { kept: 4 }, { drawerId: 1 }),
    ]);
    expect(merged.map((line) => [line.processorId, line.amountMinor])).toEqual([
      [1, 12],
      [2, 9],
    ]);
  });
});
