import { router } from 'expo-router';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Line } from '~/ui/Box';
import { Screen } from '~/ui/Screen';
import { Journal } from './Journal';
import { TrialBalance } from './TrialBalance';

export { Entry } from './Entry';

export type Book = 'journal' | 'balance';
const BOOKS: Book[] = ['balance', 'journal'];

/** The books: trial balance and journal. */
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
      ) : (
        <TrialBalance />
      )}
    </Screen>
  );
}
