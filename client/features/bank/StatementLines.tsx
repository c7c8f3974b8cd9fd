import type { LinePage, LineView, MovementView } from '@abacist/contracts';
import { useInfiniteQuery } from '@tanstack/react-query';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { useTheme } from '@tamagui/core';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { Empty } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';
import { TakeBack } from './TakeBack';
import { useMovementWords } from './useMovementWords';

/** What the shop moved, and no line shows yet. */
export function Movements({ movements }: { movements: MovementView[] }) {
  const t = useWords();
  const dates = useDates();
  const words = useMovementWords();
  if (movements.length === 0) return null;
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {t('statement.movements')}
      </Heading>
      <Sheet role="list">
        {movements.map((movement) => (
          <SheetRow key={movement.key} role="listitem">
            <Column flex={1} minWidth={0}>
              <Body>{words(movement)}</Body>
              <Body small tone="faded">
                {t('statement.due', { date: dates.day(movement.dueDate) })}
              </Body>
            </Column>
            <TakeBack of={movement} />
            <Money minor={movement.amountMinor} strong />
          </SheetRow>
        ))}
      </Sheet>
    </Column>
  );
}

/** Every line of the account, page by page. */
export function AllLines({ bankAccountId }: { bankAccountId: number }) {
  const t = useWords();
  const pages = useInfiniteQuery({
    queryKey: ['statement-lines', bankAccountId],
    initialPageParam: null as number | null,
    queryFn: ({ pageParam }) =>
      request<LinePage>(
        'GET',
        `/statement/lines?bankAccountId=${bankAccountId}${pageParam ? `&before=${pageParam}` : ''}`,
      ),
    getNextPageParam: (page) => page.next,
  });
  return (
    <Query of={pages}>
      {({ pages: read }) => {
        const lines = read.flatMap((page) => page.lines);
        return lines.length === 0 ? (
          <Empty title={t('statement.noneTitle')} text={t('statement.noneText')} />
        ) : (
          <Lines
            title={t('statement.lines')}
            lines={lines}
            {...(pages.hasNextPage && { more: () => void pages.fetchNextPage() })}
          />
        );
      }}
    </Query>
  );
}

const TONES = {
  matched: 'home',
  likely: 'waiting',
  reserved: 'loose',
  open: 'loose',
} as const;

/** Lines of the statement, each with what it is matched with. */
export function Lines({
  title,
  lines,
  more,
}: {
  title: string;
  lines: LineView[];
  more?: () => void;
}) {
  const t = useWords();
  const theme = useTheme();
  const dates = useDates();
  const words = useMovementWords();
  const matchedWith = ({ movements, otherLines }: NonNullable<LineView['match']>) => [
    words(movements[0]!),
    ...(movements.length > 1 ? [t('statement.andMore', { count: movements.length - 1 })] : []),
    ...(otherLines > 0 ? [t('statement.withLines', { count: otherLines })] : []),
  ];
  if (lines.length === 0) return null;
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {title}
      </Heading>
      <Sheet role="list">
        {lines.map((line) => (
          <ListLink key={line.id} to={`/lines/${line.id}`}>
            <Column flex={1} minWidth={0}>
              <Body>{line.text}</Body>
              <Body small tone="faded">
                {line.match
                  ? [dates.day(line.date), ...matchedWith(line.match)].join(' · ')
                  : dates.day(line.date)}
              </Body>
              {line.note && !line.match ? (
                <Body small tone="waiting">
                  {t('statement.notedUntil', {
                    note: line.note.note,
                    date: dates.day(line.note.askOn),
                  })}
                </Body>
              ) : null}
            </Column>
            <Column alignItems="flex-end" gap="$1">
              <Money minor={line.amountMinor} strong />
              <Tag
                tone={TONES[line.status]}
                label={
                  line.status === 'matched'
                    ? t(line.match?.certain ? 'statement.certain' : 'statement.accepted')
                    : t(`statement.status_${line.status}`)
                }
              />
            </Column>
            <ChevronRight size={20} color={theme.faded.val} aria-hidden />
          </ListLink>
        ))}
      </Sheet>
      {more ? (
        <Column paddingHorizontal="$4">
          <Button label={t('common.more')} onPress={more} />
        </Column>
      ) : null}
    </Column>
  );
}
