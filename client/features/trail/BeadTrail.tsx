import type { BeadTrail } from '@abacist/contracts';
import { placesOfBead, type Bead } from '@abacist/core/days';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { usePlaceWord, usePotName } from '~/features/days';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Money, useMoney } from '~/ui/Money';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';
import { Steps } from './Steps';

/** The trail of a day's bead, or of one ticket's money in it, down to the statement line. */
export function BeadTrailScreen({
  date,
  bead,
  sale,
}: {
  date: string;
  bead: string;
  /** The receipt whose money is followed. */
  sale: string | undefined;
}) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const name = usePotName();
  const trail = useQuery({
    queryKey: ['trail', date, bead, sale],
    queryFn: () =>
      request<BeadTrail>(
        'GET',
        `/trail/beads/${date}/${encodeURIComponent(bead)}${sale ? `?sale=${sale}` : ''}`,
      ),
  });
  const shown = trail.data;
  const label = shown ? name(shown.bead) : '';
  const waiting = shown?.steps.some(({ kind }) => kind === 'waiting');
  const ofSale = shown?.ofSale ?? null;
  return (
    <Screen
      back={sale ? `/sales/${sale}` : `/days/${date}`}
      eyebrow={
        ofSale
          ? t('trail.ofSale', { number: ofSale.number, label })
          : t('trail.of', { date: dates.day(date), label })
      }
      title={shown ? money((ofSale ?? { keptMinor: shown.bead.takenMinor }).keptMinor) : ''}
      right={
        shown ? (
          <Tag
            tone={waiting ? 'waiting' : 'home'}
            label={t(waiting ? 'trail.waiting' : 'stage.home')}
          />
        ) : null
      }
    >
      <Query of={trail}>
        {(data) => (
          <Column gap="$4" paddingTop="$2" paddingBottom="$5">
            {data.ofSale ? (
              data.steps.length > 1 ? (
                <Body paddingHorizontal="$4" tone="faded">
                  {t('trail.withOthers', { label })}
                </Body>
              ) : null
            ) : (
              <Where bead={data.bead} />
            )}
            <Steps
              steps={data.steps}
              shape={data.bead.shape}
              bead={data.ofSale ? null : data.bead}
            />
            {data.ofSale ? (
              <Sheet role="list">
                <ListLink to={`/trail/${date}/${encodeURIComponent(bead)}`}>
                  <Body flex={1}>{t('trail.of', { date: dates.day(date), label })}</Body>
                  <Money minor={data.bead.takenMinor} />
                </ListLink>
              </Sheet>
            ) : (
              <Sales trail={data} />
            )}
          </Column>
        )}
      </Query>
    </Screen>
  );
}

/** Where every cent of a bead is, when it is at more than one place: the parts add up to the whole. */
function Where({ bead }: { bead: Bead }) {
  const t = useWords();
  const word = usePlaceWord();
  const places = placesOfBead(bead);
  if (places.length < 2) return null;
  return (
    <Section title={t('trail.where')}>
      <Sheet>
        {places.map((part) => (
          <SheetRow key={part.place} minHeight={40}>
            <Body flex={1}>{word(part, bead)}</Body>
            <Money minor={part.amountMinor} />
          </SheetRow>
        ))}
        <SheetRow>
          <Body strong flex={1}>
            {t('trail.whole')}
          </Body>
          <Money minor={bead.takenMinor} strong />
        </SheetRow>
      </Sheet>
    </Section>
  );
}

const FIRST = 20;

function Sales({ trail }: { trail: BeadTrail }) {
  const t = useWords();
  const dates = useDates();
  const [all, setAll] = useState(false);
  const shown = all ? trail.sales : trail.sales.slice(0, FIRST);
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {t('trail.behind')}
      </Heading>
      <Sheet role="list">
        {shown.map((sale) => (
          <ListLink key={sale.id} to={`/sales/${sale.id}`}>
            <Column flex={1}>
              <Body strong>{sale.number}</Body>
              <Body small tone="faded">
                {dates.time(sale.soldAt)}
              </Body>
            </Column>
            <Money minor={sale.keptMinor} />
          </ListLink>
        ))}
        <SheetRow>
          <Body strong>{t('common.total')}</Body>
          <Money
            minor={trail.sales.reduce((total, { keptMinor }) => total + keptMinor, 0)}
            strong
          />
        </SheetRow>
      </Sheet>
      {trail.sales.length > FIRST && !all ? (
        <Column paddingHorizontal="$4">
          <Button
            label={t('trail.allSales', { count: trail.sales.length })}
            onPress={() => setAll(true)}
          />
        </Column>
      ) : null}
    </Column>
  );
}
