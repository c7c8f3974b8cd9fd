import fc from 'fast-check';
import { minus, roundCash, sum } from '../money';
import {
  firstBack,
  NOTHING_PAID,
  proposeRefund,
  giveRefund,
  type PaidTender,
  type RefundState,
} from '.';
import type { GivenRefund, OfferedRefund } from '../tenders';

describe('how money goes back', () => {
  const paid = (
    kind: PaidTender['kind'],
    amountMinor: number,
    keptMinor = amountMinor,
    refundedMinor = 0,
  ): PaidTender => ({
    saleTenderId: kind === 'card' ? 7 : kind === 'onAccount' ? 6 : 8,
    tenderId: kind === 'card' ? 2 : 1,
    kind,
    amountMinor,
    keptMinor,
    refundedMinor,
    chargeAccountId: kind === 'onAccount' ? 4 : null,
    unpaidMinor: 0,
    writtenOffMinor: 0,
  });
  const state = (...tenders: PaidTender[]): RefundState => ({
    ...NOTHING_PAID,
    paid: tenders,
  });
  const ALONE = { usedMinor: 0, laterMinor: 0 };
  const cash = (amountMinor: number): OfferedRefund => ({
    kind: 'cash',
    tenderId: 1,
    amountMinor,
  });
  const card = (amountMinor: number, reference = 'A1'): OfferedRefund => ({
    kind: 'card',
    tenderId: 2,
    saleTenderId: 7,
    amountMinor,
    reference,
  });

  const written = (amountMinor: number, cheque: object = {}): OfferedRefund => ({
    kind: 'ownCheque',
    tenderId: 9,
    amountMinor,
    cheque: { bankAccountId: 1, number: '000104', payee: 'Bo', ...cheque },
  });

  const credited = (amountMinor: number): OfferedRefund => ({
    kind: 'onAccount',
    tenderId: 10,
    saleTenderId: 6,
    amountMinor,
  });

  // Cash rounding: a refund of 21.24 pays 21.25. Department of Finance Canada's guidance on
  // phasing out the penny, 2012 (from memory).
  test('a cash refund of 21.24 pays 21.25', () => {
    const given = giveRefund(
      21_24,
      ALONE,
      [cash(21_24)],
      state(paid('cash', 21_24, 21_25)),
      5,
    );
    expect(given).toMatchObject({
      value: [{ amountMinor: -21_24, keptMinor: -21_25, roundingMinor: 1 }],
    });
  });

  test('cash is rounded on the cumulated refund, never above what was kept', () => {
    // 10.04 was paid with 10.05; two halves of 5.02 round to 5.00 and then to 10.05 in all.
    const sale = state(paid('cash', 10_04, 10_05));
    const half = { ...ALONE, laterMinor: 5_02 };
    const first = giveRefund(5_02, half, [cash(5_02)], sale, 5);
    expect(first).toMatchObject({ value: [{ keptMinor: -5_00 }] });
    const then = { ...sale, givenMinor: { cash: 5_02 }, cashOutMinor: 5_00 };
    expect(giveRefund(5_02, ALONE, [cash(5_02)], then, 5)).toMatchObject({
      value: [{ keptMinor: -5_05 }],
    });
  });

  test('beside what was taken in goods, cash is the nearest coin: half a coin at most in all', () => {
    const sale = { ...state(paid('cash', 10_04, 10_05)), usedMinor: 5_01 };
    expect(giveRefund(5_03, ALONE, [cash(5_03)], sale, 5)).toMatchObject({
      value: [{ keptMinor: -5_05, roundingMinor: 2 }],
    });
  });

  test('proposes the original tenders in their proportion', () => {
    expect(proposeRefund(30_00, state(paid('cash', 40_00), paid('card', 80_00)))).toEqual([
      { kind: 'cash', saleTenderId: null, amountMinor: 10_00 },
      { kind: 'card', saleTenderId: 7, amountMinor: 20_00 },
    ]);
    // A cheque goes back as one where the shop writes them, else as store credit.
    const byCheque = { ...state(paid('cheque', 60_00)), givenMinor: { ownCheque: 50_00 } };
    expect(proposeRefund(30_00, byCheque, ['ownCheque'])).toEqual([
      { kind: 'ownCheque', saleTenderId: null, amountMinor: 10_00 },
      { kind: 'storeCredit', saleTenderId: null, amountMinor: 20_00 },
    ]);
    expect(proposeRefund(30_00, byCheque)).toEqual([
      { kind: 'storeCredit', saleTenderId: null, amountMinor: 30_00 },
    ]);
    const half = state(paid('card', 50_00, 50_00, 50_00), paid('storeCredit', 50_00));
    expect(proposeRefund(20_00, half)).toEqual([
      { kind: 'storeCredit', saleTenderId: null, amountMinor: 20_00 },
    ]);
  });

  test('a charge that nobody has paid is credited first; of the paid one the person chooses', () => {
    const charge = { ...paid('onAccount', 100_00), tenderId: 10, unpaidMinor: 30_00 };
    const sale = state(charge, paid('cash', 100_00));
    // 30.00 to the open charge; 50.00 shared by 70.00 paid on it and 100.00 in cash.
    expect(proposeRefund(80_00, sale)).toEqual([
      { kind: 'cash', saleTenderId: null, amountMinor: 29_42 },
      { kind: 'onAccount', saleTenderId: 6, amountMinor: 50_58 },
    ]);
    const give = (...offered: OfferedRefund[]) => giveRefund(80_00, ALONE, offered, sale, 5);
    expect(give(cash(80_00))).toMatchObject({
      refusals: [{ code: 'refund.first.onAccount', params: { amountMinor: 30_00 } }],
    });
    expect(give(cash(50_00), credited(30_00))).toMatchObject({
      value: [{}, { chargeAccountId: 4, saleTenderId: 6, keptMinor: -30_00 }],
    });
    expect(give(credited(80_00)).ok).toBe(true);
    expect(giveRefund(101_00, ALONE, [credited(101_00)], sale, 5)).toMatchObject({
      refusals: [{ code: 'refund.tenderOver', params: { leftMinor: 100_00 } }],
    });
  });

  test.each<[string, OfferedRefund[], string]>([
    ['a card above what it paid', [card(50_01)], 'refund.tenderOver'],
    ['one card in two parts above it', [card(30_00), card(20_01)], 'refund.tenderOver'],
    ['a sum that is short', [cash(10_00)], 'refund.sum'],
    ['cash twice', [cash(25_00), cash(25_00)], 'refund.oneCash'],
    ['a card that did not pay', [{ ...card(50_00), tenderId: 9 }], 'refund.unknownTender'],
    ['no reference', [card(50_00, ' ')], 'refund.reference'],
    ['a card number', [card(50_00, '4111 1111 1111 1111')], 'text.cardNumber'],
    ['nothing', [cash(0), card(50_00)], 'refund.notPositive'],
    ['a cheque without its number', [written(50_00, { number: '0' })], 'ownCheque.number'],
    ['letters in its number', [written(50_00, { number: 'A12' })], 'ownCheque.number'],
    ['a cheque to nobody', [written(50_00, { payee: ' ' })], 'ownCheque.payee'],
    [
      'a card number on it',
      [written(50_00, { payee: '4111 1111 1111 1111' })],
      'text.cardNumber',
    ],
  ])('%s is refused', (_, offered, code) => {
    const due = code === 'refund.tenderOver' ? 50_01 : 50_00;
    const given = giveRefund(due, ALONE, offered, state(paid('card', 50_00)), 5);
    expect(given).toMatchObject({ refusals: [{ code }] });
  });

  // Cards are not rounded: a card sale of 37.13 that is paid back in cash gives 37.15; derived.
  test('cash for what a card paid is the nearest coin, cumulated over the steps', () => {
    const sale = state(paid('card', 74_26));
    const half = { ...ALONE, laterMinor: 37_13 };
    expect(giveRefund(37_13, half, [cash(37_13)], sale, 5)).toMatchObject({
      value: [{ keptMinor: -37_15, roundingMinor: 2 }],
    });
    const then = { ...sale, givenMinor: { cash: 37_13 }, cashOutMinor: 37_15 };
    expect(giveRefund(37_13, ALONE, [cash(37_13)], then, 5)).toMatchObject({
      value: [{ keptMinor: -37_10 }],
    });
  });

  test('goods that other goods had paid for are worth their whole price again', () => {
    // An exchange: 200.00 bought with goods of 100.00 and 100.00 in cash, all of it comes back.
    const sale = { ...state(paid('cash', 100_00)), tradedInMinor: 100_00 };
    expect(giveRefund(200_00, ALONE, [cash(200_00)], sale, 5)).toMatchObject({
      value: [{ keptMinor: -200_00, roundingMinor: 0 }],
    });
    const even = { ...NOTHING_PAID, tradedInMinor: 12_02 };
    expect(giveRefund(12_02, ALONE, [cash(12_02)], even, 5)).toMatchObject({
      value: [{ keptMinor: -12_00, roundingMinor: -2 }],
    });
  });

  test('what never came goes back first: open, then written off, then the allowance', () => {
    const charge = {
      ...paid('onAccount', 60_00),
      unpaidMinor: 10_00,
      writtenOffMinor: 20_00,
    };
    const allowance = { ...paid('other', 15_00), saleTenderId: 5 };
    const bounced = { ...paid('cheque', 25_00), saleTenderId: 9, unpaidMinor: 25_00 };
    const sale = state(allowance, charge, bounced, paid('cash', 40_00));
    expect(firstBack(50_00, sale)).toEqual([
      { saleTenderId: 6, kind: 'onAccount', amountMinor: 25_00, writtenOffMinor: 15_00 },
      { saleTenderId: 9, kind: 'cheque', amountMinor: 25_00, writtenOffMinor: 0 },
    ]);
    expect(firstBack(140_00, sale)).toMatchObject([
      { saleTenderId: 5, kind: 'other', amountMinor: 15_00 },
      { saleTenderId: 6, amountMinor: 30_00, writtenOffMinor: 20_00 },
      { saleTenderId: 9, amountMinor: 25_00 },
    ]);
    const refused = giveRefund(50_00, ALONE, [cash(50_00)], sale, 5);
    expect(refused).toMatchObject({ refusals: [{ code: 'refund.first.onAccount' }] });
    const toCheque: OfferedRefund = {
      kind: 'cheque',
      tenderId: 1,
      saleTenderId: 9,
      amountMinor: 25_00,
    };
    const ways = [{ ...credited(25_00), tenderId: 1 }, toCheque];
    expect(giveRefund(50_00, ALONE, ways, sale, 5)).toMatchObject({
      value: [
        { kind: 'onAccount', keptMinor: -25_00, writtenBackMinor: 15_00 },
        // Nothing leaves the shop: the debt is smaller.
        { kind: 'cheque', amountMinor: -25_00, keptMinor: 0, writtenBackMinor: 0 },
      ],
    });
  });

  // Half of the smallest coin is the bound over all returns of a ticket, and it is in rounding.
  test('any way of giving back, in any order: what came in and half a coin at most', () => {
    const parts = fc.array(fc.record({ share: fc.nat(100), by: fc.nat(5) }), {
      minLength: 1,
      maxLength: 8,
    });
    const amount = fc.nat(200_00);
    const sums = fc.record({
      onCard: amount,
      inCash: amount,
      unpaid: amount,
      writtenOff: amount,
      allowed: amount,
      bounced: amount,
    });
    fc.assert(
      fc.property(sums, parts, (came, steps) => {
        const { onCard, inCash, unpaid, writtenOff, allowed, bounced } = came;
        const kept = roundCash(inCash, 5);
        let now: RefundState = state(
          { ...paid('card', onCard), saleTenderId: 7, tenderId: 2 },
          paid('cash', inCash, kept),
          {
            ...paid('onAccount', unpaid + writtenOff),
            unpaidMinor: unpaid,
            writtenOffMinor: writtenOff,
          },
          { ...paid('other', allowed), saleTenderId: 5 },
          { ...paid('cheque', bounced), saleTenderId: 9, unpaidMinor: bounced },
        );
        let left = sum(now.paid.map(({ amountMinor }) => amountMinor));
        for (const [i, { share, by }] of steps.entries()) {
          const due = i === steps.length - 1 ? left : Math.floor((left * share) / 100);
          if (due === 0) continue;
          const first = firstBack(due, now);
          const rest = due - sum(first.map(({ amountMinor }) => amountMinor));
          const used = by === 3 ? Math.floor(rest / 2) : 0;
          const offered = waysOf(by, due - used, now);
          const along = { usedMinor: used, laterMinor: left - due };
          const given = giveRefund(due - used, along, offered, now, 5);
          if (!given.ok) throw new Error(given.refusals[0]!.code);
          const before = { ...now, usedMinor: now.usedMinor + used };
          now = given.value.reduce(afterRefund, before);
          left = minus(left, due);
          expect(now.paid[0]!.refundedMinor).toBeLessThanOrEqual(onCard);
          const { cash: cashBack = 0, onAccount = 0, cheque = 0, other = 0 } = now.givenMinor;
          if (cashBack <= inCash) expect(now.cashOutMinor).toBeLessThanOrEqual(kept);
          const all = sum(Object.values(now.givenMinor)) - cashBack + now.cashOutMinor;
          const money = all + now.usedMinor - onAccount - cheque - other;
          expect(2 * (money - onCard - kept)).toBeLessThanOrEqual(5);
          expect(now.cashOutMinor % 5).toBe(0);
          // Rounding is never more than the smallest coin.
          expect(Math.abs(now.cashOutMinor - cashBack)).toBeLessThanOrEqual(5);
        }
        expect(now.givenMinor).toMatchObject({
          ...(unpaid + writtenOff > 0 && { onAccount: unpaid + writtenOff }),
          ...(allowed > 0 && { other: allowed }),
          ...(bounced > 0 && { cheque: bounced }),
        });
        const { cash: cashBack = 0 } = now.givenMinor;
        if (cashBack === inCash && cashBack + (now.givenMinor.card ?? 0) === inCash + onCard) {
          expect(now.cashOutMinor).toBe(kept);
        }
      }),
      { numRuns: 500 },
    );
  });

  /** What a person may offer: all of the money one way, or as it is proposed. */
  function waysOf(by: number, dueMinor: number, now: RefundState): OfferedRefund[] {
    const first = firstBack(dueMinor, now);
    const rest = dueMinor - sum(first.map(({ amountMinor }) => amountMinor));
    const cardLeft = now.paid[0]!.amountMinor - now.paid[0]!.refundedMinor;
    const firsts = first.map(
      ({ kind, saleTenderId, amountMinor }) =>
        ({ kind, saleTenderId, tenderId: 1, amountMinor }) as OfferedRefund,
    );
    if (rest === 0) return firsts;
    if (by === 0) return [...firsts, cash(rest)];
    if (by === 1 && rest <= cardLeft) return [...firsts, card(rest)];
    if (by === 4) return [...firsts, written(rest)];
    const some = Math.floor(rest / 3);
    if (by === 5 && some > 0) {
      return [
        ...firsts,
        cash(some),
        { kind: 'storeCredit', tenderId: 3, amountMinor: rest - some },
      ];
    }
    return proposeRefund(dueMinor, now, ['ownCheque']).map(
      ({ kind, saleTenderId, amountMinor }): OfferedRefund =>
        kind === 'card'
          ? card(amountMinor)
          : kind === 'ownCheque'
            ? written(amountMinor)
            : kind === 'cash' || kind === 'storeCredit'
              ? { kind, tenderId: 1, amountMinor }
              : {
                  kind: kind as 'other',
                  tenderId: 1,
                  saleTenderId: saleTenderId!,
                  amountMinor,
                },
    );
  }

  /** What the books know after a refund was given. */
  function afterRefund(now: RefundState, one: GivenRefund): RefundState {
    const outMinor = -one.amountMinor;
    return {
      ...now,
      givenMinor: {
        ...now.givenMinor,
        [one.kind]: (now.givenMinor[one.kind] ?? 0) + outMinor,
      },
      cashOutMinor: now.cashOutMinor - (one.kind === 'cash' ? one.keptMinor : 0),
      paid: now.paid.map((tender) => {
        if (tender.saleTenderId !== one.saleTenderId) return tender;
        const open = Math.min(tender.unpaidMinor, outMinor - one.writtenBackMinor);
        return {
          ...tender,
          refundedMinor: tender.refundedMinor + outMinor,
          unpaidMinor: tender.unpaidMinor - open,
          writtenOffMinor: tender.writtenOffMinor - one.writtenBackMinor,
        };
      }),
    };
  }
});
