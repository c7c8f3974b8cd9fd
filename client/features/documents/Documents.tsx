import type { DocumentRow, DocumentSums } from '@abacist/contracts';
import { DOCUMENT_STATES, type DocumentSort } from '@abacist/contracts/choices';
import { DOCUMENT_KINDS } from '@abacist/core/documents';
import { useMedia } from '@tamagui/core';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates, useNumbers } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { ListLink } from '~/ui/ListLink';
import { Money, useMoney } from '~/ui/Money';
import { NextPage } from '~/ui/NextPage';
import { Empty, Loading, ReadFailed } from '~/ui/Notes';
import { Select } from '~/ui/Select';
import { Table, type TableColumn } from '~/ui/Table';
import { Body } from '~/ui/Text';
import { CustomerPick } from './CustomerPick';
import {
  filterOf,
  NOTHING_TYPED,
  searchOf,
  useDocumentsView,
  type Typed,
} from './documentsView';
import { useDocumentChoices, useDocuments } from './useDocuments';
import { pageOfDocument } from './where';

/** Every numbered document of every day: narrowed by what it is, when, who, and how much. */
export function Documents() {
  const t = useWords();
  const media = useMedia();
  const { currency } = useShop();
  const { typed, sort } = useDocumentsView();
  const filter = filterOf(typed, currency);
  const { pages, readOn, sums } = useDocuments(filter, sort);
  const rows = pages.data?.pages.flatMap((page) => page.rows) ?? [];
  const save = () => {
    const asked = searchOf(filter);
    asked.set('sort', sort.by);
    asked.set('down', String(sort.down));
    window.open(`/api/documents/export?${asked.toString()}`, '_blank');
  };
  return (
    <Column gap="$3" paddingBottom="$5" {...(media.pair && { flex: 1, minHeight: 0 })}>
      <Filters onSave={save} />
      {pages.error ? (
        <ReadFailed error={pages.error} again={() => void pages.refetch()} />
      ) : !pages.data ? (
        <Loading />
      ) : rows.length === 0 ? (
        <Empty title={t('books.noneTitle')} text={t('documents.none')} />
      ) : media.pair ? (
        <Column flex={1} minHeight={0} gap="$2" paddingHorizontal="$4">
          <Wide rows={rows} onEnd={readOn} />
          <Sums sums={sums} />
        </Column>
      ) : (
        <>
          <Column paddingHorizontal="$4">
            <Sums sums={sums} />
          </Column>
          <Sheet role="list" aria-label={t('documents.title')}>
            {rows.map((row) => (
              <Row key={`${row.kind} ${row.subjectId}`} row={row} />
            ))}
          </Sheet>
          <NextPage of={pages} />
        </>
      )}
    </Column>
  );
}

/** What a list is narrowed by: two fields at first on a narrow screen, all where there is room. */
function Filters({ onSave }: { onSave: () => void }) {
  const t = useWords();
  const media = useMedia();
  const { typed, set } = useDocumentsView();
  const choices = useDocumentChoices().data;
  const [all, setAll] = useState(false);
  const type = (name: keyof Typed) => (value: string) =>
    set({ typed: { ...typed, [name]: value } });
  const any = { value: '', label: t('documents.any') };
  const named = (of: { id: number; name: string }[] = []) => [
    any,
    ...of.map(({ id, name }) => ({ value: String(id), label: name })),
  ];
  const select = (
    name: 'kind' | 'state' | 'userId' | 'drawerId' | 'tenderId',
    options: { value: string; label: string }[],
  ) => (
    <Column width={media.pair ? 150 : 160} flexGrow={1}>
      <Select
        label={t(`documents.${name}`)}
        value={typed[name]}
        options={options}
        onChange={type(name)}
      />
    </Column>
  );
  const more = media.pair || all;
  return (
    <Line gap="$3" paddingHorizontal="$4" flexWrap="wrap" alignItems="flex-end">
      {select('kind', [
        any,
        ...DOCUMENT_KINDS.map((kind) => ({ value: kind, label: t(`kind.${kind}`) })),
      ])}
      <Column width={170} flexGrow={1}>
        <DateField label={t('books.from')} value={typed.from} onChange={type('from')} />
      </Column>
      {more ? (
        <>
          <Column width={170} flexGrow={1}>
            <DateField label={t('books.to')} value={typed.to} onChange={type('to')} />
          </Column>
          {select('state', [
            any,
            ...DOCUMENT_STATES.map((state) => ({
              value: state,
              label: t(`documents.state_${state}`),
            })),
          ])}
          {select('userId', named(choices?.people))}
          {select('drawerId', named(choices?.drawers))}
          {select('tenderId', named(choices?.tenders))}
          <Column width={110} flexGrow={1}>
            <Field
              label={t('documents.least')}
              value={typed.least}
              onChange={type('least')}
              numeric
            />
          </Column>
          <Column width={110} flexGrow={1}>
            <Field
              label={t('documents.most')}
              value={typed.most}
              onChange={type('most')}
              numeric
            />
          </Column>
          <CustomerPick
            chosen={typed.customer}
            onChoose={(customer) => set({ typed: { ...typed, customer } })}
          />
        </>
      ) : (
        <Button label={t('documents.more')} onPress={() => setAll(true)} />
      )}
      {Object.values(typed).some(Boolean) ? (
        <Button label={t('documents.clear')} onPress={() => set({ typed: NOTHING_TYPED })} />
      ) : null}
      <Button label={t('documents.csv')} onPress={onSave} />
    </Line>
  );
}

function Wide({ rows, onEnd }: { rows: readonly DocumentRow[]; onEnd: () => void }) {
  const t = useWords();
  const dates = useDates();
  const { sort, set } = useDocumentsView();
  const columns: TableColumn<DocumentRow, DocumentSort>[] = [
    {
      id: 'number',
      head: t('books.document'),
      track: 'minmax(90px, 0.8fr)',
      cell: ({ number }) => <Body strong>{number}</Body>,
    },
    {
      id: 'date',
      head: t('books.date'),
      track: 'minmax(140px, 1fr)',
      sort: 'date',
      cell: ({ date, madeAt }) => <Body>{`${dates.day(date)}, ${dates.time(madeAt)}`}</Body>,
    },
    {
      id: 'kind',
      head: t('documents.kind'),
      track: 'minmax(130px, 1.4fr)',
      cell: ({ kind }) => <Body>{t(`kind.${kind}`)}</Body>,
    },
    {
      id: 'customer',
      head: t('documents.customer'),
      track: 'minmax(120px, 1.4fr)',
      cell: ({ customer }) => <Body>{customer ?? ''}</Body>,
    },
    {
      id: 'by',
      head: t('documents.userId'),
      track: 'minmax(110px, 1fr)',
      cell: ({ by, drawer }) => (
        <Body tone="faded">
          {[by, drawer ? t('count.of', { drawer }) : ''].filter(Boolean).join(', ')}
        </Body>
      ),
    },
    {
      id: 'state',
      head: t('documents.state'),
      track: 'minmax(110px, 0.9fr)',
      cell: ({ undoneBy }) =>
        undoneBy ? (
          <Body small tone="loose">
            {t('documents.undoneBy', { number: undoneBy })}
          </Body>
        ) : null,
    },
    {
      id: 'amount',
      head: t('documents.amount'),
      track: 'minmax(100px, 0.9fr)',
      figure: true,
      sort: 'amount',
      cell: ({ amountMinor, undoneBy }) => (
        <Money
          minor={amountMinor}
          {...(undoneBy && { tone: 'faded', textDecorationLine: 'line-through' })}
        />
      ),
    },
  ];
  return (
    <Table<DocumentRow, DocumentSort>
      label={t('documents.title')}
      columns={columns}
      rows={rows}
      keyOf={({ kind, subjectId }) => `${kind} ${subjectId}`}
      to={pageOfDocument}
      sort={sort}
      onSort={(by) => set({ sort: by })}
      onEnd={onEnd}
      rowHeight={48}
    />
  );
}

/** What the list comes to, kind by kind, since a sale and its slip are the same money twice. */
function Sums({ sums }: { sums: DocumentSums | undefined }) {
  const t = useWords();
  const money = useMoney();
  const { quantity } = useNumbers();
  if (!sums) return null;
  const total = sums.reduce((all, one) => all + one.count, 0);
  return (
    <Line columnGap="$3" flexWrap="wrap" role="group" aria-label={t('documents.sums')}>
      <Body strong>
        {t('documents.found', { count: total, shown: quantity(String(total)) })}
      </Body>
      {sums.slice(0, 4).map((one) => (
        <Body key={one.kind} tone="faded">
          {`${t(`kind.${one.kind}`)} ${quantity(String(one.count))}: ${money(one.amountMinor)}`}
        </Body>
      ))}
    </Line>
  );
}

function Row({ row }: { row: DocumentRow }) {
  const t = useWords();
  const dates = useDates();
  const path = pageOfDocument(row);
  const inside = (
    <>
      <Column flex={1} minWidth={0}>
        <Body strong>{`${row.number} ${t(`kind.${row.kind}`)}`}</Body>
        <Body small tone="faded">
          {[
            `${dates.day(row.date)}, ${dates.time(row.madeAt)}`,
            row.by,
            row.drawer ? t('count.of', { drawer: row.drawer }) : '',
            row.customer,
            row.undoneBy ? t('documents.undoneBy', { number: row.undoneBy }) : null,
          ]
            .filter(Boolean)
            .join(' · ')}
        </Body>
      </Column>
      <Money
        minor={row.amountMinor}
        {...(row.undoneBy && { tone: 'faded', textDecorationLine: 'line-through' })}
      />
    </>
  );
  return path ? (
    <ListLink to={path}>{inside}</ListLink>
  ) : (
    <SheetRow role="listitem">{inside}</SheetRow>
  );
}
