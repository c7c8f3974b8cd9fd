import type { CounterSettings } from '@abacist/contracts';
import { holdsCardNumber } from '@abacist/core/cards';
import { toDecimal } from '@abacist/core/money';
import type { PaidTender, ProposedRefund } from '@abacist/core/returns';
import type { OfferedRefund } from '@abacist/core/tenders';
import type { Refusal } from '@abacist/core/outcome';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';

/** A way to give money back as the person fills it in. */
export type RefundDraft = {
  kind: OfferedRefund['kind'];
  tenderId: number;
  saleTenderId: number | null;
  name: string;
  text: string;
  reference: string;
  /** A cheque of ours: what is written on it. */
  number: string;
  payee: string;
  bankAccountId: number;
};

/** A way to give back with its amount; null where no amount is given this way. */
export function toRefund(draft: RefundDraft, amountMinor: number): OfferedRefund | null {
  if (amountMinor === 0) return null;
  const { tenderId, bankAccountId } = draft;
  const base = { tenderId, amountMinor };
  switch (draft.kind) {
    case 'card':
      return {
        ...base,
        kind: 'card',
        saleTenderId: draft.saleTenderId!,
        reference: draft.reference,
      };
    case 'onAccount':
    case 'cheque':
    case 'other':
      return { ...base, kind: draft.kind, saleTenderId: draft.saleTenderId! };
    case 'transfer':
      return {
        ...base,
        kind: 'transfer',
        saleTenderId: draft.saleTenderId!,
        bankAccountId,
        reference: draft.reference.trim(),
      };
    case 'ownCheque': {
      const [number, payee] = [draft.number.trim(), draft.payee.trim()];
      return { ...base, kind: 'ownCheque', cheque: { bankAccountId, number, payee } };
    }
    default:
      return { ...base, kind: draft.kind };
  }
}

/**
 * A row for cash, the shop's own cheque and store credit, and for each tender that paid and can be
 * paid back by itself: a card, a transfer, a charge, a returned cheque that is owed, an allowance.
 * The proposal stands filled in.
 */
export function toDrafts(
  settings: CounterSettings,
  proposed: readonly ProposedRefund[],
  paid: readonly PaidTender[],
  currency: string,
  payee: string,
): RefundDraft[] {
  const textOf = (kind: RefundDraft['kind'], saleTenderId: number | null) => {
    const found = proposed.find(
      (one) => one.kind === kind && (!byTender(kind) || one.saleTenderId === saleTenderId),
    );
    return found ? toDecimal(found.amountMinor, currency) : '';
  };
  return settings.tenders.flatMap(({ id, kind, name }): RefundDraft[] => {
    if (!isGiven(kind)) return [];
    const draft = (saleTenderId: number | null): RefundDraft => ({
      kind,
      tenderId: id,
      saleTenderId,
      name,
      text: textOf(kind, saleTenderId),
      reference: '',
      number: '',
      payee,
      bankAccountId: settings.bankAccounts[0]?.id ?? 0,
    });
    if (!byTender(kind)) return [draft(null)];
    return (
      paid
        .filter((tender) => tender.kind === kind && tender.tenderId === id)
        // A cheque that the bank paid is not ours to give back.
        .filter((one) => kind !== 'cheque' || one.unpaidMinor + one.writtenOffMinor > 0)
        .map(({ saleTenderId }) => draft(saleTenderId))
    );
  });
}

const isGiven = (kind: string): kind is RefundDraft['kind'] =>
  byTender(kind) || ['cash', 'ownCheque', 'storeCredit'].includes(kind);

/** Goes back to the very tender that paid. */
const byTender = (kind: string) =>
  ['card', 'transfer', 'onAccount', 'cheque', 'other'].includes(kind);

/** One way to give back: its amount, and what is asked with it once there is one. */
export function RefundRow({
  draft,
  settings,
  refusal,
  wrong,
  onChange,
  onAll,
}: {
  draft: RefundDraft;
  settings: CounterSettings;
  /** Why its amount can't be read. */
  refusal: Refusal | undefined;
  /** What the rules say of it, by the field's name. */
  wrong: (field: string) => Refusal | undefined;
  onChange: (part: Partial<RefundDraft>) => void;
  onAll: () => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const { kind, name, text } = draft;
  const given = text !== '' && Number(text) !== 0;
  const errorAt = (field: string) => {
    const found = wrong(field);
    return found && word(found);
  };
  return (
    <Column role="listitem" padding="$4" gap="$3" borderBottomWidth={1} borderColor="$rule">
      <Line gap="$3" justifyContent="space-between">
        <Body flex={1} minWidth={0}>
          {kind === 'cheque' ? t('refund.owedCheque') : name}
        </Body>
        <Column width={130}>
          <Field
            label={t('refund.amountBy', { name })}
            hideLabel
            value={text}
            onChange={(typed) => onChange({ text: typed })}
            placeholder="0"
            numeric
            error={refusal && word(refusal)}
          />
        </Column>
        <Button label={t('refund.all')} onPress={onAll} />
      </Line>
      {kind === 'card' && given ? (
        <Field
          label={t('refund.reference', { name })}
          value={draft.reference}
          onChange={(reference) => onChange({ reference })}
          maxLength={40}
          error={holdsCardNumber(draft.reference) ? t('refusal.text_cardNumber') : undefined}
        />
      ) : null}
      {kind === 'transfer' && given ? (
        <>
          <Field
            label={t('refund.transferReference')}
            value={draft.reference}
            onChange={(reference) => onChange({ reference })}
            maxLength={40}
            error={holdsCardNumber(draft.reference) ? t('refusal.text_cardNumber') : undefined}
          />
          <FromBank draft={draft} settings={settings} onChange={onChange} />
        </>
      ) : null}
      {kind === 'ownCheque' && given ? (
        <>
          <Field
            label={t('refund.chequeNumber')}
            value={draft.number}
            onChange={(number) => onChange({ number })}
            maxLength={12}
            numeric
            error={errorAt('cheque.number')}
          />
          <Field
            label={t('refund.payee')}
            value={draft.payee}
            onChange={(payee) => onChange({ payee })}
            maxLength={120}
            error={errorAt('cheque.payee')}
          />
          <FromBank draft={draft} settings={settings} onChange={onChange} />
        </>
      ) : null}
    </Column>
  );
}

/** From which of our bank accounts it leaves, where there are several. */
function FromBank({
  draft,
  settings,
  onChange,
}: {
  draft: RefundDraft;
  settings: CounterSettings;
  onChange: (part: Partial<RefundDraft>) => void;
}) {
  const t = useWords();
  if (settings.bankAccounts.length < 2) return null;
  return (
    <Select
      label={t('refund.bankAccount')}
      value={String(draft.bankAccountId)}
      options={settings.bankAccounts.map(({ id, name: label }) => ({
        value: String(id),
        label,
      }))}
      onChange={(id) => onChange({ bankAccountId: Number(id) })}
    />
  );
}
