/** What an account is in the five-part order of a trial balance. */
export type AccountType = 'asset' | 'liability' | 'equity' | 'income' | 'expense';

/** The dimension by which a control account's sub-ledger is kept. */
export type Dimension =
  | 'drawerId'
  | 'departmentId'
  | 'authorityId'
  | 'processorId'
  | 'bankAccountId'
  | 'chargeAccountId'
  | 'salespersonId';

type ChartRow = { number: string; type: AccountType; by?: Dimension };

/**
 * The accounts that events post to, by role. `by` names the dimension that every line on the
 * account must carry: the account is then the control account of that sub-ledger.
 */
export const CHART = {
  drawer: { number: '1110', type: 'asset', by: 'drawerId' },
  /** What lies in a drawer as change, whatever it takes. */
  fund: { number: '1115', type: 'asset', by: 'drawerId' },
  safe: { number: '1120', type: 'asset' },
  bankInTransit: { number: '1130', type: 'asset', by: 'bankAccountId' },
  bank: { number: '1140', type: 'asset', by: 'bankAccountId' },
  transfers: { number: '1150', type: 'asset' },
  cardClearing: { number: '1210', type: 'asset', by: 'processorId' },
  processorBalance: { number: '1220', type: 'asset', by: 'processorId' },
  disputes: { number: '1230', type: 'asset', by: 'processorId' },
  reserve: { number: '1240', type: 'asset', by: 'processorId' },
  chargeAccounts: { number: '1310', type: 'asset', by: 'chargeAccountId' },
  returnedCheques: { number: '1320', type: 'asset' },
  inputTax: { number: '1410', type: 'asset', by: 'authorityId' },
  taxPayable: { number: '2110', type: 'liability', by: 'authorityId' },
  storeCredit: { number: '2210', type: 'liability' },
  vouchers: { number: '2220', type: 'liability' },
  prepayments: { number: '2230', type: 'liability' },
  /** Payments whose payer nobody knows yet. */
  unknownPayers: { number: '2240', type: 'liability' },
  tipsPayable: { number: '2310', type: 'liability' },
  accruedFees: { number: '2320', type: 'liability', by: 'processorId' },
  /** What a credit card of the shop's own has paid and the bank has not yet. */
  shopCard: { number: '2410', type: 'liability' },
  owner: { number: '3110', type: 'equity' },
  openingBalance: { number: '3910', type: 'equity' },
  sales: { number: '4110', type: 'income', by: 'departmentId' },
  returns: { number: '4120', type: 'income', by: 'departmentId' },
  discountsGiven: { number: '4130', type: 'income' },
  restockingFees: { number: '4210', type: 'income' },
  lateCharges: { number: '4220', type: 'income' },
  feeIncome: { number: '4230', type: 'income' },
  otherIncome: { number: '4310', type: 'income' },
  rentIncome: { number: '4320', type: 'income' },
  interestIncome: { number: '4330', type: 'income' },
  /** Goods for resale too: the cost of goods is not tracked. */
  purchases: { number: '5010', type: 'expense' },
  cardFees: { number: '5110', type: 'expense', by: 'processorId' },
  chargebackFees: { number: '5120', type: 'expense', by: 'processorId' },
  chargebackLoss: { number: '5130', type: 'expense', by: 'processorId' },
  cardAdjustments: { number: '5140', type: 'expense', by: 'processorId' },
  bankCharges: { number: '5210', type: 'expense' },
  overAndShort: { number: '5310', type: 'expense' },
  rounding: { number: '5320', type: 'expense' },
  writeOffs: { number: '5410', type: 'expense' },
  penalties: { number: '5420', type: 'expense' },
  supplies: { number: '5510', type: 'expense' },
  postage: { number: '5520', type: 'expense' },
  repairs: { number: '5530', type: 'expense' },
  rent: { number: '5540', type: 'expense' },
  utilities: { number: '5550', type: 'expense' },
  insurance: { number: '5560', type: 'expense' },
  travel: { number: '5570', type: 'expense' },
  advertising: { number: '5580', type: 'expense' },
  expenses: { number: '5910', type: 'expense' },
} as const satisfies Record<string, ChartRow>;

export type LedgerAccount = keyof typeof CHART;

/** The dimension that lines of an account must carry, if any. */
export function dimensionOf(role: LedgerAccount): Dimension | undefined {
  return (CHART[role] as ChartRow).by;
}
