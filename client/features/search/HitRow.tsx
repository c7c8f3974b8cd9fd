import type { HitKind, SearchHit } from '@abacist/contracts';
import type { ReactNode } from 'react';
import { pageOfDocument } from '~/features/documents';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Body } from '~/ui/Text';

type Of<K extends HitKind> = Extract<SearchHit, { kind: K }>;
type Words = { title: string; details: (string | null)[]; amountMinor: number | null };
type Room<H> = {
  /** Where it leads; null: it has no page. */
  page: (hit: H) => string | null;
  words: (hit: H, t: ReturnType<typeof useWords>, dates: ReturnType<typeof useDates>) => Words;
};

const ROOMS: { [K in HitKind]: Room<Of<K>> } = {
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
  const { title, details, amountMinor } = roomOf(hit).words(hit, t, dates);
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
