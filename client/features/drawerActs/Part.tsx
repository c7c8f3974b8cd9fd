import { ACT_FACTS, type DrawerActKind } from '@abacist/core/drawerActs';
import type { TaxCode } from '@abacist/core/tax';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useAmountError } from '~/i18n/useAmountError';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { amountOf, taxInside, type TypedPart } from './draft';

/** One part: how much, of which account, with which tax inside of it. */
export function Part({
  kind,
  part,
  only,
  focus,
  names,
  codes,
  departments,
  onChange,
  onRemove,
}: {
  kind: DrawerActKind;
  part: TypedPart;
  /** The only one: its amount is the whole, and what it is for stands beside the party. */
  only: boolean;
  focus: boolean;
  names: readonly { id: number; name: string }[];
  codes: readonly TaxCode[];
  /** Those that are offered; none: it is not asked. */
  departments: readonly { id: number; name: string }[];
  onChange: (part: Partial<TypedPart>) => void;
  onRemove: () => void;
}) {
  const t = useWords();
  const money = useMoney();
  const wrongAmount = useAmountError();
  const { currency, taxRounding } = useShop();
  const tax = taxInside(part, codes, taxRounding, currency);
  const amount = amountOf({ amount: part.amount, parts: [] }, currency);
  const taxed = names.filter(({ id }) => codes.find((one) => one.id === id)?.parts.length);
  const accounts = ACT_FACTS[kind].accounts;
  return (
    <Column gap="$3">
      <Field
        label={t('acts.amount')}
        value={part.amount}
        onChange={(amount) => onChange({ amount })}
        numeric
        big={only}
        autoFocus={focus}
        error={wrongAmount(part.amount)}
      />
      <Line gap="$3" flexWrap="wrap">
        <Column flexGrow={1}>
          <Select
            label={t('acts.account')}
            value={part.account}
            options={accounts.map((value) => ({ value, label: t(`account.${value}`) }))}
            onChange={(value) => onChange({ account: value as TypedPart['account'] })}
          />
        </Column>
        <Column flexGrow={1}>
          <Select
            label={t('acts.tax')}
            value={String(part.taxCodeId ?? '')}
            options={[
              { value: '', label: t('acts.noTax') },
              ...taxed.map(({ id, name }) => ({ value: String(id), label: name })),
            ]}
            onChange={(value) => onChange({ taxCodeId: value ? Number(value) : null })}
          />
        </Column>
        {departments.length > 0 ? (
          <Column flexGrow={1}>
            <Select
              label={t('acts.department')}
              value={String(part.departmentId ?? '')}
              options={[
                { value: '', label: t('acts.noDepartment') },
                ...departments.map(({ id, name }) => ({ value: String(id), label: name })),
              ]}
              onChange={(value) => onChange({ departmentId: value ? Number(value) : null })}
            />
          </Column>
        ) : null}
      </Line>
      {tax ? (
        <Body small tone="faded">
          {t('acts.netAndTax', { net: money((amount ?? 0) - tax), tax: money(tax) })}
        </Body>
      ) : null}
      {only ? null : (
        <>
          <Field
            label={t('acts.comment')}
            value={part.words}
            onChange={(words) => onChange({ words })}
            maxLength={100}
          />
          <Line>
            <Button label={t('acts.removePart')} onPress={onRemove} />
          </Line>
        </>
      )}
    </Column>
  );
}
