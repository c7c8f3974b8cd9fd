import type { DecidedCard } from '@abacist/contracts';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';

/** What was said of cards that differed, and the way back. */
export function Decided({ decided }: { decided: DecidedCard[] }) {
  const t = useWords();
  const dates = useDates();
  const [back, setBack] = useState<number | null>(null);
  if (decided.length === 0) return null;
  return (
    <Section title={t('settlement.decided')}>
      <Sheet role="list">
        {decided.map(({ id, what, amountMinor, reason, by, on }) => (
          <SheetRow key={id} role="listitem">
            <Column flex={1} minWidth={0} gap="$1">
              <Body small>
                {t('settlement.decidedBy', {
                  ...{ what: t(`settlement.decided_${what}`), by, reason },
                  date: dates.day(on),
                })}
              </Body>
            </Column>
            <Button label={t('settlement.takeBack')} onPress={() => setBack(id)} />
            <Money minor={amountMinor} />
          </SheetRow>
        ))}
      </Sheet>
      {back === null ? null : (
        <AskWhy
          title={t('settlement.takeBackTitle')}
          label={t('settlement.takeBack')}
          path={`/card-decisions/${back}/undo`}
          onClose={() => setBack(null)}
        />
      )}
    </Section>
  );
}
