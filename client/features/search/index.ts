export { PlaceHead } from './PlaceHead';
export { SearchButton } from './SearchButton';
export { openSearch, useSearchDialog } from './useSearch';
