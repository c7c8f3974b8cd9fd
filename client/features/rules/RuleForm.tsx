import { parseAmount } from '@abacist/core/money';
import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { textsOf, typedOf, type TextRules } from './texts';

type Settings = { version: number };
/** What a page of rules puts together: its typed fields, its choices between two ways. */
export type RuleParts = {
  field: (place: string) => ReactNode;
  choice: (place: string, options?: readonly string[]) => ReactNode;
};

/**
 * A page of rules that are read, typed and saved as one. Its words stand in the catalogue under
 * `name`, each by its setting; yes and no of a setting under `<setting>_yes` and `_no`.
 */
export function RuleScreen({
  path,
  name,
  rules,
  children,
}: {
  path: string;
  name: 'rules' | 'accountRules';
  rules: TextRules;
  children: (parts: RuleParts) => ReactNode;
}) {
  const t = useWords();
  const settings = useQuery({
    queryKey: [path],
    queryFn: () => request<Settings>('GET', path),
  });
  const [saved, setSaved] = useState(false);
  return (
    <Screen title={t(`${name}.title`)} back="/books/shop">
      {saved ? (
        <Body tone="home" strong role="status" paddingHorizontal="$4" paddingBottom="$3">
          {t('rules.saved')}
        </Body>
      ) : null}
      <Query of={settings}>
        {(data) => (
          <Form
            key={data.version}
            {...{ path, name, rules, children }}
            settings={data}
            onSaved={() => setSaved(true)}
          />
        )}
      </Query>
    </Screen>
  );
}

function Form({
  path,
  name,
  rules,
  settings,
  children,
  onSaved,
}: {
  path: string;
  name: string;
  rules: TextRules;
  settings: Settings;
  children: (parts: RuleParts) => ReactNode;
  onSaved: () => void;
}) {
  const t = useWords() as (key: string) => string;
  const wrongAmount = useAmountError();
  const { currency } = useShop();
  const [draft, change, drop] = useDraft<Record<string, unknown>>(
    `${name}.${settings.version}`,
    { ...settings, ...textsOf(rules, settings, currency) },
  );
  const save = useCommand<Record<string, unknown>, Settings>(path, () => {
    drop();
    onSaved();
  });
  const texts = draft as Record<string, string>;
  const typed = typedOf(rules, texts, currency);
  const ready = Object.values(typed).every((value) => value !== undefined);
  const errorOf = (place: string) => {
    if (typed[place] !== undefined) return undefined;
    const { as } = rules[place]!;
    return as === 'amount'
      ? wrongAmount(texts[place]!)
      : t(as === 'days' ? 'rules.wholeDays' : 'rules.percent');
  };
  const parts: RuleParts = {
    field: (place) => (
      <Field
        label={t(`${name}.${place}`)}
        {...(rules[place]!.optional && { hint: t(`${name}.${place}Hint`) })}
        value={texts[place]!}
        onChange={(text) => change({ [place]: text })}
        numeric
        maxLength={14}
        error={errorOf(place)}
      />
    ),
    choice: (place, options) => (
      <Choice
        shown
        label={t(`${name}.${place}`)}
        value={options ? texts[place]! : draft[place] ? 'yes' : 'no'}
        options={(options ?? ['yes', 'no']).map((value) => ({
          value,
          label: t(`${name}.${place}_${value}`),
        }))}
        onChange={(value) => change({ [place]: options ? value : value === 'yes' })}
      />
    ),
  };
  return (
    <Column gap="$4" paddingHorizontal="$4" paddingBottom="$5">
      {children(parts)}
      <ErrorNote error={save.error} />
      <Button
        kind="primary"
        big
        disabled={!ready || save.isPending}
        label={t('rules.save')}
        onPress={() => save.mutate({ ...draft, ...typed, version: settings.version })}
      />
    </Column>
  );
}

/** Why an amount can't be taken. */
function useAmountError(): (text: string) => string {
  const t = useWords();
  const word = useRefusalText();
  const { currency } = useShop();
  return (text) => {
    const read = parseAmount(text.trim(), currency);
    return read.ok ? t('refusal.tender_notPositive') : word(read.refusals[0]!);
  };
}

/** Two fields side by side. */
export function Pair({ left, right }: { left: ReactNode; right: ReactNode }) {
  return (
    <Line gap="$3" alignItems="flex-start">
      <Column flex={1}>{left}</Column>
      <Column flex={1}>{right}</Column>
    </Line>
  );
}
