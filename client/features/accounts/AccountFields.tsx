import { costOfNotTaking } from '@abacist/core/accounts';
import { useState } from 'react';
import { useCounterSettings } from '~/features/catalogue';
import { useWords } from '~/i18n';
import { useNumbers } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { FRESH, type Draft, type Errors } from './accountDraft';
import { FindAccount } from './FindAccount';

/** What is decided of an account; a new one asks for the first of it only. */
export function AccountFields({
  draft,
  change,
  errors,
  tried,
  onSubmit,
  own,
  whole,
}: {
  draft: Draft;
  change: (part: Partial<Draft>) => void;
  errors: Errors;
  tried: boolean;
  onSubmit: () => void;
  own?: number;
  whole?: boolean;
}) {
  const t = useWords();
  const { percent } = useNumbers();
  const settings = useCounterSettings();
  type Text = Exclude<
    { [K in keyof Draft]: Draft[K] extends string ? K : never }[keyof Draft],
    'phone' | 'email' | 'address' | 'kind' | 'name' | 'departmentId'
  >;
  const field = (
    place: Text,
    more: { numeric?: boolean; hint?: string; most?: number } = {},
  ) => (
    <Field
      label={t(`accounts.${place}`)}
      value={draft[place] as string}
      onChange={(value) => change({ [place]: value })}
      maxLength={more.most ?? 12}
      error={tried || draft[place] !== FRESH[place] ? errors[place] : undefined}
      onSubmit={onSubmit}
      {...(more.hint && { hint: more.hint })}
      {...(more.numeric && { numeric: true })}
    />
  );
  const yesNo = (place: 'endOfMonth' | 'buyersOnly') => (
    <Column gap="$1">
      <Body small tone="faded">
        {t(`accounts.${place}`)}
      </Body>
      <Choice
        label={t(`accounts.${place}`)}
        value={draft[place] ? 'yes' : 'no'}
        options={(['no', 'yes'] as const).map((value) => ({
          value,
          label: t(`accounts.${place}_${value}`),
        }))}
        onChange={(value) => change({ [place]: value === 'yes' })}
      />
    </Column>
  );
  const cost = costOfNotTaking({
    netDays: Number(draft.netDays),
    endOfMonth: false,
    discountPercent: draft.discountPercent,
    discountDays: Number(draft.discountDays),
  });
  return (
    <Column gap="$4">
      {field('limit', { numeric: true, hint: t('accounts.limitHint') })}
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>{field('netDays', { numeric: true, most: 3 })}</Column>
        <Column flex={1}>{field('discountPercent', { numeric: true, most: 6 })}</Column>
        <Column flex={1}>{field('discountDays', { numeric: true, most: 3 })}</Column>
      </Line>
      {cost ? (
        <Body small tone="faded">
          {t('accounts.termsCost', { percent: percent(cost.simplePercent, 1) })}
        </Body>
      ) : null}
      {yesNo('endOfMonth')}
      {yesNo('buyersOnly')}
      {field('buyers', { hint: t('accounts.buyersHint'), most: 1000 })}
      {field('note', { most: 300 })}
      {whole ? (
        <>
          {field('hold', { hint: t('accounts.holdHint'), most: 200 })}
          <Payer parent={draft.parent} own={own} onChange={(parent) => change({ parent })} />
          {field('groupLimit', { numeric: true, hint: t('accounts.groupLimitHint') })}
          {field('graceDays', { numeric: true, hint: t('accounts.graceHint'), most: 3 })}
          {field('statementDay', {
            numeric: true,
            hint: t('accounts.statementDayHint'),
            most: 2,
          })}
          <Select
            label={t('accounts.department')}
            value={draft.departmentId}
            options={[
              { value: '', label: t('accounts.departmentNone') },
              ...(settings.data?.departments ?? []).map(({ id, name }) => ({
                value: String(id),
                label: name,
              })),
            ]}
            onChange={(departmentId) => change({ departmentId })}
          />
        </>
      ) : null}
    </Column>
  );
}

/** The head office that pays for it: a branch has none below it. */
function Payer({
  parent,
  own,
  onChange,
}: {
  parent: Draft['parent'];
  own: number | undefined;
  onChange: (parent: Draft['parent']) => void;
}) {
  const t = useWords();
  const [finding, setFinding] = useState(false);
  return (
    <Line gap="$3" justifyContent="space-between">
      <Column flex={1} minWidth={0}>
        <Body small tone="faded">
          {t('accounts.parent')}
        </Body>
        <Body strong>{parent ? parent.name : t('accounts.parentNone')}</Body>
      </Column>
      {parent ? (
        <Button label={t('accounts.parentDrop')} onPress={() => onChange(null)} />
      ) : (
        <Button label={t('accounts.parentFind')} onPress={() => setFinding(true)} />
      )}
      {finding ? (
        <FindAccount
          title={t('accounts.parentFind')}
          fits={({ id, parentName }) => id !== own && parentName === null}
          onChoose={({ id, name }) => {
            onChange({ id, name });
            setFinding(false);
          }}
          onClose={() => setFinding(false)}
        />
      ) : null}
    </Line>
  );
}
