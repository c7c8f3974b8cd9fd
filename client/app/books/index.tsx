import { BooksScreen } from '~/screens';

export default function Books() {
  return <BooksScreen book="balance" />;
}
