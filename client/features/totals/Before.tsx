import type { TotalsDetail, TotalsHead } from '@abacist/contracts';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { draftOfTyped } from './takeUp';
import { useTotals } from './store';
import type { ReadWith } from './read';

/** What was posted before, undone whole, and taken up again to be put right. */
export function Before({ shop }: { shop: ReadWith }) {
  const t = useWords();
  const dates = useDates();
  const [undoing, setUndoing] = useState<TotalsHead | null>(null);
  const [taken, setTaken] = useState('');
  const list = useQuery({
    queryKey: ['totals'],
    queryFn: () => request<{ totals: TotalsHead[] }>('GET', '/totals'),
  });
  const takeUp = useMutation({
    mutationFn: ({ id }: TotalsHead) => request<TotalsDetail>('GET', `/totals/${id}`),
    onSuccess: ({ typed, number }) => {
      useTotals.getState().change(draftOfTyped(typed, shop));
      setTaken(t('totals.takenUp', { number }));
    },
  });
  const totals = list.data?.totals ?? [];
  if (totals.length === 0) return null;
  return (
    <Section title={t('totals.before')}>
      {taken ? (
        <Body tone="home" strong role="status" paddingHorizontal="$4">
          {taken}
        </Body>
      ) : null}
      <ErrorNote error={takeUp.error} />
      <Sheet role="list">
        {totals.map((one) => (
          <SheetRow key={one.id} role="listitem">
            <Column flex={1} minWidth={0} gap="$1">
              <Body strong>{t('totals.beforeRow', one)}</Body>
              <Body small tone="faded">
                {one.from === one.to
                  ? dates.day(one.from)
                  : t('totals.days', { from: dates.day(one.from), to: dates.day(one.to) })}
              </Body>
            </Column>
            <Column alignItems="flex-end" gap="$1">
              <Money
                minor={one.totalMinor}
                {...(one.undoneBy && { textDecorationLine: 'line-through' })}
              />
              <Line gap="$2" flexWrap="wrap">
                {one.undoneBy ? (
                  <>
                    <Tag tone="waiting" label={t('totals.undone', { number: one.undoneBy })} />
                    <Button
                      label={t('totals.takeUp', { number: one.number })}
                      onPress={() => takeUp.mutate(one)}
                    />
                  </>
                ) : (
                  <Button
                    label={t('totals.undoOf', { number: one.number })}
                    onPress={() => setUndoing(one)}
                  />
                )}
              </Line>
            </Column>
          </SheetRow>
        ))}
      </Sheet>
      {undoing ? (
        <AskWhy
          title={t('totals.undoTitle', { number: undoing.number })}
          text={t('totals.undoText')}
          label={t('totals.undo')}
          path={`/totals/${undoing.id}/undo`}
          onClose={() => setUndoing(null)}
        />
      ) : null}
    </Section>
  );
}
