import type { DisputeDetail, FindDisputedSale } from '@abacist/contracts';
import { useCommand } from '~/api/command';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';

/** Cards that may be the disputed one: whoever knows says which. */
export function FindSale({ of }: { of: DisputeDetail }) {
  const t = useWords();
  const dates = useDates();
  const send = useCommand<FindDisputedSale, DisputeDetail>(`/disputes/${of.id}/sale`);
  return (
    <Section title={t('disputes.which')}>
      <Column paddingHorizontal="$4" gap="$2">
        <Body small tone="faded">
          {t(of.candidates.length ? 'disputes.whichText' : 'disputes.noCandidate')}
        </Body>
        <ErrorNote error={send.error} />
      </Column>
      <Sheet role="list" aria-label={t('disputes.which')}>
        {of.candidates.map(({ saleTenderId, number, date, lastFour, amountMinor }) => (
          <SheetRow key={saleTenderId} role="listitem">
            <Column flex={1} minWidth={0}>
              <Body strong>{number}</Body>
              <Body small tone="faded">
                {[dates.day(date), lastFour && t('settlement.ends', { lastFour })]
                  .filter(Boolean)
                  .join(' · ')}
              </Body>
            </Column>
            <Button
              label={t('disputes.isIt', { number })}
              disabled={send.isPending}
              onPress={() => send.mutate({ saleTenderId })}
            />
            <Money minor={amountMinor} />
          </SheetRow>
        ))}
      </Sheet>
    </Section>
  );
}
