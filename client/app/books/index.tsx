import { BooksScreen } from '~/features/books';

export default function Books() {
  return <BooksScreen book="balance" />;
}
