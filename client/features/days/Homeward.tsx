import type { HomewardView, Rod } from '@abacist/contracts';
import { kindOfPot, oldestBeads } from '@abacist/core/days';
import { useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useMay } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { BeadIcon } from '~/ui/Abacus';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { Query } from '~/ui/Query';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';
import { useBeadWords } from './words';

/** So many of the oldest beads are shown. */
const OLDEST = 6;

/** How long money of each kind takes to come home, and what has waited longest: side by side where there is room. */
export function Homeward({
  from,
  to,
  rods,
}: {
  from: string;
  to: string;
  rods: readonly Rod[];
}) {
  const may = useMay();
  if (!may('GET /homeward')) return null;
  return (
    <Column
      gap="$4"
      $wide={{ flexDirection: 'row', alignItems: 'flex-start', paddingHorizontal: '$4' }}
    >
      <Ways from={from} to={to} />
      <Oldest rods={rods} />
    </Column>
  );
}

function Ways({ from, to }: { from: string; to: string }) {
  const t = useWords();
  const found = useQuery({
    queryKey: ['homeward', from],
    queryFn: () => request<HomewardView>('GET', `/homeward?from=${from}&to=${to}`),
  });
  const days = (count: number) => t('days.homewardDays', { count });
  return (
    <Query of={found}>
      {({ ways }) =>
        ways.length === 0 ? null : (
          <Section beside title={t('days.homeward')}>
            <Sheet role="list">
              {ways.map(({ source, name, homeMinor, medianDays, slowDays }) => (
                <SheetRow key={source} role="listitem">
                  <Column flex={1} minWidth={0}>
                    <Body>{t(`days.source_${kindOfPot(source)}`, { name })}</Body>
                    <Body small tone="faded">
                      {t('days.homewardIn', { half: days(medianDays), slow: days(slowDays) })}
                    </Body>
                  </Column>
                  <Money minor={homeMinor} />
                </SheetRow>
              ))}
            </Sheet>
          </Section>
        )
      }
    </Query>
  );
}

function Oldest({ rods }: { rods: readonly Rod[] }) {
  const t = useWords();
  const dates = useDates();
  const words = useBeadWords();
  const oldest = oldestBeads(rods, OLDEST);
  return (
    <Section beside title={t('days.oldest')}>
      {oldest.length === 0 ? (
        <Body paddingHorizontal="$4" tone="home">
          {t('days.oldestNone')}
        </Body>
      ) : (
        <Sheet role="list">
          {oldest.map(({ date, bead, waitsMinor }) => (
            <ListLink
              key={`${date} ${bead.key}`}
              to={`/trail/${date}/${encodeURIComponent(bead.key)}`}
            >
              <Line gap="$3" flex={1} minWidth={0}>
                <BeadIcon shape={bead.shape} tone={bead.stage} hollow />
                <Column flex={1} minWidth={0}>
                  <Body>{dates.day(date)}</Body>
                  <Body small tone="faded">
                    {words(bead)}
                  </Body>
                </Column>
              </Line>
              <Money minor={waitsMinor} strong />
            </ListLink>
          ))}
        </Sheet>
      )}
    </Section>
  );
}
