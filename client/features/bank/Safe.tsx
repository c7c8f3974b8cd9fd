import type { SafeView, SlipAnswer, SlipCommand } from '@abacist/contracts';
import { holdsCardNumber } from '@abacist/core/cards';
import { parseAmount, rollPieces } from '@abacist/core/money';
import { slipItems } from '@abacist/core/slipItems';
import { useQuery } from '@tanstack/react-query';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { WillPost } from '~/features/books';
import { readCount } from '~/features/drawer';
import { PapersButton } from '~/features/papers';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { useDates } from '~/i18n/useFormat';
import { useState } from 'react';
import { Link } from '~/router';
import { RecallSlip } from './RecallSlip';
import { BagNote, SlipState } from './SlipState';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Field } from '~/ui/Field';
import { BigMoney, Money } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Select } from '~/ui/Select';
import { Body, Heading } from '~/ui/Text';
import { SafeCounts } from './SafeCount';
import { SafePieces } from './SafePieces';
import { SlipCash } from './SlipCash';
import { useSlip } from './store';

/** The safe: what waits to be banked, picked into a slip until the difference is zero. */
export function SafeLane() {
  const safe = useQuery({
    queryKey: ['safe'],
    queryFn: () => request<SafeView>('GET', '/safe'),
  });
  return (
    <Query of={safe}>
      {(view) => (
        <Column gap="$4" paddingBottom="$5">
          <SlipForm view={view} />
          <SentSlips slips={view.slips} />
          <SafePieces view={view} />
          <SafeCounts view={view} />
        </Column>
      )}
    </Query>
  );
}

function SlipForm({ view }: { view: SafeView }) {
  const t = useWords();
  const wording = useRefusalText();
  const dates = useDates();
  const { currency } = useShop();
  const slip = useSlip();
  const send = useCommand<SlipCommand, SlipAnswer>('/slips', slip.clear);
  if (view.items.length === 0) {
    return (
      <Column gap="$3">
        {send.data ? <Sent answer={send.data} /> : null}
        <Empty title={t('safe.emptyTitle')} text={t('safe.emptyText')} />
      </Column>
    );
  }
  const ready = view.items.filter((item) => !item.later);
  const later = view.items.filter((item) => item.later);
  const picked = ready.filter(({ id }) => slip.picked.includes(id));
  const { count, totalMinor } = readCount(slip.entries, {
    currency,
    rollPieces: rollPieces(currency),
  });
  const chosen = slipItems(
    picked.map((item) => ({ ...item, isCheque: item.cheque !== null })),
    slip.counts ? totalMinor : null,
  );
  const items = chosen.reduce((total, { amountMinor }) => total + amountMinor, 0);
  const typed = parseAmount(slip.totalText, currency);
  const difference = typed.ok ? typed.value - items : null;
  const account =
    view.bankAccounts.find(({ id }) => id === slip.accountId) ?? view.bankAccounts[0];
  const complete = difference === 0 && items > 0 && account !== undefined;
  const commandNow = (): SlipCommand | null =>
    typed.ok && account
      ? {
          bankAccountId: account.id,
          bankTotalMinor: typed.value,
          bankReference: slip.reference.trim(),
          items: chosen,
          ...(slip.counts && { count }),
        }
      : null;
  const referenceError = holdsCardNumber(slip.reference)
    ? t('refusal.text_cardNumber')
    : undefined;
  return (
    <Column gap="$3">
      {send.data ? <Sent answer={send.data} /> : null}
      <Line paddingHorizontal="$4" justifyContent="space-between" gap="$2">
        <Heading size="section">{t('safe.waits')}</Heading>
        <Button
          label={t('safe.pickAll')}
          onPress={() => slip.pickAll(ready.map(({ id }) => id))}
        />
      </Line>
      <Sheet>
        {ready.map((item) => {
          const on = slip.picked.includes(item.id);
          return (
            <Check key={item.id} on={on} onToggle={() => slip.toggle(item.id)}>
              <Column flex={1} alignItems="flex-start">
                <Body textAlign="left">
                  {item.cheque ? t('safe.cheque', item.cheque) : dates.day(item.takingsDay)}
                </Body>
                <Body small tone="faded" textAlign="left">
                  {item.cheque
                    ? dates.day(item.takingsDay)
                    : t(`safe.by_${item.by}`, {
                        drawer: item.drawer,
                        number: item.closeNumber,
                      })}
                </Body>
              </Column>
              <Money minor={item.leftMinor} strong={on} />
            </Check>
          );
        })}
        {later.map((item) => (
          <SheetRow key={item.id}>
            <Column flex={1}>
              <Body tone="faded">{t('safe.cheque', { ...item.cheque })}</Body>
              <Body small tone="faded">
                {t('safe.later', { date: dates.day(item.cheque!.dated) })}
              </Body>
            </Column>
            <Money minor={item.leftMinor} tone="faded" />
          </SheetRow>
        ))}
        <SheetRow>
          <Body strong>{t('safe.onSlip', { count: picked.length })}</Body>
          <Money minor={items} strong />
        </SheetRow>
      </Sheet>
      {view.items.some(({ cheque }) => cheque !== null) ? (
        <Line paddingHorizontal="$4">
          <Button
            label={t('safe.cheques')}
            onPress={() => window.open('/api/safe/cheques', '_blank')}
          />
        </Line>
      ) : null}
      <SlipCash denominations={view.denominations} countedMinor={totalMinor} />
      <Column paddingHorizontal="$4" gap="$3">
        {view.bankAccounts.length > 1 && account ? (
          <Select
            label={t('safe.account')}
            value={String(account.id)}
            options={view.bankAccounts.map(({ id, name }) => ({
              value: String(id),
              label: name,
            }))}
            onChange={(value) => slip.change({ accountId: Number(value) })}
          />
        ) : null}
        <Field
          label={t('safe.bankTotal')}
          hint={t('safe.bankTotalHint')}
          value={slip.totalText}
          onChange={slip.setTotal}
          numeric
          big
          error={slip.totalText && !typed.ok ? wording(typed.refusals[0]!) : undefined}
        />
        <Field
          label={t('safe.reference')}
          hint={t('safe.referenceHint')}
          value={slip.reference}
          onChange={slip.setReference}
          maxLength={40}
          error={referenceError}
        />
        <Line justifyContent="space-between" alignItems="baseline" gap="$3" role="status">
          <Body>{t('safe.difference')}</Body>
          {difference === null ? (
            <Body tone="faded">{t('safe.typeTotal')}</Body>
          ) : (
            <BigMoney minor={difference} color={difference === 0 ? '$moss' : '$plum'} />
          )}
        </Line>
        <ErrorNote error={send.error} />
        <Button
          kind="primary"
          big
          label={t('safe.send', { account: account?.name ?? '' })}
          disabled={!complete || send.isPending || referenceError !== undefined}
          onPress={() => {
            const command = commandNow();
            if (command) send.mutate(command);
          }}
        />
        <WillPost
          right="POST /slips"
          path="/slips"
          command={() => (complete ? commandNow() : null)}
        />
      </Column>
    </Column>
  );
}

function Sent({ answer }: { answer: SlipAnswer }) {
  const t = useWords();
  return (
    <Column paddingHorizontal="$4" role="status">
      <Body tone="home" strong>
        {t('safe.sent', { number: answer.number })}
      </Body>
    </Column>
  );
}

function SentSlips({ slips }: { slips: SafeView['slips'] }) {
  const t = useWords();
  const dates = useDates();
  const [recalling, setRecalling] = useState<SafeView['slips'][number] | null>(null);
  if (slips.length === 0) return null;
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {t('safe.slips')}
      </Heading>
      <Sheet role="list">
        {slips.map((slip) => (
          <SheetRow
            key={slip.id}
            role="listitem"
            gap="$2"
            // Its name has a line of its own where the buttons leave it no room.
            $narrow={{ flexWrap: 'wrap' }}
          >
            <Column flex={1} minWidth={0} $narrow={{ flexBasis: '100%' }}>
              <Link href={`/bank/slips/${slip.id}` as never}>
                <Column minHeight={48} justifyContent="center">
                  <Body strong textDecorationLine="underline">
                    {slip.number}
                    {slip.bankReference ? ` · ${slip.bankReference}` : ''}
                  </Body>
                </Column>
              </Link>
              <Body small tone="faded">
                {t('safe.slipDays', {
                  date: dates.day(slip.date),
                  days: slip.days.map(dates.day).join(', '),
                })}
              </Body>
              {slip.bag ? <BagNote bag={slip.bag} /> : null}
            </Column>
            <PapersButton subject="slip" subjectId={slip.id} kinds={['depositSlip']} />
            {slip.atBankOn || slip.recalledBy ? null : (
              <Button label={t('safe.recall')} onPress={() => setRecalling(slip)} />
            )}
            <Column alignItems="flex-end" gap="$1">
              <Money minor={slip.totalMinor} strong />
              <SlipState recalledBy={slip.recalledBy} atBankOn={slip.atBankOn} />
            </Column>
          </SheetRow>
        ))}
      </Sheet>
      {recalling ? <RecallSlip slip={recalling} onClose={() => setRecalling(null)} /> : null}
    </Column>
  );
}
