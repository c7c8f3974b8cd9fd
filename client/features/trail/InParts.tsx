import type { LineTrail } from '@abacist/contracts';
import { useCommand } from '~/api/command';
import { useMay } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Sheet } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';

/** A line that is split: its parts, each with its own page, and the way back. */
export function InParts({ line: { id, parts } }: Pick<LineTrail, 'line'>) {
  const t = useWords();
  const may = useMay();
  const join = useCommand<object, object>(`/lines/${id}/join`);
  return (
    <>
      <Body paddingHorizontal="$4">{t('trail.inParts')}</Body>
      <Sheet role="list">
        {parts.map((part) => (
          <ListLink key={part.id} to={`/lines/${part.id}`}>
            <Body flex={1}>{part.text}</Body>
            <Column alignItems="flex-end" gap="$1">
              <Money minor={part.amountMinor} strong />
              <Tag
                tone={part.matched ? 'home' : 'loose'}
                label={t(part.matched ? 'statement.accepted' : 'statement.status_open')}
              />
            </Column>
          </ListLink>
        ))}
      </Sheet>
      {may('POST /lines/:id/join') && !parts.some(({ matched }) => matched) ? (
        <Column paddingHorizontal="$4" gap="$3" alignItems="flex-start">
          <ErrorNote error={join.error} />
          <Button
            label={t('trail.joinIt')}
            disabled={join.isPending}
            onPress={() => join.mutate({})}
          />
        </Column>
      ) : null}
    </>
  );
}
