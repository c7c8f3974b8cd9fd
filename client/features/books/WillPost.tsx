import type { EntryView } from '@abacist/contracts';
import { mayPreview, type Right } from '@abacist/contracts/rights';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useSignedIn } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { ErrorNote, Loading } from '~/ui/Notes';
import { Body, Heading } from '~/ui/Text';
import { Entry } from './Entry';

/**
 * “What will it post?”: the journal entries of a command, before it is sent. The shop runs it and
 * takes all of it back, so it is what would be posted and no reckoning of its own.
 * @param command what would be sent now; null where something is still missing
 */
export function WillPost({
  right,
  path,
  command,
  note,
}: {
  /** The command's own: whoever may not look at what it posts is not offered it. */
  right: Right;
  path: string;
  command: () => object | null;
  /** What was taken for granted. */
  note?: string;
}) {
  const t = useWords();
  const { person } = useSignedIn();
  const [open, setOpen] = useState(false);
  const show = useMutation({
    mutationFn: (body: object) =>
      request<{ entries: EntryView[] }>('POST', path, { command: body, preview: true }),
  });
  if (!mayPreview(person.role, right)) return null;
  const press = () => {
    const body = command();
    if (!body) return;
    show.mutate(body);
    setOpen(true);
  };
  return (
    <>
      <Button
        kind="plain"
        label={t('books.willPost')}
        disabled={command() === null}
        onPress={press}
      />
      {open ? (
        <Dialog open title={t('books.willPost')} onClose={() => setOpen(false)}>
          {show.error ? <ErrorNote error={show.error} /> : null}
          {show.isPending ? <Loading /> : null}
          {show.data?.entries.map((entry) => (
            <Column key={entry.id} gap="$2">
              <Heading size="section">{t(`kind.${entry.kind}`)}</Heading>
              <Entry entry={entry} draft />
            </Column>
          ))}
          {show.data?.entries.length === 0 ? <Body>{t('books.postsNothing')}</Body> : null}
          {show.data && note ? (
            <Body small tone="faded">
              {note}
            </Body>
          ) : null}
          <Button label={t('common.close')} onPress={() => setOpen(false)} />
        </Dialog>
      ) : null}
    </>
  );
}
