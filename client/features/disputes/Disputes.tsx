import type { DisputesView, DisputeView } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line, Sheet } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { STATE_TONES } from './tones';
import { useCardName } from './useCardName';

/** Cards that their holders dispute: what is open, the first to be answered before, then what is done. */
export function DisputesScreen() {
  const t = useWords();
  const found = useQuery({
    queryKey: ['disputes'],
    queryFn: () => request<DisputesView>('GET', '/disputes'),
  });
  return (
    <Screen title={t('disputes.title')} back="/bank/cards" width={760}>
      <Query of={found}>
        {({ open, done }) =>
          open.length + done.length === 0 ? (
            <Empty title={t('disputes.none')} text={t('disputes.noneText')} />
          ) : (
            <Column gap="$5" paddingBottom="$5">
              <List title={t('disputes.open')} rows={open} />
              <List title={t('disputes.done')} rows={done} />
            </Column>
          )
        }
      </Query>
    </Screen>
  );
}

function List({ title, rows }: { title: string; rows: DisputeView[] }) {
  if (rows.length === 0) return null;
  return (
    <Section title={title}>
      <Sheet role="list" aria-label={title}>
        {rows.map((dispute) => (
          <Row key={dispute.id} of={dispute} />
        ))}
      </Sheet>
    </Section>
  );
}

function Row({ of }: { of: DisputeView }) {
  const t = useWords();
  const dates = useDates();
  const nameOf = useCardName();
  const { state, evidenceDue, sentOn } = of;
  return (
    <ListLink to={`/bank/disputes/${of.id}`}>
      <Column flex={1} minWidth={0} gap="$1">
        <Line gap="$2" flexWrap="wrap">
          <Body strong>{nameOf(of)}</Body>
          <Tag tone={STATE_TONES[state]} label={t(`disputes.state_${state}`)} />
        </Line>
        <Body small tone="faded">
          {[
            of.processor,
            of.saleNumber ?? t('disputes.saleUnknown'),
            ...(state === 'toAnswer' && evidenceDue
              ? [t('disputes.dueOn', { date: dates.day(evidenceDue) })]
              : []),
            ...(state === 'answered' && sentOn
              ? [t('disputes.sentOn', { date: dates.day(sentOn) })]
              : []),
          ].join(' · ')}
        </Body>
      </Column>
      <Money minor={of.openMinor === 0 ? of.amountMinor : of.openMinor} strong />
    </ListLink>
  );
}
