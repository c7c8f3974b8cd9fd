import type { FeesView } from '@abacist/contracts';
import { useMedia } from '@tamagui/core';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Table, type TableColumn } from '~/ui/Table';
import { Body } from '~/ui/Text';

type Row = FeesView['rows'][number];

/** Each fee beside what was agreed: a table where there is room, else what differs comes first. */
export function Batches({ rows, judged }: { rows: readonly Row[]; judged: boolean }) {
  const t = useWords();
  const media = useMedia();
  const newest = [...rows].reverse();
  return (
    <Section title={t('fees.batchesTitle')}>
      {media.wide ? <Wide rows={newest} judged={judged} /> : <Stacks rows={newest} />}
    </Section>
  );
}

function Wide({ rows, judged }: { rows: readonly Row[]; judged: boolean }) {
  const t = useWords();
  const dates = useDates();
  const agreed = useAgreed();
  const add = (of: (row: Row) => number) => rows.reduce((sum, row) => sum + of(row), 0);
  const figure = (id: string, head: string, of: (row: Row) => number): TableColumn<Row> => ({
    ...{ id, head, track: 'minmax(96px, 1fr)', figure: true },
    cell: (row) => <Money minor={of(row)} />,
    foot: <Money minor={add(of)} strong />,
  });
  const columns: TableColumn<Row>[] = [
    {
      ...{ id: 'batch', head: t('fees.batch'), track: 'minmax(170px, 2fr)' },
      cell: (row) => (
        <Column>
          <Body strong>{`${row.scheme}, ${dates.day(row.batchDate)}`}</Body>
          <Body small tone="faded">
            {`${row.number} · ${row.reference}`}
          </Body>
        </Column>
      ),
      foot: <Body strong>{t('common.total')}</Body>,
    },
    {
      ...{ id: 'items', head: t('fees.items'), track: 'minmax(64px, 0.6fr)', figure: true },
      cell: (row) => <Body textAlign="right">{row.items + (row.refundItems ?? 0)}</Body>,
    },
    figure('gross', t('fees.gross'), ({ grossMinor }) => grossMinor),
    figure('fee', t('fees.fee'), ({ feeMinor }) => feeMinor),
    ...(judged
      ? [
          {
            ...{ id: 'agreed', head: t('fees.agreed'), track: 'minmax(120px, 1.2fr)' },
            figure: true,
            cell: (row: Row) => <Body textAlign="right">{agreed(row)}</Body>,
          },
          {
            ...figure('over', t('fees.difference'), ({ overMinor }) => overMinor),
            cell: ({ overMinor }: Row) => (
              <Money minor={overMinor} strong={overMinor !== 0} signed />
            ),
          },
        ]
      : []),
  ];
  return (
    // It scrolls by itself inside of the page: a year has a thousand rows.
    <Column height={Math.min(560, 120 + rows.length * 60)} paddingHorizontal="$4">
      <Table<Row>
        label={t('fees.batchesTitle')}
        columns={columns}
        rows={rows}
        keyOf={(row) => `${row.settlementId} ${row.batchDate} ${row.scheme}`}
      />
    </Column>
  );
}

function Stacks({ rows }: { rows: readonly Row[] }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const agreed = useAgreed();
  const wrong = rows.filter(({ overMinor }) => overMinor !== 0);
  const right = rows.filter(({ overMinor }) => overMinor === 0);
  return (
    <Sheet role="list">
      {[...wrong, ...right].map((row) => (
        <SheetRow
          key={`${row.settlementId} ${row.batchDate} ${row.scheme}`}
          role="listitem"
          alignItems="flex-start"
        >
          <Column flex={1} minWidth={0}>
            <Body strong>{`${row.scheme}, ${dates.day(row.batchDate)}`}</Body>
            <Body small tone="faded">
              {`${row.number} · ${row.items + (row.refundItems ?? 0)} × ${money(row.grossMinor)}`}
            </Body>
            {row.plan ? (
              <Body small tone="faded">
                {`${t('fees.agreed')} ${agreed(row)}`}
              </Body>
            ) : null}
          </Column>
          <Column>
            <Money minor={row.feeMinor} strong />
            {row.overMinor ? (
              <Line justifyContent="flex-end">
                <Money minor={row.overMinor} signed />
              </Line>
            ) : null}
          </Column>
        </SheetRow>
      ))}
    </Sheet>
  );
}

/** What was agreed for a row: a figure, two where its sums leave a band, or nothing. */
function useAgreed(): (row: Row) => string {
  const t = useWords();
  const money = useMoney();
  return ({ plan }) =>
    !plan
      ? '–'
      : plan.leastMinor === plan.mostMinor
        ? money(plan.leastMinor)
        : t('processors.between', {
            least: money(plan.leastMinor),
            most: money(plan.mostMinor),
          });
}
