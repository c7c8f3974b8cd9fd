import type { SettlementDetail } from '@abacist/contracts';
import fc from 'fast-check';
import { stepsOf } from './steps';

const NONE = {
  ...{ grossMinor: 0, refundsMinor: 0, feeMinor: 0, taxMinor: 0, netMinor: 0 },
  ...{ chargebacksMinor: 0, chargebackFeesMinor: 0, reserveMinor: 0, adjustmentsMinor: 0 },
  ...{ toBankMinor: 0, carriedMinor: 0 },
} as SettlementDetail;

test('the way from gross to net has the parts that there are, in their order', () => {
  const steps = stepsOf({
    ...NONE,
    ...{ grossMinor: 1000_00, refundsMinor: 50_00, chargebacksMinor: 80_00, feeMinor: 20_00 },
    ...{ chargebackFeesMinor: 15_00, reserveMinor: 100_00, netMinor: 735_00 },
    toBankMinor: 735_00,
  });
  expect(steps.map(({ name, minor }) => [name, minor])).toEqual([
    ...[
      ['gross', 1000_00],
      ['refunds', -50_00],
      ['chargebacks', -80_00],
      ['fees', -20_00],
    ],
    ...[
      ['chargebackFees', -15_00],
      ['reserve', -100_00],
      ['net', 735_00],
    ],
  ]);
});

test('whatever it is made of, each step begins where the one before ended, to the net and the bank', () => {
  const amount = fc.integer({ min: -90_00, max: 90_00 });
  fc.assert(
    fc.property(fc.array(amount, { minLength: 9, maxLength: 9 }), (amounts) => {
      const [gross, refunds, fee, tax, disputed, cost, reserve, adjusted, carried] =
        amounts as [number, number, number, number, number, number, number, number, number];
      const netMinor = gross - refunds - fee - tax - disputed - cost - reserve - adjusted;
      const steps = stepsOf({
        ...NONE,
        ...{ grossMinor: gross, refundsMinor: refunds, feeMinor: fee, taxMinor: tax },
        ...{ chargebacksMinor: disputed, chargebackFeesMinor: cost, reserveMinor: reserve },
        ...{ adjustmentsMinor: adjusted, netMinor, carriedMinor: carried },
        toBankMinor: netMinor - carried,
      });
      expect(steps.find(({ name }) => name === 'net')).toMatchObject({ to: netMinor });
      expect(steps.at(-1)!.to).toBe(netMinor - carried);
      steps.slice(1).forEach((step, i) => {
        if (step.sum) expect(step).toMatchObject({ from: 0, to: steps[i]!.to });
        else expect(step.from).toBe(steps[i]!.to);
      });
    }),
  );
});
