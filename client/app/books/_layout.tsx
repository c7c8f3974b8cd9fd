import { BooksLayout } from '~/screens';

export default BooksLayout;
