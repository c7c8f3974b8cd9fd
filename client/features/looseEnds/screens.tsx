import type { LooseEnd } from '@abacist/contracts';
import { router } from '~/router';
import { useLooseEnds } from './useLooseEnds';
import { useWords } from '~/i18n';
import { useParams } from '~/i18n/useParams';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';

/** All that does not tie and needs a person: the bookkeeper's work list, oldest first. */
export function LooseEndsScreen() {
  const t = useWords();
  const ends = useLooseEnds();
  return (
    <Screen title={t('looseEnds.title')} back="/days">
      <Query of={ends}>
        {({ ends: list }) =>
          list.length === 0 ? (
            <Empty title={t('looseEnds.none')} text={t('looseEnds.noneText')} />
          ) : (
            <Sheet role="list">
              {list.map((end, i) => (
                <EndRow key={i} end={end} />
              ))}
            </Sheet>
          )
        }
      </Query>
    </Screen>
  );
}

function EndRow({ end }: { end: LooseEnd }) {
  const t = useWords();
  const params = useParams()(end.params);
  return (
    <SheetRow role="listitem" alignItems="flex-start" paddingVertical="$3">
      <Column flex={1} gap="$2" minWidth={0}>
        <Line gap="$2" justifyContent="space-between" alignItems="flex-start">
          <Body flex={1}>{t(`looseEnds.${end.code}`, params)}</Body>
          <Money minor={end.amountMinor} strong />
        </Line>
        <Line gap="$2" justifyContent="space-between" flexWrap="wrap">
          <Body small tone="faded">
            {t('looseEnds.age', { count: end.ageDays })}
          </Body>
          <Button
            label={t(`looseEnds.step_${end.code}`)}
            onPress={() => router.push(end.path as never)}
          />
        </Line>
      </Column>
    </SheetRow>
  );
}
