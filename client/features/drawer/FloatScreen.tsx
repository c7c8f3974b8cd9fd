import type { DrawerFloat, OpenDrawer } from '@abacist/contracts';
import { rollPieces } from '@abacist/core/money';
import { useQuery } from '@tanstack/react-query';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { router } from '~/router';
import { useWords } from '~/i18n';
import { useDifference } from '~/i18n/useDifference';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { Denomination } from './Denomination';
import { readCount, type Entry } from './entry';

/** A drawer is opened with its float counted, before its first sale. */
export function FloatScreen({ drawerId }: { drawerId: number }) {
  const float = useQuery({
    queryKey: ['drawer', 'float', drawerId],
    queryFn: () => request<DrawerFloat>('GET', `/drawers/${drawerId}/float`),
  });
  return <Query of={float}>{(data) => <FloatCount float={data} />}</Query>;
}

type Draft = { entries: Record<string, Entry>; note: string };

function FloatCount({ float }: { float: DrawerFloat }) {
  const t = useWords();
  const money = useMoney();
  const differs = useDifference();
  const { currency } = useShop();
  const [draft, change, drop] = useDraft<Draft>(`float.${float.id}`, {
    entries: {},
    note: '',
  });
  const open = useCommand<OpenDrawer, { number: string }>(`/drawers/${float.id}/open`, () => {
    drop();
    router.replace('/counter');
  });
  const { count, totalMinor } = readCount(draft.entries, {
    currency,
    rollPieces: rollPieces(currency),
  });
  const { expectedMinor, usualMinor } = float;
  const difference = expectedMinor === null ? null : differs(totalMinor - expectedMinor);
  const asksWhy = totalMinor !== usualMinor || totalMinor !== (expectedMinor ?? totalMinor);
  const ready = totalMinor > 0 && (!asksWhy || draft.note.trim() !== '') && !open.isPending;
  const send = () => {
    if (ready) open.mutate({ count, note: draft.note.trim() });
  };
  if (float.open) {
    return (
      <Screen title={t('float.title')} back="/counter">
        <Empty
          title={t('count.of', { drawer: float.name })}
          text={t('refusal.drawerOpen_open')}
        />
      </Screen>
    );
  }
  return (
    <Screen
      eyebrow={t('count.of', { drawer: float.name })}
      title={t('float.title')}
      back="/counter"
      width={640}
      footer={
        <>
          <ErrorNote error={open.error} />
          <Line justifyContent="space-between" gap="$3" role="status">
            <Body>{t('float.usual', { amount: money(usualMinor) })}</Body>
            {difference ? (
              <Body strong tone={difference.tone}>
                {difference.words}
              </Body>
            ) : null}
          </Line>
          <Button
            kind="primary"
            big
            disabled={!ready}
            label={t('float.open', { amount: money(totalMinor) })}
            onPress={send}
          />
        </>
      }
    >
      <Column gap="$3" paddingBottom="$5">
        <Sheet>
          {float.denominations.map((value) => (
            <Denomination
              key={value}
              value={value}
              way="pieces"
              entry={draft.entries[value] ?? {}}
              onType={(typed) =>
                change({
                  entries: {
                    ...draft.entries,
                    [value]: { ...draft.entries[value], ...typed },
                  },
                })
              }
            />
          ))}
        </Sheet>
        {asksWhy && totalMinor > 0 ? (
          <Column paddingHorizontal="$4">
            <Field
              label={t('float.why')}
              value={draft.note}
              onChange={(note) => change({ note })}
              maxLength={300}
              onSubmit={send}
            />
          </Column>
        ) : null}
      </Column>
    </Screen>
  );
}
