import { helpPages } from '~/i18n/en/helpPages';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Screen } from '~/ui/Screen';
import { Body, Heading } from '~/ui/Text';
import { findHelp, type FoundHelp } from './findHelp';

/** The help: what each place is for, in what order, what its states mean; the place one came from first. */
export function HelpScreen({ place }: { place?: string }) {
  const t = useWords();
  const [text, setText] = useState('');
  const found = findHelp(text);
  const first = (one: FoundHelp) => (one.place === place ? 0 : 1);
  return (
    <Screen title={t('help.title')} back={place && place in helpPages ? `/${place}` : '/'}>
      <Column gap="$4" paddingBottom="$5">
        <Column paddingHorizontal="$4">
          <Field label={t('help.find')} value={text} onChange={setText} maxLength={60} />
        </Column>
        {found.length === 0 ? (
          <Body tone="faded" paddingHorizontal="$4" role="status">
            {t('help.none')}
          </Body>
        ) : null}
        {found
          .toSorted((a, b) => first(a) - first(b))
          .map((page) => (
            <Page key={page.place} page={page} />
          ))}
      </Column>
    </Screen>
  );
}

function Page({ page: { title, what, steps, states } }: { page: FoundHelp }) {
  const t = useWords();
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {title}
      </Heading>
      <Body paddingHorizontal="$4">{what}</Body>
      <Sheet>
        {steps.length ? (
          <Column role="list" aria-label={t('help.steps')}>
            {steps.map((step, i) => (
              <SheetRow key={i} role="listitem" justifyContent="flex-start">
                <Body tone="faded" width={24} textAlign="right">
                  {i + 1}
                </Body>
                <Body flex={1}>{step}</Body>
              </SheetRow>
            ))}
          </Column>
        ) : null}
        {states.length ? (
          <Column role="list" aria-label={t('help.states')}>
            {states.map(([name, means]) => (
              <SheetRow key={name} role="listitem" alignItems="flex-start" gap="$3">
                <Body strong width={112}>
                  {name}
                </Body>
                <Body flex={1}>{means}</Body>
              </SheetRow>
            ))}
          </Column>
        ) : null}
      </Sheet>
    </Column>
  );
}
