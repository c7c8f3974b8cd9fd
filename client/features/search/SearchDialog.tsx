import { useEffect, useRef, type KeyboardEvent } from 'react';
import { helpOf } from '~/features/help';
import { useWords } from '~/i18n';
import { router, usePathname } from '~/router';
import { Column, Sheet } from '~/ui/Box';
import { Button } from '~/ui/Button';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ListLink } from '~/ui/ListLink';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';
import { HitRow, pageOfHit } from './HitRow';
import { closeSearch, useHits, useSearchDialog } from './useSearch';

/** Finds anything from any place: Enter opens the first, the arrows go through them. */
export function SearchDialog() {
  const t = useWords();
  const { text } = useSearchDialog();
  const found = useHits(text);
  const list = useRef<HTMLDivElement>(null);
  const path = usePathname();
  const begun = useRef(path);
  useEffect(() => {
    // What was chosen is there: the search has done its part.
    if (path !== begun.current) closeSearch();
  }, [path]);
  const hits = text.trim() ? (found.data?.hits ?? []) : [];
  const leading = hits.filter((hit) => pageOfHit(hit) !== null);
  const open = (to: string | null) => {
    if (to === null) return;
    closeSearch();
    router.push(to as never);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!step) return;
    const links = [...(list.current?.querySelectorAll<HTMLElement>('a') ?? [])];
    const at = links.indexOf(document.activeElement as HTMLElement) + step;
    if (at < 0 || at >= links.length) return;
    event.preventDefault();
    links[at]!.focus();
  };
  return (
    <Dialog open title={t('search.title')} onClose={closeSearch}>
      <div onKeyDown={onKeyDown} style={{ display: 'contents' }}>
        <Field
          label={t('search.what')}
          hint={t('search.hint')}
          value={text}
          onChange={(now) => useSearchDialog.setState({ text: now })}
          onSubmit={() => open(leading[0] ? pageOfHit(leading[0]) : null)}
          maxLength={80}
          autoFocus
        />
        <ErrorNote error={found.error} />
        {text.trim() && found.data && hits.length === 0 ? (
          <Body tone="faded" role="status">
            {t('search.none')}
          </Body>
        ) : null}
        <div ref={list}>
          {hits.length ? (
            <Sheet role="list" aria-label={t('search.found')}>
              {hits.map((hit, i) => {
                const to = pageOfHit(hit);
                const row = <HitRow hit={hit} />;
                return to === null ? (
                  <Column key={i} role="listitem" padding="$4">
                    {row}
                  </Column>
                ) : (
                  <ListLink key={i} to={to}>
                    {row}
                  </ListLink>
                );
              })}
            </Sheet>
          ) : null}
        </div>
      </div>
      <Button label={t('shell.help')} onPress={() => open(helpOf(path))} />
      <Button label={t('common.close')} onPress={closeSearch} />
    </Dialog>
  );
}
