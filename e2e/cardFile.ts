/** A processor's file card by card, its other rows named by their kind, as it is sent. */
const HEADS = [
  'row',
  'payout',
  'paid',
  'day',
  'scheme',
  'last4',
  'auth',
  'amount',
  'id',
] as const;
const MAPPING = {
  shape: { kind: 'delimited', delimiter: ',' },
  heads: HEADS,
  columns: {
    ...{ rowKind: 0, payout: 1, payoutDate: 2, moment: 3, scheme: 4, lastFour: 5 },
    ...{ authorisation: 6, gross: 7, reference: 8 },
  },
  ...{ dates: 'ymd', decimals: '.', deductions: 'plus' },
  kinds: {
    otherwise: 'card',
    values: {
      ...{ disputed: 'chargeback', won: 'chargebackWon', 'dispute fee': 'chargebackFee' },
      ...{
        held: 'reserveHeld',
        released: 'reserveReleased',
        fee: 'fee',
        'fee tax': 'taxOnFees',
      },
    },
  },
  ...{ schemes: {}, belongs: 'each' },
};

export type CardRow = Partial<Record<(typeof HEADS)[number], string>>;

export function cardFile(
  payout: string,
  paid: string,
  rows: readonly CardRow[],
  processorId = 1,
) {
  const lines = rows.map((row) =>
    HEADS.map((head) => ({ payout, paid, row: 'card', ...row })[head] ?? '').join(),
  );
  return {
    ...{ processorId, mapping: MAPPING, name: `${payout}.csv` },
    contentBase64: Buffer.from([HEADS.join(), ...lines].join('\n')).toString('base64'),
  };
}
