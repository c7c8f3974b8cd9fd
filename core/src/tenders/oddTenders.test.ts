import type { TakenTender } from '../tenders';
import { tendersBroken } from '.';

const TODAY = '2026-07-01';
const taken = (more: object) =>
  ({
    kind: 'cheque',
    amountMinor: 31_00,
    tenderedMinor: 31_00,
    changeMinor: 0,
    ...more,
  }) as TakenTender;
const cheque = (number: string, drawnBy = 'Bo', dated = TODAY) =>
  taken({ cheque: { number, drawnBy, dated } });
const known = [{ number: '104', drawnBy: 'bo ', takenOn: '2026-06-20' }];
const codes = (...tenders: TakenTender[]) =>
  tendersBroken(tenders, {
    today: TODAY,
    currency: 'CAD',
    knownCheques: known,
    bankAccountIds: [],
    credits: [],
    vouchers: [],
  }).map(({ code, approver }) => `${code} ${approver}`);

test.each([
  ['the same number and drawer', [cheque('104', 'BO')], ['rule.chequeTwice clerk']],
  ['the same number of another drawer', [cheque('104', 'Ida')], []],
  ['the same paper twice on a ticket', [cheque('7'), cheque('7')], ['rule.chequeTwice clerk']],
  // Half a year: common practice of banks.
  ['a cheque of half a year ago', [cheque('8', 'Bo', '2025-12-30')], []],
  ['one that is older', [cheque('8', 'Bo', '2025-12-29')], ['rule.chequeOld clerk']],
])('%s', (_, tenders, expected) => {
  expect(codes(...tenders)).toEqual(expected);
});

test('change beyond the next three notes asks whether that is what was given', () => {
  const cash = (tenderedMinor: number) =>
    taken({
      kind: 'cash',
      cheque: null,
      amountMinor: 12_00,
      tenderedMinor,
      changeMinor: tenderedMinor - 12_00,
    });
  expect(codes(cash(100_00))).toEqual([]);
  expect(codes(cash(120_00))).toEqual(['rule.tenderedMuch clerk']);
});
