import type { DrawerFloat, OpenDrawer } from '@abacist/contracts';
import { rollPieces } from '@abacist/core/money';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useMay, useShop } from '~/api/session';
import { router } from '~/router';
import { useWords } from '~/i18n';
import { useDifference } from '~/i18n/useDifference';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { readCount, type Entry } from './entry';
import { Pieces } from './Pieces';

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
  if (float.open) return <Opened float={float} />;
  return (
    <Screen
      eyebrow={t('count.of', { drawer: float.name })}
      title={t('float.title')}
      back="/counter"
      width={640}
      footer={
        <>
          <ErrorNote error={open.error} />
          {/* Who counts blind is not told whether it differs: he may say why all the same. */}
          {expectedMinor === null || (asksWhy && totalMinor > 0) ? (
            <Field
              label={t('float.why')}
              value={draft.note}
              onChange={(note) => change({ note })}
              maxLength={300}
              onSubmit={send}
            />
          ) : null}
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
          <Pieces
            denominations={float.denominations}
            entries={draft.entries}
            onType={(value, entry) =>
              change({ entries: { ...draft.entries, [value]: entry } })
            }
          />
        </Sheet>
      </Column>
    </Screen>
  );
}

/** A drawer that is open: how its float was counted, and the way back while the drawer is not counted. */
function Opened({ float: { name, opening } }: { float: DrawerFloat }) {
  const t = useWords();
  const money = useMoney();
  const differs = useDifference();
  const may = useMay();
  const [undoing, setUndoing] = useState(false);
  return (
    <Screen title={t('float.title')} back="/counter">
      <Empty title={t('count.of', { drawer: name })} text={t('refusal.drawerOpen_open')} />
      {opening ? (
        <Sheet>
          <SheetRow>
            <Column flex={1} minWidth={0}>
              <Body strong>
                {t('float.opened', { ...opening, amount: money(opening.countedMinor) })}
              </Body>
              <Body small tone={differs(opening.differenceMinor).tone}>
                {differs(opening.differenceMinor).words}
              </Body>
              {opening.note ? <Body small>{opening.note}</Body> : null}
            </Column>
            {may('POST /drawer-opens/:id/undo') ? (
              <Button label={t('float.undo')} onPress={() => setUndoing(true)} />
            ) : null}
          </SheetRow>
        </Sheet>
      ) : null}
      {opening && undoing ? (
        <AskWhy
          title={t('float.undoTitle', { number: opening.number })}
          text={t('float.undoText')}
          label={t('float.undo')}
          path={`/drawer-opens/${opening.id}/undo`}
          onClose={() => setUndoing(false)}
        />
      ) : null}
    </Screen>
  );
}
