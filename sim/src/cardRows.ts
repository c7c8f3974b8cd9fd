import type { Mapping } from '@abacist/core/settlements';

/*
 * The plainest file that a processor may send, for tests and for whoever tries what a row does: one row a
 * card, every other row named by its kind.
 */
const HEADS = [
  ...(['row', 'payout', 'paid', 'day', 'scheme', 'last4', 'auth', 'amount', 'id'] as const),
];
export type CardRow = Partial<Record<(typeof HEADS)[number], string>>;

const MAPPING: Mapping = {
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
      ...{ held: 'reserveHeld', released: 'reserveReleased' },
      ...{ fee: 'fee', 'fee tax': 'taxOnFees' },
    },
  },
  ...{ schemes: {}, belongs: 'each' },
};

/** A payout of such rows, as the command that brings it. */
export function cardFile(
  { payout, paid, processorId = 1 }: { payout: string; paid: string; processorId?: number },
  rows: readonly CardRow[],
) {
  const lines = rows.map((row) =>
    HEADS.map((head) => ({ payout, paid, row: 'card', ...row })[head] ?? '').join(),
  );
  const text = [HEADS.join(), ...lines].join('\n');
  return {
    ...{ processorId, mapping: MAPPING, name: `${payout}.csv` },
    contentBase64: Buffer.from(text).toString('base64'),
  };
}
