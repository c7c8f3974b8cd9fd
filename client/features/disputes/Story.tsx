import type { DisputeDetail } from '@abacist/contracts';
import { useState } from 'react';
import { router } from '~/router';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';

/** What was taken for it, came back and was lost; what is left of it at the foot. */
export function Story({ of: { story, openMinor } }: { of: DisputeDetail }) {
  const t = useWords();
  const dates = useDates();
  const [back, setBack] = useState<{ path: string; number: string } | null>(null);
  return (
    <Section title={t('disputes.story')}>
      <Sheet role="list" aria-label={t('disputes.story')}>
        {story.map(({ what, number, date, amountMinor, reason, page, undo }) => (
          <SheetRow key={`${what} ${number} ${amountMinor}`} role="listitem">
            <Column flex={1} minWidth={0}>
              <Body>{t(`disputes.what_${what}`)}</Body>
              <Body small tone="faded">
                {[dates.day(date), reason].filter(Boolean).join(' · ')}
              </Body>
            </Column>
            {page === null ? null : (
              <Button kind="plain" label={number} onPress={() => router.push(page as never)} />
            )}
            {undo === null ? null : (
              <Button
                kind="plain"
                label={t('disputes.takeBack', { number })}
                onPress={() => setBack({ path: undo, number })}
              />
            )}
            {what === 'found' ? null : (
              <Money minor={what === 'lost' ? -amountMinor : amountMinor} />
            )}
          </SheetRow>
        ))}
        <Line role="listitem" padding="$4" justifyContent="space-between" gap="$3">
          <Body strong>{t('disputes.stillOpen')}</Body>
          <Money minor={openMinor} strong />
        </Line>
      </Sheet>
      {back === null ? null : (
        <AskWhy
          title={t('disputes.takeBackTitle', { number: back.number })}
          label={t('disputes.takeBackIt')}
          path={back.path}
          onClose={() => setBack(null)}
        />
      )}
    </Section>
  );
}
