import { router } from '~/router';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Line } from '~/ui/Box';
import { Screen } from '~/ui/Screen';
import { Journal } from './Journal';
import { ShopPages } from './Shop';
import { TrialBalance } from './TrialBalance';

export type Book = 'journal' | 'balance' | 'shop';
const BOOKS: Book[] = ['balance', 'journal', 'shop'];

/** The books: trial balance and journal, and what the shop sets up. */
export function BooksScreen({ book, account }: { book: Book; account?: string }) {
  const t = useWords();
  return (
    <Screen title={t('shell.books')} width={1000}>
      <Line
        gap="$2"
        paddingHorizontal="$4"
        paddingBottom="$4"
        role="group"
        aria-label={t('shell.books')}
      >
        {BOOKS.map((name) => (
          <Button
            key={name}
            grow
            kind={name === book ? 'chosen' : 'quiet'}
            pressed={name === book}
            label={t(`books.${name}`)}
            onPress={() => router.replace(`/books/${name}` as never)}
          />
        ))}
      </Line>
      {book === 'journal' ? (
        <Journal key={account} {...(account && { account })} />
      ) : book === 'shop' ? (
        <ShopPages />
      ) : (
        <TrialBalance />
      )}
    </Screen>
  );
}
