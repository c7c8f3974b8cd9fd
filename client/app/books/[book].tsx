import { Redirect, useLocalSearchParams } from '~/router';
import { BooksScreen, ShopScreen } from '~/screens';

type Asked = { book: string; account?: string; entry?: string; at?: string };

export default function Books() {
  const { book, account, entry, at } = useLocalSearchParams<Asked>();
  if (book === 'shop') return <ShopScreen />;
  if (book === 'over-short') return <BooksScreen book="overShort" />;
  if (book !== 'journal' && book !== 'balance' && book !== 'documents')
    return <Redirect href={'/books' as never} />;
  return (
    <BooksScreen
      book={book}
      {...(account && { account })}
      {...(entry && { entry: Number(entry) })}
      {...(at && { at })}
    />
  );
}
