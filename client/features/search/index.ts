export { PlaceHead } from './PlaceHead';
export { SearchButton } from './SearchButton';
export { SearchDialog } from './SearchDialog';
export { openSearch, useSearchDialog } from './useSearch';
