import { addDays } from '../dates';
import { minus, mostTendered } from '../money';
import type { BrokenRule } from '../outcome';
import type { TakenTender } from '../tenders';
import type { SaleState } from './sale';

/** Banks refuse a cheque of half a year and more (common practice), counted in days. */
const OLD_AFTER_DAYS = 183;

const isSame = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/**
 * What is odd about money that is taken and asks first, whoever takes it: a cheque with a number and
 * drawer that was taken before, one that is older than half a year, change beyond a sane bound.
 */
export function tendersBroken(
  tenders: readonly TakenTender[],
  { today, currency, knownCheques }: Pick<SaleState, 'today' | 'currency' | 'knownCheques'>,
): BrokenRule[] {
  const asks = (code: string, params: BrokenRule['params']): BrokenRule => ({
    code,
    approver: 'clerk',
    params: params!,
  });
  return tenders.flatMap(({ kind, cheque, amountMinor, tenderedMinor, changeMinor }, i) => {
    const odd: BrokenRule[] = [];
    if (cheque) {
      const { number, drawnBy, dated } = cheque;
      const same = (one: { number: string; drawnBy: string }) =>
        isSame(one.number, number) && isSame(one.drawnBy, drawnBy);
      const here = tenders.slice(0, i).some((one) => one.cheque && same(one.cheque));
      const before = knownCheques.find(same);
      if (before || here) {
        const params = { number, name: drawnBy, date: before?.takenOn ?? today };
        odd.push(asks('rule.chequeTwice', params));
      }
      if (dated < addDays(today, -OLD_AFTER_DAYS)) {
        odd.push(asks('rule.chequeOld', { date: dated }));
      }
    }
    if (
      kind === 'cash' &&
      tenderedMinor > mostTendered(minus(tenderedMinor, changeMinor), currency)
    ) {
      odd.push(
        asks('rule.tenderedMuch', { tenderedMinor, dueMinor: amountMinor, changeMinor }),
      );
    }
    return odd;
  });
}
