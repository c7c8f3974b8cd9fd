import type { FeesView, Processor } from '@abacist/contracts';
import type { FeePlan } from '@abacist/core/fees';

/**
 * The plan that a finding would make agreed from its first day on: that which held, with the
 * percentage or the price an item that was charged. null where no value of it is told, where it has
 * ended, or where the scheme has tiers: of which one it was is typed.
 */
export function agreedFrom(
  { plans }: Pick<Processor, 'plans'>,
  { cause, told, since, scheme, goesOn }: FeesView['findings'][number],
): FeePlan | null {
  const held = plans.find(({ from }) => from <= since)?.plan;
  if (!held || !told || !goesOn || (cause !== 'rate' && cause !== 'perItem')) return null;
  if (held.terms.some((one) => one.scheme === scheme && one.tiers.length)) return null;
  const changed = cause === 'rate' ? { percent: told } : { perItem: told };
  return {
    ...held,
    terms: held.terms.map((one) => (one.scheme === scheme ? { ...one, ...changed } : one)),
  };
}
