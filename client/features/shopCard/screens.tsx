import type { CardStatementCommand, ShopCard } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useMay, useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useRefusalText } from '~/i18n/useRefusal';
import { router } from '~/router';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { BigMoney, Money, useMoney } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { readStatement, type StatementDraft } from './statementDraft';

const EMPTY: StatementDraft = { date: '', balance: '', dueOn: '', off: [] };

/** The shop's own card: what is owed, its next statement beside what the books have, its statements. */
export function ShopCardScreen() {
  const t = useWords();
  const card = useQuery({
    queryKey: ['shopCard'],
    queryFn: () => request<ShopCard>('GET', '/shop-card'),
  });
  return (
    <Screen back="/bank/statement" title={t('shopCard.title')} width={1120}>
      <Query of={card}>
        {(data) =>
          data.open.length + data.statements.length === 0 ? (
            <Column gap="$3">
              <Empty title={t('shopCard.emptyTitle')} text={t('shopCard.emptyText')} />
              <Line paddingHorizontal="$4">
                <RecordOne />
              </Line>
            </Column>
          ) : (
            <Column
              gap="$4"
              paddingBottom="$5"
              $wide={{ flexDirection: 'row', alignItems: 'flex-start' }}
            >
              <Column gap="$4" $wide={{ flex: 1 }}>
                <Owed of={data} />
                <Next of={data} />
              </Column>
              <Column gap="$4" $wide={{ flex: 1 }}>
                <Statements of={data} />
              </Column>
            </Column>
          )
        }
      </Query>
    </Screen>
  );
}

function RecordOne() {
  const t = useWords();
  return (
    <Button
      label={t('shopCard.record')}
      onPress={() => router.push('/counter/money?kind=paidByCard' as never)}
    />
  );
}

/** What is owed, and what of it the latest statement wants. */
function Owed({ of: { owedMinor, last } }: { of: ShopCard }) {
  const t = useWords();
  const money = useMoney();
  const dates = useDates();
  const date = last ? dates.day(last.date) : '';
  return (
    <Column gap="$3">
      <Sheet>
        <SheetRow>
          <Body>{t('shopCard.owed')}</Body>
          <Money minor={owedMinor} strong />
        </SheetRow>
        {last ? (
          <SheetRow>
            <Column flex={1}>
              <Body>{t('shopCard.left')}</Body>
              <Body small tone="faded">
                {last.dueOn
                  ? t('shopCard.due', { date, dueOn: dates.day(last.dueOn) })
                  : t('shopCard.dueAnyTime', { date })}
              </Body>
            </Column>
            <Money minor={last.leftMinor} strong />
          </SheetRow>
        ) : null}
      </Sheet>
      <Line paddingHorizontal="$4" gap="$2" flexWrap="wrap">
        {last && last.leftMinor > 0 ? (
          <Button
            label={t('shopCard.pay', { amount: money(last.leftMinor) })}
            onPress={() =>
              router.push(`/counter/money?kind=cardPaid&amount=${last.leftMinor}` as never)
            }
          />
        ) : null}
        <RecordOne />
      </Line>
      {last && last.leftMinor === 0 ? (
        <Body tone="home" paddingHorizontal="$4">
          {t('shopCard.isPaid', { date })}
        </Body>
      ) : null}
    </Column>
  );
}

/** The next statement: typed on the one side, ticked on the other, until nothing differs. */
function Next({ of }: { of: ShopCard }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const wording = useRefusalText();
  const { currency } = useShop();
  const [draft, change, drop] = useDraft<StatementDraft>('cardStatement', EMPTY);
  const [kept, setKept] = useState('');
  const read = readStatement(draft, of, currency);
  const send = useCommand<CardStatementCommand, { number: string }>(
    '/card-statements',
    ({ number }) => {
      setKept(number);
      change(EMPTY);
      drop();
    },
  );
  const toggle = (id: number) =>
    change({
      off: draft.off.includes(id) ? draft.off.filter((one) => one !== id) : [...draft.off, id],
    });
  return (
    <Section title={t('shopCard.next')}>
      <Column gap="$3">
        {kept ? (
          <Column role="status" paddingHorizontal="$4">
            <Body tone="home" strong>
              {t('shopCard.kept', { number: kept })}
            </Body>
          </Column>
        ) : null}
        <Column paddingHorizontal="$4" gap="$3">
          <DateField
            label={t('shopCard.date')}
            value={draft.date}
            onChange={(date) => change({ date })}
          />
          <Field
            label={t('shopCard.balance')}
            value={draft.balance}
            onChange={(balance) => change({ balance })}
            numeric
            big
            error={read.refusal ? wording(read.refusal) : undefined}
          />
          <DateField
            label={t('shopCard.dueOn')}
            hint={t('shopCard.dueHint')}
            value={draft.dueOn}
            onChange={(dueOn) => change({ dueOn })}
          />
          <Body small tone="faded">
            {t('shopCard.onItHint')}
          </Body>
        </Column>
        <Sheet aria-label={t('shopCard.onIt')}>
          {read.inTime.length === 0 ? (
            <SheetRow>
              <Body tone="faded">{t('shopCard.noneOpen')}</Body>
            </SheetRow>
          ) : null}
          {read.inTime.map((one) => (
            <Check key={one.id} on={read.ticked.includes(one)} onToggle={() => toggle(one.id)}>
              <Column flex={1} minWidth={0} alignItems="flex-start">
                <Body textAlign="left">
                  {one.party || one.words || t('acts.kind_cardPaid')}
                </Body>
                <Body small tone="faded" textAlign="left">
                  {t('shopCard.row', { number: one.number, date: dates.day(one.date) })}
                </Body>
              </Column>
              <Money minor={one.amountMinor} strong={read.ticked.includes(one)} />
            </Check>
          ))}
          {read.later.count ? (
            <SheetRow>
              <Body small tone="faded">
                {t('shopCard.later', {
                  count: read.later.count,
                  amount: money(read.later.minor),
                })}
              </Body>
            </SheetRow>
          ) : null}
        </Sheet>
        <Sums of={of} read={read} />
        <Column paddingHorizontal="$4" gap="$3">
          <Line
            justifyContent="space-between"
            alignItems="baseline"
            gap="$3"
            role="status"
            flexWrap="wrap"
          >
            <Body>{t('shopCard.difference')}</Body>
            {read.differenceMinor === null ? (
              <Body tone="faded">{t('shopCard.typeBalance')}</Body>
            ) : (
              <BigMoney
                minor={read.differenceMinor}
                color={read.differenceMinor === 0 ? '$moss' : '$plum'}
              />
            )}
          </Line>
          {read.differenceMinor !== null && read.differenceMinor > 0 ? (
            <Body small tone="faded">
              {t('shopCard.missing')}
            </Body>
          ) : null}
          <ErrorNote error={send.error} />
          <Button
            kind="primary"
            big
            disabled={read.command === null || send.isPending}
            label={t('shopCard.keep')}
            onPress={() => {
              if (read.command) send.mutate(read.command);
            }}
          />
        </Column>
      </Column>
    </Section>
  );
}

/** What it should say, a row a term. */
function Sums({
  of: { last },
  read,
}: {
  of: ShopCard;
  read: ReturnType<typeof readStatement>;
}) {
  const t = useWords();
  const dates = useDates();
  const terms = [
    ...(last
      ? [[t('shopCard.before', { date: dates.day(last.date) }), last.balanceMinor] as const]
      : []),
    [t('shopCard.charged'), read.chargedMinor] as const,
    [t('shopCard.paid'), read.paidMinor] as const,
  ];
  return (
    <Sheet>
      {terms.map(([name, minor]) => (
        <SheetRow key={name}>
          <Body>{name}</Body>
          <Money minor={minor} />
        </SheetRow>
      ))}
      <SheetRow>
        <Body strong>{t('shopCard.expected')}</Body>
        <Money minor={read.expectedMinor} strong />
      </SheetRow>
    </Sheet>
  );
}

/** Statements that were kept, the newest first; the last one can be taken back. */
function Statements({ of: { statements } }: { of: ShopCard }) {
  const t = useWords();
  const dates = useDates();
  const may = useMay();
  const [back, setBack] = useState<ShopCard['statements'][number] | null>(null);
  if (statements.length === 0) return null;
  const last = statements.find(({ undoneBy }) => undoneBy === null);
  return (
    <Section title={t('shopCard.statements')}>
      <Sheet role="list">
        {statements.map((one) => (
          <SheetRow key={one.id} role="listitem" gap="$2" flexWrap="wrap">
            <Column flex={1} minWidth={180}>
              <Body strong>
                {t('shopCard.of', { number: one.number, date: dates.day(one.date) })}
              </Body>
              <Body small tone="faded">
                {t('shopCard.by', { by: one.by, count: one.items })}
              </Body>
              {one.undoneBy ? (
                <Tag tone="faded" label={t('shopCard.isBack', { number: one.undoneBy })} />
              ) : null}
            </Column>
            <Money minor={one.balanceMinor} strong />
            {one === last && may('POST /card-statements/:id/undo') ? (
              <Button
                kind="plain"
                label={t('shopCard.takeBack', { number: one.number })}
                onPress={() => setBack(one)}
              />
            ) : null}
          </SheetRow>
        ))}
      </Sheet>
      {back ? (
        <AskWhy
          title={t('shopCard.takeBack', { number: back.number })}
          text={t('shopCard.takeBackText')}
          label={t('shopCard.takeItBack')}
          path={`/card-statements/${back.id}/undo`}
          onClose={() => setBack(null)}
        />
      ) : null}
    </Section>
  );
}
