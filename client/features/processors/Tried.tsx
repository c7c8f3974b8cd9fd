import type { FeePlanTried } from '@abacist/contracts';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';

/** What a plan makes of the newest batch and of a quarter, beside what was charged. */
export function Tried({ tried }: { tried: FeePlanTried | undefined }) {
  const t = useWords();
  const dates = useDates();
  if (!tried) return null;
  const { batch, quarter } = tried;
  return (
    <Section title={t('processors.tried')}>
      {batch ? (
        <Sheet aria-label={t('processors.tried')} role="list">
          <Heads title={t('processors.triedBatch', { date: dates.day(batch.date) })} />
          {batch.schemes.map(({ scheme, ...figures }) => (
            <Row key={scheme} label={scheme} {...figures} />
          ))}
          <Heads title={t('processors.triedQuarter', { date: dates.day(quarter.from) })} />
          <Row label={t('common.total')} {...quarter} />
          {quarter.unlisted.length ? (
            <SheetRow role="listitem">
              <Body tone="loose">
                {t('processors.notListed', { schemes: quarter.unlisted.join(', ') })}
              </Body>
            </SheetRow>
          ) : null}
        </Sheet>
      ) : (
        <Body paddingHorizontal="$4" tone="faded">
          {t('processors.noBatch')}
        </Body>
      )}
    </Section>
  );
}

function Heads({ title }: { title: string }) {
  const t = useWords();
  return (
    <Column paddingHorizontal="$4" paddingTop="$3" role="listitem">
      <Body strong>{title}</Body>
      <Line gap="$3" justifyContent="flex-end">
        <Body small tone="faded" width={76} textAlign="right">
          {t('processors.charged')}
        </Body>
        <Body small tone="faded" width={92} textAlign="right">
          {t('processors.planned')}
        </Body>
      </Line>
    </Column>
  );
}

function Row({
  label,
  chargedMinor,
  leastMinor,
  mostMinor,
}: {
  label: string;
  chargedMinor: number;
  leastMinor: number;
  mostMinor: number;
}) {
  const t = useWords();
  const money = useMoney();
  const outside = chargedMinor < leastMinor || chargedMinor > mostMinor;
  return (
    <SheetRow role="listitem" gap="$3">
      <Body flex={1}>{label}</Body>
      <Column width={76}>
        <Money minor={chargedMinor} />
      </Column>
      <Column width={92}>
        {leastMinor === mostMinor ? (
          <Money minor={leastMinor} strong tone={outside ? 'loose' : 'home'} />
        ) : (
          <Body small textAlign="right">
            {t('processors.between', { least: money(leastMinor), most: money(mostMinor) })}
          </Body>
        )}
      </Column>
    </SheetRow>
  );
}
