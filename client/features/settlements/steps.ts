import type { SettlementDetail } from '@abacist/contracts';

type StepName =
  | 'gross'
  | 'refunds'
  | 'chargebacks'
  | 'adjustments'
  | 'fees'
  | 'tax'
  | 'chargebackFees'
  | 'reserve'
  | 'released'
  | 'net'
  | 'carried'
  | 'cleared'
  | 'toBank';

/** A step of the way from gross to net: what it changes, and between which two heights it stands. */
export type Step = { name: StepName; minor: number; from: number; to: number; sum: boolean };

/**
 * The way from gross to net, and on to what the bank will see where that is another sum. Steps that come
 * to nothing are left out; each begins where the one before ended.
 */
export function stepsOf(of: SettlementDetail): Step[] {
  const changes: [StepName, number][] = [
    ['refunds', -of.refundsMinor],
    ['chargebacks', -of.chargebacksMinor],
    ['adjustments', -of.adjustmentsMinor],
    ['fees', -of.feeMinor],
    ['tax', -of.taxMinor],
    ['chargebackFees', -of.chargebackFeesMinor],
    [of.reserveMinor < 0 ? 'released' : 'reserve', -of.reserveMinor],
  ];
  const steps: Step[] = [
    { name: 'gross', minor: of.grossMinor, from: 0, to: of.grossMinor, sum: true },
  ];
  let at = of.grossMinor;
  const change = ([name, minor]: [StepName, number]) => {
    if (minor === 0) return;
    steps.push({ name, minor, from: at, to: at + minor, sum: false });
    at += minor;
  };
  const total = (name: StepName) =>
    steps.push({ name, minor: at, from: 0, to: at, sum: true });
  changes.forEach(change);
  total('net');
  if (of.carriedMinor !== 0) {
    change([of.carriedMinor < 0 ? 'carried' : 'cleared', -of.carriedMinor]);
    total('toBank');
  }
  return steps;
}
