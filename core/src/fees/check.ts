import type { Refusal } from '../outcome';
import type { FeePlan } from './plan';

const PERCENT = /^\d{1,2}(\.\d{1,4})?$/;
const PER_ITEM = /^\d{1,6}(\.\d{1,4})?$/;

/**
 * What is wrong with a plan as it was typed. Refusals with their field: `fees.noTerms`,
 * `fees.termsTwice` (scheme), `fees.percent`, `fees.perItem`, `fees.limits` (a least above the most),
 * `fees.tiers` (not rising).
 */
export function checkFeePlan(plan: FeePlan): Refusal[] {
  if (plan.terms.length === 0) return [of('fees.noTerms', 'terms')];
  const wrong: Refusal[] = [];
  if (plan.taxPercent !== '' && !PERCENT.test(plan.taxPercent))
    wrong.push(of('fees.percent', 'taxPercent'));
  plan.terms.forEach((terms, i) => {
    const at = `terms.${i}`;
    const twice = plan.terms.findIndex(
      (one) => one.scheme === terms.scheme && one.cardKind === terms.cardKind,
    );
    if (twice < i) wrong.push(of('fees.termsTwice', `${at}.scheme`, { scheme: terms.scheme }));
    [terms, ...terms.tiers].forEach((price, tier) => {
      const inside = tier === 0 ? at : `${at}.tiers.${tier - 1}`;
      if (!PERCENT.test(price.percent)) wrong.push(of('fees.percent', `${inside}.percent`));
      if (!PER_ITEM.test(price.perItem)) wrong.push(of('fees.perItem', `${inside}.perItem`));
    });
    const { minimumMinor, maximumMinor } = terms;
    if (minimumMinor !== null && maximumMinor !== null && minimumMinor > maximumMinor)
      wrong.push(of('fees.limits', `${at}.maximumMinor`));
    if (
      terms.tiers.some((tier, t) => t > 0 && tier.aboveMinor <= terms.tiers[t - 1]!.aboveMinor)
    )
      wrong.push(of('fees.tiers', `${at}.tiers`));
  });
  return wrong;
}

const of = (code: string, at: string, params?: Refusal['params']): Refusal => ({
  code,
  at,
  ...(params && { params }),
});
