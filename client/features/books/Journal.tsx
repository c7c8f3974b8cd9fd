import type { EntryView } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { CHART, type LedgerAccount } from '@abacist/core/ledger';
import { parseAmount } from '@abacist/core/money';
import { useMedia } from '@tamagui/core';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { RecordMoney } from '~/features/drawerActs';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { NextPage } from '~/ui/NextPage';
import { Query } from '~/ui/Query';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { Entry } from './Entry';
import { EntryPane } from './EntryPane';
import { JournalTable } from './JournalTable';
import { memoOf } from './memo';
import { useJournal } from './useJournal';

type Filter = { number: string; from: string; to: string; account: string; amount: string };
const NONE: Filter = { number: '', from: '', to: '', account: '', amount: '' };

/**
 * The journal, newest first, searched by number, date, account and amount; a table with the entry
 * beside where there is room.
 */
export function Journal({ account = '', entry }: { account?: string; entry?: number }) {
  const t = useWords();
  const media = useMedia();
  const [oldest, setOldest] = useState(false);
  const wording = useRefusalText();
  const { currency } = useShop();
  const [filter, setFilter] = useState<Filter>({ ...NONE, account });
  const set = (name: keyof Filter) => (value: string) =>
    setFilter((before) => ({ ...before, [name]: value }));
  const amount = filter.amount ? parseAmount(filter.amount, currency) : null;
  const search = new URLSearchParams();
  if (filter.number.trim()) search.set('number', filter.number.trim());
  if (isIsoDate(filter.from)) search.set('from', filter.from);
  if (isIsoDate(filter.to)) search.set('to', filter.to);
  if (filter.account) search.set('account', filter.account);
  if (amount?.ok) search.set('amountMinor', String(amount.value));
  if (oldest) search.set('oldest', 'true');
  const { pages, readOn } = useJournal(search);
  const roles = (Object.keys(CHART) as LedgerAccount[]).map((role) => ({
    value: role,
    label: `${CHART[role].number} ${t(`account.${role}`)}`,
  }));
  return (
    <Column gap="$3" paddingBottom="$5" {...(media.pair && { flex: 1, minHeight: 0 })}>
      <Line gap="$3" paddingHorizontal="$4" flexWrap="wrap" alignItems="flex-start">
        <Column width={150} flexGrow={1}>
          <Field
            label={t('books.byNumber')}
            hint={t('books.byNumberHint')}
            value={filter.number}
            onChange={set('number')}
            maxLength={24}
          />
        </Column>
        <Column width={150} flexGrow={1}>
          <Field
            label={t('books.byAmount')}
            value={filter.amount}
            onChange={set('amount')}
            numeric
            error={amount && !amount.ok ? wording(amount.refusals[0]!) : undefined}
          />
        </Column>
        <Column width={200} flexGrow={1}>
          <DateField label={t('books.from')} value={filter.from} onChange={set('from')} />
        </Column>
        <Column width={200} flexGrow={1}>
          <DateField label={t('books.to')} value={filter.to} onChange={set('to')} />
        </Column>
        <Column width={220} flexGrow={2}>
          <Select
            label={t('books.account')}
            value={filter.account}
            options={[{ value: '', label: t('books.anyAccount') }, ...roles]}
            onChange={set('account')}
          />
        </Column>
      </Line>
      <RecordMoney />
      {entry !== undefined && !media.pair ? (
        <Column paddingHorizontal="$4">
          <EntryPane id={entry} />
        </Column>
      ) : null}
      <Query of={pages}>
        {({ pages: read }) => {
          const entries = read.flatMap((page) => page.entries);
          if (entries.length === 0) {
            return <Empty title={t('books.noneTitle')} text={t('books.noneText')} />;
          }
          return media.pair ? (
            <Line flex={1} minHeight={0} gap="$4" paddingHorizontal="$4" alignItems="stretch">
              <JournalTable
                entries={entries}
                chosen={entry ?? null}
                toEntry={(id) =>
                  `/books/journal?${new URLSearchParams({
                    ...(account && { account }),
                    entry: String(id),
                  })}`
                }
                oldest={oldest}
                onOldest={setOldest}
                onEnd={readOn}
              />
              {entry === undefined ? null : (
                <Column width={360} overflow="scroll">
                  <EntryPane id={entry} />
                </Column>
              )}
            </Line>
          ) : (
            <Column gap="$3">
              <Sheet role="list">
                {entries.map((one) => (
                  <EntryRow key={one.id} entry={one} />
                ))}
              </Sheet>
              <NextPage of={pages} />
            </Column>
          );
        }}
      </Query>
    </Column>
  );
}

function EntryRow({ entry }: { entry: EntryView }) {
  const t = useWords();
  const dates = useDates();
  const [open, setOpen] = useState(false);
  const total = entry.lines.reduce(
    (sum, { amountMinor }) => sum + Math.max(0, amountMinor),
    0,
  );
  return (
    <Column
      role="listitem"
      borderBottomWidth={1}
      borderColor="$rule"
      paddingHorizontal="$4"
      paddingVertical="$2"
      gap="$2"
    >
      <Line gap="$3" justifyContent="space-between">
        <Column flex={1} minWidth={0}>
          <Body strong>
            {`${entry.documentNumber ?? ''} ${t(`kind.${entry.kind}`)}`.trim()}
          </Body>
          <Body small tone="faded">
            {[
              entry.journalNumber === null
                ? null
                : t('books.journalNumber', { number: entry.journalNumber }),
              dates.day(entry.date),
              memoOf(entry),
            ]
              .filter(Boolean)
              .join(' · ')}
          </Body>
        </Column>
        <Money minor={total} />
        <Button
          kind="plain"
          label={open ? t('books.less') : t('books.lines')}
          onPress={() => setOpen(!open)}
        />
      </Line>
      {open ? <Entry entry={entry} /> : null}
    </Column>
  );
}
