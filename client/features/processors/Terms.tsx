import { useState } from 'react';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Body } from '~/ui/Text';
import type { TypedTerms } from './draft';

type Typed = {
  label: 'percent' | 'perItem' | 'minimum' | 'maximum' | 'cardKind' | 'tierAbove';
  value: string;
  at: string;
  onChange: (text: string) => void;
};

/** The terms of each scheme: percent and price an item in sight, the rest behind a button. */
export function Terms({
  terms,
  errorAt,
  onChange,
}: {
  terms: readonly TypedTerms[];
  errorAt: (place: string) => string | undefined;
  onChange: (terms: TypedTerms[]) => void;
}) {
  return (
    <Sheet role="list">
      {terms.map((one, i) => (
        <Scheme
          key={i}
          one={one}
          at={`terms.${i}`}
          errorAt={errorAt}
          onChange={(next) => onChange(terms.map((other, k) => (k === i ? next : other)))}
          onAddKind={() =>
            onChange([
              ...terms.slice(0, i + 1),
              { ...one, cardKind: 'debit', percent: '', perItem: '', tiers: [] },
              ...terms.slice(i + 1),
            ])
          }
          {...(one.cardKind !== '' && {
            onDrop: () => onChange(terms.filter((_, k) => k !== i)),
          })}
        />
      ))}
    </Sheet>
  );
}

function Scheme({
  one,
  at,
  errorAt,
  onChange,
  onAddKind,
  onDrop,
}: {
  one: TypedTerms;
  at: string;
  errorAt: (place: string) => string | undefined;
  onChange: (terms: TypedTerms) => void;
  onAddKind: () => void;
  onDrop?: () => void;
}) {
  const t = useWords();
  const beside = one.minimum || one.maximum || one.tiers.length || one.cardKind;
  const [open, setOpen] = useState(Boolean(beside));
  const figure = ({ label, value, at: place, onChange: put }: Typed) => (
    <Column key={place} width={label === 'tierAbove' ? 150 : 116}>
      <Field
        numeric={label !== 'cardKind'}
        label={t(`processors.${label}`)}
        value={value}
        onChange={put}
        maxLength={12}
        error={errorAt(`${at}.${place}`)}
        {...(label === 'cardKind' && { hint: t('processors.cardKindHint') })}
      />
    </Column>
  );
  const own = (label: 'percent' | 'perItem' | 'minimum' | 'maximum' | 'cardKind') =>
    figure({
      ...{ label, value: one[label], at: label },
      onChange: (text) => onChange({ ...one, [label]: text }),
    });
  return (
    <Column
      role="listitem"
      gap="$2"
      padding="$4"
      borderBottomWidth={1}
      borderColor="$rule"
      aria-label={[one.scheme, one.cardKind].filter(Boolean).join(' ')}
    >
      <Line gap="$3" justifyContent="space-between">
        <Body strong>{one.scheme}</Body>
        <Button
          kind="plain"
          label={t(open ? 'processors.less' : 'processors.more')}
          onPress={() => setOpen(!open)}
        />
      </Line>
      <Line gap="$3" alignItems="flex-start" flexWrap="wrap">
        {own('percent')}
        {own('perItem')}
      </Line>
      {errorAt(`${at}.scheme`) ? <Body tone="loose">{errorAt(`${at}.scheme`)}</Body> : null}
      {open ? (
        <Column gap="$3">
          <Line gap="$3" alignItems="flex-start" flexWrap="wrap">
            {own('minimum')}
            {own('maximum')}
            {own('cardKind')}
          </Line>
          {one.tiers.map((tier, i) => {
            const put = (part: Partial<typeof tier>) =>
              onChange({
                ...one,
                tiers: one.tiers.map((other, k) => (k === i ? { ...other, ...part } : other)),
              });
            return (
              <Line key={i} gap="$3" alignItems="flex-end" flexWrap="wrap">
                {figure({
                  ...{ label: 'tierAbove', value: tier.above, at: `tiers.${i}.above` },
                  onChange: (above) => put({ above }),
                })}
                {figure({
                  ...{ label: 'percent', value: tier.percent, at: `tiers.${i}.percent` },
                  onChange: (text) => put({ percent: text }),
                })}
                {figure({
                  ...{ label: 'perItem', value: tier.perItem, at: `tiers.${i}.perItem` },
                  onChange: (perItem) => put({ perItem }),
                })}
                <Button
                  kind="plain"
                  label={t('processors.dropTier')}
                  onPress={() =>
                    onChange({ ...one, tiers: one.tiers.filter((_, k) => k !== i) })
                  }
                />
              </Line>
            );
          })}
          {errorAt(`${at}.tiers`) ? <Body tone="loose">{errorAt(`${at}.tiers`)}</Body> : null}
          <Line gap="$3" flexWrap="wrap">
            <Button
              label={t('processors.addTier')}
              onPress={() =>
                onChange({
                  ...one,
                  tiers: [
                    ...one.tiers,
                    { above: '', percent: one.percent, perItem: one.perItem },
                  ],
                })
              }
            />
            {onDrop ? (
              <Button kind="plain" label={t('processors.dropKind')} onPress={onDrop} />
            ) : (
              <Button kind="plain" label={t('processors.addKind')} onPress={onAddKind} />
            )}
          </Line>
        </Column>
      ) : null}
    </Column>
  );
}
