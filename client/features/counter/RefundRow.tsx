import type { CounterSettings } from '@abacist/contracts';
import { toDecimal } from '@abacist/core/money';
import type { PaidTender, ProposedRefund } from '@abacist/core/returns';
import { roomOf, type OfferedRefund, type RefundKind } from '@abacist/core/tenders';
import type { Refusal } from '@abacist/core/outcome';
import { deskOf, type RefundDraft } from '~/features/tenderKinds';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Body } from '~/ui/Text';

/** A way to give back with its amount; null where no amount is given this way. */
export function toRefund(draft: RefundDraft, amountMinor: number): OfferedRefund | null {
  const { givesBack } = deskOf(draft.kind);
  if (amountMinor === 0 || !givesBack) return null;
  return givesBack.refund(draft, { tenderId: draft.tenderId, amountMinor });
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
    const { giveBack } = roomOf(kind);
    if (!giveBack) return [];
    const draft = (saleTenderId: number | null): RefundDraft => ({
      kind: kind as RefundKind,
      tenderId: id,
      saleTenderId,
      name,
      text: textOf(kind as RefundKind, saleTenderId),
      reference: '',
      number: '',
      payee,
      bankAccountId: settings.bankAccounts[0]?.id ?? 0,
    });
    if (giveBack.to === 'anybody') return [draft(null)];
    return (
      paid
        .filter((tender) => tender.kind === kind && tender.tenderId === id)
        // What the bank paid of a cheque is not ours to give back: only its debt grows smaller.
        .filter(
          (one) => giveBack.keeps !== 'nothing' || one.unpaidMinor + one.writtenOffMinor > 0,
        )
        .map(({ saleTenderId }) => draft(saleTenderId))
    );
  });
}

/** Goes back to the very tender that paid. */
const byTender = (kind: RefundKind) => roomOf(kind).giveBack?.to === 'tender';

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
  const { givesBack } = deskOf(kind);
  const Fields = givesBack?.Fields;
  const given = text !== '' && Number(text) !== 0;
  const errorAt = (field: string) => {
    const found = wrong(field);
    return found && word(found);
  };
  return (
    <Column role="listitem" padding="$4" gap="$3" borderBottomWidth={1} borderColor="$rule">
      <Line gap="$3" justifyContent="space-between">
        <Body flex={1} minWidth={0}>
          {givesBack?.label?.(t) ?? name}
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
      {Fields && given ? <Fields {...{ draft, settings, errorAt, onChange }} /> : null}
    </Column>
  );
}
