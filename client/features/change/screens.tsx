import type {
  ChangeView,
  DrawerActAnswer,
  DrawerActCommand,
  WantedPieces,
} from '@abacist/contracts';
import { lacking, orderChange, type ChangeOrder } from '@abacist/core/change';
import { countTotal } from '@abacist/core/money';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { WillPost } from '~/features/books';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { usePieces } from '~/i18n/usePieces';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';

/** Change: what should be in each float, what the last count left there, and what to fetch for it. */
export function ChangeScreen() {
  const t = useWords();
  const change = useQuery({
    queryKey: ['change'],
    queryFn: () => request<ChangeView>('GET', '/change'),
  });
  return (
    <Screen back="/bank/safe" eyebrow={t('bank.safe')} title={t('change.title')} width={760}>
      <Query of={change}>
        {(view) => {
          const known = view.drawers.filter(({ left }) => left !== null);
          const order = orderChange(
            known.map(({ wanted, left }) => lacking(wanted, left!.pieces)),
            view.rollPieces,
            view.inSafe ?? {},
          );
          return (
            <Column gap="$4" paddingBottom="$5">
              <ToFetch order={order} view={view} />
              {view.drawers.map((drawer) => (
                <Drawer key={drawer.id} drawer={drawer} view={view} />
              ))}
            </Column>
          );
        }}
      </Query>
    </Screen>
  );
}

const digits = (text: string) => text.replace(/\D/g, '').slice(0, 5);
const typedOf = (wanted: Record<string, number>) =>
  Object.fromEntries(Object.entries(wanted).map(([value, pieces]) => [value, String(pieces)]));

/** One drawer: each denomination as it is wanted, as it is there, and what it lacks. */
function Drawer({
  drawer,
  view,
}: {
  drawer: ChangeView['drawers'][number];
  view: ChangeView;
}) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const { id, name, floatMinor, left } = drawer;
  const [{ typed }, change, drop] = useDraft<{ typed: Record<string, string> | null }>(
    `wanted.${id}`,
    { typed: null },
  );
  const texts = typed ?? typedOf(drawer.wanted);
  const wanted = Object.fromEntries(
    Object.entries(texts).flatMap(([value, text]) =>
      Number(text) > 0 ? [[value, Number(text)]] : [],
    ),
  );
  const save = useCommand<WantedPieces, object>(`/drawers/${id}/wanted`, () => {
    change({ typed: null });
    drop();
  });
  const lacks = left && lacking(wanted, left.pieces);
  const total = countTotal(wanted);
  const cell = { width: 64, textAlign: 'right' } as const;
  return (
    <Section title={t('count.of', { drawer: name })}>
      <Sheet role="table" aria-label={t('count.of', { drawer: name })}>
        <SheetRow role="row" minHeight={36} gap="$2">
          <Body role="columnheader" small tone="faded" flex={1}>
            {left
              ? t('change.leftBy', { number: left.number, date: dates.day(left.date) })
              : t('change.notKnown')}
          </Body>
          <Body role="columnheader" small tone="faded" {...cell} width={76}>
            {t('change.wanted')}
          </Body>
          <Body role="columnheader" small tone="faded" {...cell}>
            {t('change.left')}
          </Body>
          <Body role="columnheader" small tone="faded" {...cell}>
            {t('change.lacks')}
          </Body>
        </SheetRow>
        {view.denominations.map((value) => (
          <SheetRow key={value} role="row" gap="$2">
            <Body role="rowheader" flex={1}>
              {money(value)}
            </Body>
            <Column role="cell" width={76}>
              <Field
                label={t('change.wantedOf', { value: money(value) })}
                hideLabel
                numeric
                value={texts[value] ?? ''}
                onChange={(text) => change({ typed: { ...texts, [value]: digits(text) } })}
              />
            </Column>
            <Body role="cell" tone="faded" {...cell}>
              {left ? (left.pieces[value] ?? 0) : '–'}
            </Body>
            <Body role="cell" strong tone="waiting" {...cell}>
              {lacks?.[value] ?? ''}
            </Body>
          </SheetRow>
        ))}
        <SheetRow role="row">
          <Body role="cell" flex={1} tone={total === floatMinor ? 'ink' : 'faded'}>
            {t('change.ofFloat', { total: money(total), float: money(floatMinor) })}
          </Body>
        </SheetRow>
      </Sheet>
      {typed ? (
        <Column paddingHorizontal="$4" gap="$2">
          <ErrorNote error={save.error} />
          <Line gap="$2">
            <Button
              kind="primary"
              label={t('change.keep')}
              disabled={save.isPending}
              onPress={() => save.mutate({ wanted })}
            />
            <Button
              kind="plain"
              label={t('common.cancel')}
              onPress={() => {
                change({ typed: null });
                drop();
              }}
            />
          </Line>
        </Column>
      ) : null}
    </Section>
  );
}

/** The order: rolls and pieces, and the act that fetches them from the bank. */
function ToFetch({ order, view }: { order: ChangeOrder; view: ChangeView }) {
  const t = useWords();
  const money = useMoney();
  const fromSafe = usePieces()(order.fromSafe);
  const [accountId, setAccountId] = useState(view.bankAccounts[0]?.id ?? 0);
  const [done, setDone] = useState('');
  const fetchIt = useCommand<DrawerActCommand, DrawerActAnswer>('/drawer-acts', ({ number }) =>
    setDone(t('change.done', { number })),
  );
  const rows = Object.entries(order.count).sort(([a], [b]) => Number(b) - Number(a));
  const wanting = view.drawers.filter(({ wanted }) => Object.keys(wanted).length > 0);
  const notKnown = wanting.filter(({ left }) => left === null);
  const ofKnown = wanting.length > 0 ? (notKnown.length > 0 ? null : 'nothing') : 'begin';
  const nothing = fromSafe ? 'allInSafe' : ofKnown;
  const inWords = ([value, pieces]: [string, number]) => {
    const rolls = order.rolls[value];
    const plain = `${pieces} × ${money(Number(value))}`;
    return rolls ? `${plain} (${t('days.rollsOf', { count: rolls })})` : plain;
  };
  const command = (): DrawerActCommand => ({
    kind: 'changeFetched',
    bankAccountId: accountId,
    amountMinor: order.totalMinor,
    parts: [],
    party: '',
    words: rows.map(inWords).join(', ').slice(0, 200),
    count: order.count,
  });
  return (
    <Section title={t('change.toFetch')}>
      {done ? (
        <Body role="status" tone="home" strong paddingHorizontal="$4">
          {done}
        </Body>
      ) : null}
      {notKnown.length > 0 ? (
        <Body tone="faded" paddingHorizontal="$4">
          {t('change.waits', { drawers: notKnown.map(({ name }) => name).join(', ') })}
        </Body>
      ) : null}
      {fromSafe ? (
        <Body paddingHorizontal="$4">{t('change.fromSafe', { pieces: fromSafe })}</Body>
      ) : null}
      {rows.length === 0 ? (
        nothing === null ? null : (
          <Body tone="faded" paddingHorizontal="$4">
            {t(`change.${nothing}`)}
          </Body>
        )
      ) : (
        <>
          <Sheet role="list">
            {rows.map((row) => (
              <SheetRow key={row[0]} role="listitem" minHeight={40}>
                <Body>{inWords(row)}</Body>
                <Money minor={Number(row[0]) * row[1]} />
              </SheetRow>
            ))}
          </Sheet>
          <Column paddingHorizontal="$4" gap="$3">
            {view.bankAccounts.length > 1 ? (
              <Select
                label={t('safe.account')}
                value={String(accountId)}
                options={view.bankAccounts.map(({ id, name }) => ({
                  value: String(id),
                  label: name,
                }))}
                onChange={(value) => setAccountId(Number(value))}
              />
            ) : null}
            {view.inSafe ? null : <Body tone="waiting">{t('change.safeUnknown')}</Body>}
            <Body tone="faded">{t('change.hint')}</Body>
            <ErrorNote error={fetchIt.error} />
            <Button
              kind="primary"
              big
              // Where the safe's pieces are not known, the order does not tell what was fetched.
              disabled={fetchIt.isPending || (done !== '' && !view.inSafe)}
              label={t('change.fetch', { amount: money(order.totalMinor) })}
              onPress={() => fetchIt.mutate(command())}
            />
            <WillPost right="POST /drawer-acts" path="/drawer-acts" command={command} />
          </Column>
        </>
      )}
    </Section>
  );
}
