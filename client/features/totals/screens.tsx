import type { TotalsAnswer, TotalsCommand } from '@abacist/contracts';
import { sum } from '@abacist/core/money';
import { useMedia } from '@tamagui/core';
import Eraser from 'lucide-react-native/icons/eraser';
import Redo from 'lucide-react-native/icons/redo-2';
import Undo from 'lucide-react-native/icons/undo-2';
import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import '~/i18n/totals';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { DateField } from '~/ui/DateField';
import { useMoney } from '~/ui/Money';
import { Empty, ErrorNote, Loading } from '~/ui/Notes';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';
import { Before } from './Before';
import { FromFile } from './FromFile';
import { TotalsGrid } from './Grid';
import { ListGrid } from './ListGrid';
import { PhoneGrid } from './PhoneGrid';
import { PhoneList } from './PhoneList';
import { readTotals, type Read, type ReadWith } from './read';
import { useTotals } from './store';
import { useReadWith } from './useReadWith';
import { Wrong } from './Wrong';

/** Days by the totals of a till, and what is typed one by one beside them. */
export function TotalsScreen() {
  const { today } = useShop();
  const from = useTotals(({ draft }) => draft.from);
  const { shop, parties, error } = useReadWith(from);
  const { change } = useTotals.getState();
  useEffect(() => {
    if (!shop || from !== '') return;
    change({ from: today, to: today, drawerIds: shop.drawers.map(({ id }) => id) });
    // Where it begins is no step to go back to.
    useTotals.temporal.getState().clear();
  }, [shop, from, today, change]);
  return shop ? <Desk shop={shop} parties={parties} /> : <Waiting error={error} />;
}

function Waiting({ error }: { error: unknown }) {
  const t = useWords();
  return (
    <Screen title={t('totals.title')} back="/days">
      {error ? <ErrorNote error={error} /> : <Loading />}
    </Screen>
  );
}

function Desk({ shop, parties }: { shop: ReadWith; parties: readonly string[] }) {
  const t = useWords();
  const media = useMedia();
  const { name } = useShop();
  const draft = useTotals((store) => store.draft);
  const { clear } = useTotals.getState();
  const [beyond, setBeyond] = useState(0);
  const [said, setSaid] = useState('');
  const read = readTotals(draft, shop);
  const post = useCommand<TotalsCommand, TotalsAnswer>('/totals', (answer) => {
    setSaid(t('totals.done', { number: answer.number, count: answer.documents }));
    clear();
    useTotals.temporal.getState().clear();
  });
  const onBeyond = (cells: number) => {
    setSaid('');
    setBeyond(cells);
  };
  return (
    <Screen
      eyebrow={name}
      title={t('totals.title')}
      tip={
        <Body small tone="faded" paddingHorizontal="$4" paddingBottom="$2">
          {t('totals.intro')}
        </Body>
      }
      back="/days"
      width="100%"
      footer={
        <Foot read={read} error={post.error} pending={post.isPending} onPost={post.mutate} />
      }
    >
      <Column gap="$4" paddingBottom="$5">
        {said ? (
          <Body tone="home" strong role="status" paddingHorizontal="$4">
            {said}
          </Body>
        ) : null}
        <Head shop={shop} />
        <Column paddingHorizontal="$4">
          <FromFile shop={shop} />
        </Column>
        {read.columns.length === 0 ? (
          <Empty title={t('totals.title')} text={t('totals.noColumns')} />
        ) : null}
        {beyond ? (
          <Body tone="loose" role="alert" paddingHorizontal="$4">
            {t('totals.beyond', { count: beyond })}
          </Body>
        ) : null}
        {media.pair ? (
          <>
            <Column paddingHorizontal="$4">
              {read.columns.length ? (
                <TotalsGrid shop={shop} read={read} onBeyond={onBeyond} />
              ) : null}
            </Column>
            <Section title={t('totals.list')}>
              <Column paddingHorizontal="$4" gap="$2">
                <Body tone="faded">{t('totals.listText')}</Body>
                <ListGrid shop={shop} parties={parties} read={read} onBeyond={onBeyond} />
              </Column>
            </Section>
          </>
        ) : (
          <>
            {read.columns.length ? <PhoneGrid shop={shop} read={read} /> : null}
            <PhoneList shop={shop} parties={parties} read={read} />
          </>
        )}
        <Wrong shop={shop} read={read} rows={draft.rows} />
        <Before shop={shop} />
      </Column>
    </Screen>
  );
}

/** Which days of which drawers, how amounts are written, and the steps back. */
function Head({ shop }: { shop: ReadWith }) {
  const t = useWords();
  const draft = useTotals((store) => store.draft);
  const { change, clear } = useTotals.getState();
  const steps = useStore(useTotals.temporal);
  const { drawers, pricesIncludeTax } = shop;
  const { drawerIds } = draft;
  const withTax = draft.withTax ?? pricesIncludeTax;
  return (
    <Line gap="$3" flexWrap="wrap" alignItems="flex-end" paddingHorizontal="$4">
      <DateField
        label={t('totals.from')}
        value={draft.from}
        onChange={(from) => change({ from, ...(draft.to < from && { to: from }) })}
      />
      <DateField label={t('totals.to')} value={draft.to} onChange={(to) => change({ to })} />
      {drawers.length > 1 ? (
        <Column gap="$1">
          <Body small tone="faded">
            {t('totals.drawers')}
          </Body>
          <Line gap="$2" flexWrap="wrap">
            {drawers.map(({ id, name }) => (
              <Button
                key={id}
                label={name}
                kind={drawerIds.includes(id) ? 'chosen' : 'quiet'}
                pressed={drawerIds.includes(id)}
                onPress={() =>
                  change({
                    drawerIds: drawerIds.includes(id)
                      ? drawerIds.filter((one) => one !== id)
                      : [...drawerIds, id],
                  })
                }
              />
            ))}
          </Line>
        </Column>
      ) : null}
      <Choice
        shown
        label={t('totals.prices')}
        value={withTax ? 'with' : 'before'}
        options={[
          { value: 'with', label: t('totals.withTax') },
          { value: 'before', label: t('totals.beforeTax') },
        ]}
        onChange={(value) => change({ withTax: value === 'with' })}
      />
      <Line gap="$2">
        <Button
          icon={Undo}
          iconOnly
          label={t('totals.undo')}
          disabled={steps.pastStates.length === 0}
          onPress={() => steps.undo()}
        />
        <Button
          icon={Redo}
          iconOnly
          label={t('totals.redo')}
          disabled={steps.futureStates.length === 0}
          onPress={() => steps.redo()}
        />
        <Button icon={Eraser} iconOnly label={t('totals.clear')} onPress={clear} />
      </Line>
    </Line>
  );
}

/** What it comes to and whether all ties: it is posted when it does. */
function Foot({
  read: { sums, problems, command },
  error,
  pending,
  onPost,
}: {
  read: Read;
  error: unknown;
  pending: boolean;
  onPost: (command: TotalsCommand) => void;
}) {
  const t = useWords();
  const money = useMoney();
  const wrong = [...problems.values()].filter(({ asks }) => !asks).length;
  const off = sums.filter(({ differenceMinor }) => differenceMinor !== 0).length;
  const nothing = command.columns.length + command.acts.length === 0;
  const total = sum(sums.map(({ takingsMinor }) => takingsMinor));
  const state = wrong
    ? t('totals.wrong', { count: wrong })
    : off
      ? t('totals.differs', { count: off })
      : nothing
        ? ''
        : t('totals.ties');
  return (
    <>
      <ErrorNote error={error} />
      <Line justifyContent="space-between" gap="$3" flexWrap="wrap">
        <Body strong tone={wrong + off ? 'loose' : 'home'} role="status">
          {state}
        </Body>
        <Button
          kind="primary"
          big
          disabled={pending || nothing || wrong + off > 0}
          label={
            command.columns.length || nothing
              ? t('totals.post', { amount: money(total) })
              : t('totals.postActs')
          }
          onPress={() => onPost(command)}
        />
      </Line>
    </>
  );
}
