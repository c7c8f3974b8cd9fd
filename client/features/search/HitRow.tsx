import type { HitKind, SearchHit } from '@abacist/contracts';
import { shapeOfPot } from '@abacist/core/days';
import type { ReactNode } from 'react';
import { inWords, usePlaceWord, usePotName } from '~/features/days';
import { pageOfDocument } from '~/features/documents';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';

type Of<K extends HitKind> = Extract<SearchHit, { kind: K }>;
type Words = { title: string; details: (string | null)[]; amountMinor: number | null };
type Room<H> = {
  /** Where it leads; null: it has no page. */
  page: (hit: H) => string | null;
  words: (
    hit: H,
    t: ReturnType<typeof useWords>,
    dates: ReturnType<typeof useDates>,
    say: Say,
  ) => Words;
};
/** How pots and their places are called. */
type Say = {
  pot: ReturnType<typeof usePotName>;
  place: ReturnType<typeof usePlaceWord>;
  money: ReturnType<typeof useMoney>;
};

const ROOMS: { [K in HitKind]: Room<Of<K>> } = {
  bead: {
    page: ({ date, key }) => `/trail/${date}/${encodeURIComponent(key)}`,
    words: ({ date, key, label, takenMinor, parts }, _t, dates, { pot, place, money }) => ({
      title: `${dates.day(date)}, ${pot({ key, label })}`,
      details: parts.map(
        (part) => `${place(part, { shape: shapeOfPot(key) })} ${money(inWords(part))}`,
      ),
      amountMinor: takenMinor,
    }),
  },
  document: {
    page: ({ document, ...rest }) => pageOfDocument({ ...rest, kind: document }),
    words: (hit, t, dates) => ({
      title: `${hit.number} ${t(`kind.${hit.document}`)}`,
      details: [
        dates.day(hit.date),
        hit.customer,
        hit.undone ? t('documents.state_undone') : null,
      ],
      amountMinor: hit.amountMinor,
    }),
  },
  account: {
    page: ({ id }) => `/accounts/${id}`,
    words: ({ name, number, balanceMinor }, t) => ({
      title: name,
      details: [t('search.account'), number],
      amountMinor: balanceMinor,
    }),
  },
  customer: {
    page: ({ id }) => `/customers/${id}`,
    words: ({ name, number }, t) => ({
      title: name,
      details: [t('search.customer'), number],
      amountMinor: null,
    }),
  },
  item: {
    page: ({ id }) => `/books/items/${id}`,
    words: ({ name, code, priceMinor }, t) => ({
      title: name,
      details: [t('search.item'), code],
      amountMinor: priceMinor,
    }),
  },
  line: {
    page: ({ id }) => `/lines/${id}`,
    words: ({ text, date, amountMinor, open }, t, dates) => ({
      title: text,
      details: [t('search.line'), dates.day(date), open ? t('search.open') : null],
      amountMinor,
    }),
  },
};

const roomOf = (hit: SearchHit) => ROOMS[hit.kind] as Room<SearchHit>;

/** Where a hit leads, or null. */
export const pageOfHit = (hit: SearchHit): string | null => roomOf(hit).page(hit);

/** One hit: what it is called, of which kind it is, its figure. */
export function HitRow({ hit }: { hit: SearchHit }): ReactNode {
  const t = useWords();
  const dates = useDates();
  const say = { pot: usePotName(), place: usePlaceWord(), money: useMoney() };
  const { title, details, amountMinor } = roomOf(hit).words(hit, t, dates, say);
  return (
    <>
      <Column flex={1} minWidth={0}>
        <Body strong>{title}</Body>
        <Body small tone="faded">
          {details.filter(Boolean).join(' · ')}
        </Body>
      </Column>
      {amountMinor === null ? null : <Money minor={amountMinor} />}
    </>
  );
}
