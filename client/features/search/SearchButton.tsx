import Search from 'lucide-react-native/icons/search';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { openSearch } from './useSearch';

/** Opens the search; a rail has room for its word and its key. */
export function SearchButton({ rail }: { rail?: boolean }) {
  const t = useWords();
  return rail ? (
    <Button kind="plain" label={t('shell.search')} shortcut="/" onPress={openSearch} />
  ) : (
    <Button
      kind="plain"
      icon={Search}
      iconOnly
      shortcut="/"
      label={t('shell.search')}
      onPress={openSearch}
    />
  );
}
