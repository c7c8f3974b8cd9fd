import type { Processor } from '@abacist/contracts';
import { router } from '~/router';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { useProcessors } from './useProcessors';

/** Who pays out the shop's cards, and on which terms. */
export function ProcessorsScreen() {
  const t = useWords();
  const found = useProcessors();
  return (
    <Screen title={t('processors.title')} back="/books/shop">
      <Query of={found}>
        {({ processors }) => (
          <Column gap="$4" paddingBottom="$5">
            {processors.length ? (
              <Sheet role="list">
                {processors.map((one) => (
                  <Row key={one.id} processor={one} />
                ))}
              </Sheet>
            ) : (
              <Body paddingHorizontal="$4" tone="faded">
                {t('processors.none')}
              </Body>
            )}
            <Line paddingHorizontal="$4">
              <Button
                label={t('processors.new')}
                onPress={() => router.push('/books/processors/new')}
              />
            </Line>
          </Column>
        )}
      </Query>
    </Screen>
  );
}

function Row({ processor }: { processor: Processor }) {
  const t = useWords();
  const dates = useDates();
  const holds = processor.plans.find(({ from }) => from <= dates.today);
  return (
    <ListLink to={`/books/processors/${processor.id}`}>
      <Column flex={1} minWidth={0}>
        <Body strong>{processor.name}</Body>
        <Body small tone="faded">
          {processor.schemes.join(', ') || t('processors.noSchemes')}
        </Body>
        <Body small tone="faded">
          {t('processors.facts', {
            cutOff: processor.cutOff,
            count: processor.delayBankingDays,
          })}
        </Body>
        <Body small tone={holds ? 'faded' : 'waiting'}>
          {holds
            ? t('processors.planSince', { date: dates.date(holds.from) })
            : t('processors.noPlan')}
        </Body>
      </Column>
    </ListLink>
  );
}
