import type { DrawerActCommand, KnownParty } from '@abacist/contracts';
import { ACT_FACTS, isOfDrawer, type DrawerActKind } from '@abacist/core/drawerActs';
import type { LedgerAccount } from '@abacist/core/ledger';
import { parseAmount, rollPieces, sum, toDecimal } from '@abacist/core/money';
import { readCount, type Entry } from '~/features/drawer';
import { taxTicket, type TaxCode, type TaxRules } from '@abacist/core/tax';

/** A part as it is typed. */
export type TypedPart = {
  account: LedgerAccount;
  amount: string;
  taxCodeId: number | null;
  departmentId?: number | null;
  words: string;
};
/** Money into a drawer or out of it as it is typed. */
export type ActDraft = {
  kind: DrawerActKind;
  /** Of kinds at the bank; null: the first account. */
  bankAccountId: number | null;
  /** Of kinds that another drawer takes up; null: the first other one. */
  toDrawerId: number | null;
  /** Where the kind has no parts. */
  amount: string;
  /** Its cash by denomination, where it is counted: it tells the amount. */
  entries?: Record<string, Entry> | null;
  parts: TypedPart[];
  party: string;
  words: string;
};

const partOf = (kind: DrawerActKind): TypedPart[] => {
  const [account] = ACT_FACTS[kind].accounts;
  return account ? [{ account, amount: '', taxCodeId: null, words: '' }] : [];
};

/** A draft of a kind; the amount that was typed of another stays, its words do not. */
export function draftOf(kind: DrawerActKind, before?: ActDraft): ActDraft {
  const parts = partOf(kind);
  const [first] = parts;
  const amount = before ? (before.parts[0]?.amount ?? before.amount) : '';
  if (first) first.amount = amount;
  return {
    kind,
    bankAccountId: before?.bankAccountId ?? null,
    toDrawerId: null,
    amount: first ? '' : amount,
    entries: null,
    parts,
    party: '',
    words: '',
  };
}

/** A draft of a kind whose amount something else has said, such as a bill that is to be paid. */
export const draftOfAmount = (kind: DrawerActKind, amountMinor: number, currency: string) =>
  draftOf(kind, { ...draftOf(kind), parts: [], amount: toDecimal(amountMinor, currency) });

/**
 * What a line of the bank says already: the account, how much it was, and its words.
 * @param account what its part is begun with, where the kind may name it
 */
export function draftOfLine(
  kind: DrawerActKind,
  line: { bankAccountId: number; amountMinor: number; text: string },
  currency: string,
  account: string | null,
): ActDraft {
  const amount = toDecimal(Math.abs(line.amountMinor), currency);
  const before = { ...draftOf(kind), parts: [], amount, bankAccountId: line.bankAccountId };
  const draft = { ...draftOf(kind, before), words: line.text.slice(0, 200) };
  const named = ACT_FACTS[kind].accounts.find((one) => one === account);
  return named
    ? { ...draft, parts: draft.parts.map((part) => ({ ...part, account: named })) }
    : draft;
}

/** One more part of the same kind. */
export const addPart = (draft: ActDraft): ActDraft => ({
  ...draft,
  parts: [...draft.parts, ...partOf(draft.kind)],
});

/** What was typed last for a party, to be looked at and changed. */
export function draftFor(known: KnownParty, currency: string): ActDraft {
  return {
    ...draftOf(known.kind),
    party: known.party,
    words: known.words,
    parts: known.parts.map((part) => ({
      ...part,
      amount: toDecimal(part.amountMinor, currency),
    })),
  };
}

const countOf = (entries: Record<string, Entry>, currency: string) =>
  readCount(entries, { currency, rollPieces: rollPieces(currency) });

/** The amount of what is typed in minor units; null while a part of it is none. */
export function amountOf(
  { amount, parts, entries }: Pick<ActDraft, 'amount' | 'parts' | 'entries'>,
  currency: string,
): number | null {
  if (entries) return countOf(entries, currency).totalMinor || null;
  const typed = parts.length ? parts.map((part) => part.amount) : [amount];
  const read = typed.map((text) => parseAmount(text, currency));
  const amounts = read.flatMap((one) => (one.ok && one.value > 0 ? [one.value] : []));
  return amounts.length === typed.length ? sum(amounts) : null;
}

/** The tax inside of a part, in minor units. */
export function taxInside(
  { amount, taxCodeId }: TypedPart,
  codes: readonly TaxCode[],
  rounding: TaxRules['rounding'],
  currency: string,
): number {
  const read = parseAmount(amount, currency);
  const code = codes.find(({ id }) => id === taxCodeId);
  if (!read.ok || !code) return 0;
  const rules = { pricesIncludeTax: true, roundBy: 'line', rounding } as const;
  return taxTicket([{ amountMinor: read.value, code }], rules)[0]!.taxMinor;
}

/** The command of a draft, of a drawer and an account at the bank; null while something is missing. */
export function toCommand(
  draft: ActDraft,
  {
    drawerId,
    bankAccountId,
    otherId,
  }: { drawerId: number; bankAccountId?: number | undefined; otherId?: number | undefined },
  currency: string,
): DrawerActCommand | null {
  const amountMinor = amountOf(draft, currency);
  if (amountMinor === null) return null;
  // What an account was moved by must be readable later.
  const said = draft.party.trim() !== '' || draft.words.trim() !== '';
  if (draft.parts.length > 0 && !said) return null;
  const bank = draft.bankAccountId ?? bankAccountId;
  const atBank = ACT_FACTS[draft.kind].bank !== undefined;
  if (atBank && bank === undefined) return null;
  const other = draft.toDrawerId ?? otherId;
  const toOther = ACT_FACTS[draft.kind].toOther === true;
  if (toOther && other === undefined) return null;
  return {
    kind: draft.kind,
    ...(isOfDrawer(draft.kind) && { drawerId }),
    ...(atBank && { bankAccountId: bank! }),
    ...(toOther && { toDrawerId: other! }),
    amountMinor,
    party: draft.party.trim(),
    words: draft.words.trim(),
    ...(draft.entries && { count: countOf(draft.entries, currency).count }),
    parts: draft.parts.map(({ account, amount, taxCodeId, departmentId, words }) => {
      const read = parseAmount(amount, currency);
      return {
        account,
        amountMinor: read.ok ? read.value : 0,
        taxCodeId,
        ...(departmentId && { departmentId }),
        words: words.trim(),
      };
    }),
  };
}
