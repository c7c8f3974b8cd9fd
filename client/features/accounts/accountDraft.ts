import type { AccountInput, AccountPage, CustomerFound } from '@abacist/contracts';
import { termsRefusals } from '@abacist/core/accounts';
import type { CustomerKind } from '@abacist/core/customers';
import { parseAmount, toDecimal } from '@abacist/core/money';
import type { Refusal } from '@abacist/core/outcome';
import { useShop } from '~/api/session';
import { useRefusalText } from '~/i18n/useRefusal';

/** An account as it is typed. */
export type Draft = {
  holder: CustomerFound | null;
  name: string;
  kind: CustomerKind;
  phone: string;
  email: string;
  address: string;
  limit: string;
  groupLimit: string;
  netDays: string;
  endOfMonth: boolean;
  discountPercent: string;
  discountDays: string;
  graceDays: string;
  statementDay: string;
  buyersOnly: boolean;
  buyers: string;
  parent: { id: number; name: string } | null;
  departmentId: string;
  note: string;
  hold: string;
};

export const FRESH: Draft = {
  holder: null,
  name: '',
  kind: 'firm',
  phone: '',
  email: '',
  address: '',
  limit: '',
  groupLimit: '',
  netDays: '30',
  endOfMonth: false,
  discountPercent: '0',
  discountDays: '0',
  graceDays: '',
  statementDay: '1',
  buyersOnly: false,
  buyers: '',
  parent: null,
  departmentId: '',
  note: '',
  hold: '',
};

/** What was decided of an account, to be typed over. */
export const toDraft = ({ account, parentName }: AccountPage, currency: string): Draft => ({
  ...FRESH,
  limit: account.limitMinor === null ? '' : toDecimal(account.limitMinor, currency),
  groupLimit:
    account.groupLimitMinor === null ? '' : toDecimal(account.groupLimitMinor, currency),
  netDays: String(account.terms.netDays),
  endOfMonth: account.terms.endOfMonth,
  discountPercent: account.terms.discountPercent,
  discountDays: String(account.terms.discountDays),
  graceDays: String(account.graceDays ?? ''),
  statementDay: String(account.statementDay),
  buyersOnly: account.buyersOnly,
  buyers: account.buyers.join(', '),
  parent: account.parentId === null ? null : { id: account.parentId, name: parentName ?? '' },
  departmentId: String(account.departmentId ?? ''),
  note: account.note,
  hold: account.holdReason ?? '',
});

export type Wrong = Partial<Record<keyof Draft, Refusal>>;

/** What is typed as the command has it; undefined while something is wrong, and what that is. */
export function readDraft(
  draft: Draft,
  currency: string,
): { input: AccountInput | undefined; wrong: Wrong } {
  const wrong: Wrong = {};
  const money = (place: 'limit' | 'groupLimit') => {
    if (!draft[place].trim()) return null;
    const read = parseAmount(draft[place], currency);
    if (!read.ok) wrong[place] = read.refusals[0]!;
    else if (read.value < 0) wrong[place] = { code: 'account.limitBelowZero' };
    return read.ok ? read.value : null;
  };
  const whole = (place: 'netDays' | 'discountDays' | 'statementDay') =>
    /^\d{1,3}$/.test(draft[place].trim()) ? Number(draft[place]) : NaN;
  const graceDays = draft.graceDays.trim() === '' ? null : Number(draft.graceDays);
  const names = draft.buyers.split(',').map((name) => name.trim());
  const input: AccountInput = {
    parentId: draft.parent?.id ?? null,
    limitMinor: money('limit'),
    groupLimitMinor: money('groupLimit'),
    terms: {
      netDays: whole('netDays'),
      endOfMonth: draft.endOfMonth,
      discountPercent: draft.discountPercent.trim() || '0',
      discountDays: whole('discountDays'),
    },
    graceDays,
    statementDay: whole('statementDay'),
    buyersOnly: draft.buyersOnly,
    buyers: [...new Set(names.filter(Boolean))],
    departmentId: draft.departmentId ? Number(draft.departmentId) : null,
    note: draft.note.trim(),
    holdReason: draft.hold.trim() || null,
  };
  for (const refusal of termsRefusals(input.terms)) wrong[refusal.at as keyof Draft] = refusal;
  if (!(input.statementDay >= 1 && input.statementDay <= 28)) {
    wrong.statementDay = { code: 'account.statementDay' };
  }
  if (
    graceDays !== null &&
    !(Number.isInteger(graceDays) && graceDays >= 0 && graceDays <= 365)
  ) {
    wrong.graceDays = { code: 'terms.days' };
  }
  return { input: Object.keys(wrong).length ? undefined : input, wrong };
}

export type Errors = Partial<Record<keyof Draft, string>>;

/** The same, with what is wrong in words. */
export function useInput(draft: Draft): { input: AccountInput | undefined; errors: Errors } {
  const word = useRefusalText();
  const { currency } = useShop();
  const { input, wrong } = readDraft(draft, currency);
  const errors = Object.entries(wrong).map(([place, refusal]) => [place, word(refusal)]);
  return { input, errors: Object.fromEntries(errors) as Errors };
}
