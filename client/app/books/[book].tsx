import { Redirect, useLocalSearchParams } from '~/router';
import { BooksScreen } from '~/screens';

export default function Books() {
  const { book, account } = useLocalSearchParams<{ book: string; account?: string }>();
  if (book !== 'journal' && book !== 'balance' && book !== 'shop')
    return <Redirect href={'/books' as never} />;
  return <BooksScreen book={book} {...(account && { account })} />;
}
