import { card, cash, decide, order, refusal } from '../../test/shop';
import type { LedgerAccount, JournalLine } from '../ledger';
import { sum } from '../money';

/* What is paid after all, taken back whole, or given out of the drawer beside a sale. */

const moved = (lines: readonly JournalLine[], role: LedgerAccount) =>
  sum(lines.map((one) => (one.ledgerAccount === role ? one.amountMinor : 0)));

describe('what was owed or sold on paper', () => {
  const owed = [{ id: 9, leftMinor: 40_00, writtenOffMinor: 10_00 }];
  const paid = (amountMinor: number) => ({
    lines: [],
    extras: [{ kind: 'chequePaid' as const, returnedChequeId: 9, amountMinor }],
    tenders: [cash(amountMinor)],
  });

  test('a returned cheque is paid first, what was written off of it after', () => {
    for (const [amount, debt, recovered] of [
      [25_00, 25_00, 0],
      [40_00, 40_00, 0],
      [46_00, 40_00, 6_00],
      [50_00, 40_00, 10_00],
    ] as const) {
      const { lines } = decide(paid(amount), { returnedCheques: owed });
      expect(moved(lines, 'returnedCheques')).toBe(-debt + 0);
      expect(moved(lines, 'writeOffs')).toBe(-recovered + 0);
      expect(moved(lines, 'drawer')).toBe(amount);
    }
    expect(refusal(paid(50_05), { returnedCheques: owed })).toMatchObject({
      code: 'returnedCheque.over',
      params: { leftMinor: 50_00 },
    });
    expect(refusal(paid(5_00), { returnedCheques: [] })).toMatchObject({
      code: 'returnedCheque.unknown',
    });
  });

  const voucher = { id: 5, leftMinor: 50_00, soldMinor: 50_00, validUntil: null };
  const back = (amountMinor: number) => ({
    lines: [],
    tenders: [],
    extras: [{ kind: 'voucherBack' as const, voucherId: 5, amountMinor }],
    refunds: [{ kind: 'cash' as const, tenderId: 1, amountMinor }],
  });

  test('at the desk cash leaves the safe, which a manager says; more than lies there he says too', () => {
    const desk = { vouchers: [voucher], drawerId: null };
    const codes = (holds: number) =>
      decide(back(50_00), { ...desk, drawerHoldsMinor: holds }).broken.map(({ code }) => code);
    expect(codes(50_00)).toEqual(['rule.voucherBack', 'rule.refundFromSafe']);
    expect(codes(49_95)).toEqual([
      'rule.voucherBack',
      'rule.refundFromSafe',
      'rule.aboveSafe',
    ]);
    const { lines } = decide(back(50_00), { ...desk, drawerHoldsMinor: 50_00 });
    expect(lines.find(({ ledgerAccount }) => ledgerAccount === 'safe')).toMatchObject({
      amountMinor: -50_00,
      tag: { pot: 'cash', holder: 'safeItem#1' },
    });
    expect(lines.some(({ ledgerAccount }) => ledgerAccount === 'drawer')).toBe(false);
  });

  test('a voucher is taken back whole, unused, alone, and with a manager’s word', () => {
    const taken = decide(back(50_00), { vouchers: [voucher] });
    expect(moved(taken.lines, 'vouchers')).toBe(50_00);
    expect(moved(taken.lines, 'drawer')).toBe(-50_00);
    expect(taken.broken).toMatchObject([{ code: 'rule.voucherBack', approver: 'manager' }]);
    const used = { ...voucher, leftMinor: 30_00 };
    for (const [amount, vouchers, code] of [
      [50_00, [used], 'voucher.wholeBack'],
      [30_00, [used], 'voucher.wholeBack'],
      [20_00, [voucher], 'voucher.wholeBack'],
      [50_00, [], 'voucher.unknown'],
    ] as const) {
      expect(refusal(back(amount), { vouchers })).toMatchObject({ code });
    }
    const beside = { ...back(50_00), lines: [{ departmentId: 2, amountMinor: 5_00 }] };
    expect(refusal(beside, { vouchers: [voucher] })).toMatchObject({
      code: 'prepayment.alone',
    });
  });

  // An order of 212.50, of which 100.00 was paid ahead and 40.00 is used: 60.00 are left.
  test('what is left of a prepayment goes back whole, with the tax that it was posted with', () => {
    const orders = [order({ prepaidMinor: 100_00, spentMinor: 40_00 })];
    const paidBack = (amountMinor: number) => ({
      lines: [],
      tenders: [],
      extras: [{ kind: 'prepaymentBack' as const, orderId: 3, amountMinor }],
      refunds: [{ kind: 'cash' as const, tenderId: 1, amountMinor }],
    });
    const { lines } = decide(paidBack(60_00), { orders });
    expect(moved(lines, 'drawer')).toBe(-60_00);
    expect(moved(lines, 'prepayments') + moved(lines, 'taxPayable')).toBe(60_00);
    expect(moved(lines, 'taxPayable')).toBeGreaterThan(0);
    expect(refusal(paidBack(59_95), { orders })).toMatchObject({
      code: 'prepayment.wholeBack',
      params: { leftMinor: 60_00 },
    });
  });
});

describe('more cash than the drawer holds asks first', () => {
  const goods = [{ departmentId: 2, amountMinor: 20_00 }];
  const cashBack = (amountMinor: number) => ({ kind: 'cashBack' as const, amountMinor });
  const asks = (drawerHoldsMinor: number, byCash: number) =>
    decide(
      {
        lines: goods,
        extras: [cashBack(40_00)],
        tenders: [card(60_00 - byCash, 7), ...(byCash ? [cash(byCash)] : [])],
      },
      { drawerHoldsMinor },
    ).broken;

  test.each([
    [40_00, 0, false],
    [39_95, 0, true],
    // What comes in on the same ticket is there to be given out.
    [30_00, 10_00, false],
    [29_95, 10_00, true],
  ])('%d in it, %d taken in cash beside', (holds, byCash, asked) => {
    expect(asks(holds, byCash)).toEqual(
      asked
        ? [
            {
              code: 'rule.aboveDrawer',
              approver: 'manager',
              params: { outMinor: 40_00 - byCash },
            },
          ]
        : [],
    );
  });
});
