import { CHART, type LedgerAccount } from '@abacist/core/ledger';
import { useMedia } from '@tamagui/core';
import { router, Slot, usePathname } from '~/router';
import { Documents } from '~/features/documents';
import { OverShort } from '~/features/overShort';
import { Tip } from '~/features/help';
import { SearchButton } from '~/features/search';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Line } from '~/ui/Box';
import { ListDetail, useInListPane } from '~/ui/ListDetail';
import { Empty } from '~/ui/Notes';
import { Screen } from '~/ui/Screen';
import { Journal } from './Journal';
import { isShopPage, ShopPages } from './Shop';
import { TrialBalance } from './TrialBalance';

export type Book = 'journal' | 'balance' | 'documents' | 'overShort' | 'shop';
const ACCOUNTS = Object.keys(CHART) as LedgerAccount[];
const BOOKS: Book[] = ['balance', 'journal', 'documents', 'overShort', 'shop'];
/** Its address, where that is not its name. */
const ADDRESS: Partial<Record<Book, string>> = { overShort: 'over-short' };

/** The books: trial balance and journal, and what the shop sets up. */
export function BooksScreen({
  book,
  account: asked,
  entry,
  at,
}: {
  book: Book;
  /** Whose lines are looked at; one that the chart does not have is none. */
  account?: string;
  entry?: number;
  at?: string;
}) {
  const t = useWords();
  const media = useMedia();
  const account = ACCOUNTS.find((one) => one === asked);
  const inList = useInListPane();
  const tables = media.pair && book !== 'shop' && book !== 'overShort';
  return (
    <Screen
      title={t('shell.books')}
      tip={inList ? null : <Tip place="books" />}
      right={media.wide ? null : <SearchButton />}
      // Tables scroll by themselves.
      fill={tables}
      width={tables || inList ? '100%' : 1000}
    >
      <Line
        gap="$2"
        paddingHorizontal="$4"
        paddingBottom="$4"
        role="group"
        aria-label={t('shell.books')}
        flexWrap="wrap"
        {...(inList ? {} : { width: '100%', maxWidth: 1000 })}
      >
        {BOOKS.map((name) => (
          <Button
            key={name}
            grow={!inList && media.wide}
            kind={name === book ? 'chosen' : 'quiet'}
            pressed={name === book}
            label={t(`books.${name}`)}
            onPress={() => router.replace(`/books/${ADDRESS[name] ?? name}` as never)}
          />
        ))}
      </Line>
      {book === 'journal' ? (
        <Journal
          key={account}
          {...(account && { account })}
          {...(entry !== undefined && { entry })}
        />
      ) : book === 'documents' ? (
        <Documents />
      ) : book === 'overShort' ? (
        <OverShort />
      ) : book === 'shop' ? (
        <ShopPages />
      ) : (
        <TrialBalance {...(account && { account })} {...(at && { at })} />
      )}
    </Screen>
  );
}

/** The index of what the shop sets up, and the page that is opened beside it where there is room. */
export function BooksLayout() {
  const path = usePathname();
  const shop = path === '/books/shop' || isShopPage(path);
  return (
    <ListDetail
      kind="index"
      show={shop ? 'both' : 'detail'}
      list={<BooksScreen book="shop" />}
    >
      <Slot />
    </ListDetail>
  );
}

/** Beside the index itself stands what one may look for there. */
export function ShopScreen() {
  const t = useWords();
  const media = useMedia();
  return media.pair ? (
    <Screen title={t('books.shop')}>
      <Empty title={t('books.chooseTitle')} text={t('books.chooseText')} />
    </Screen>
  ) : (
    <BooksScreen book="shop" />
  );
}
