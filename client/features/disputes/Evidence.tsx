import type { DisputeDetail, DisputeFile } from '@abacist/contracts';
import { useCommand } from '~/api/command';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { FilePick } from '~/ui/FilePick';
import { ErrorNote } from '~/ui/Notes';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';

/** What speaks for the shop: the sale’s papers and what is attached, as one PDF. */
export function Evidence({ of: { id, files } }: { of: DisputeDetail }) {
  const t = useWords();
  const add = useCommand<DisputeFile, { id: number }>('/dispute-files');
  return (
    <Section title={t('disputes.evidence')}>
      <Column paddingHorizontal="$4" gap="$3">
        <Body small tone="faded">
          {t('disputes.evidenceText')}
        </Body>
        <Line gap="$3" flexWrap="wrap">
          <FilePick
            label={t('disputes.attach')}
            accept="image/png,image/jpeg,application/pdf"
            disabled={add.isPending}
            onPick={(file) => add.mutate({ disputeId: id, ...file })}
          />
          <Button
            label={t('disputes.asPdf')}
            onPress={() => window.open(`/api/disputes/${id}/evidence`, '_blank')}
          />
        </Line>
        <ErrorNote error={add.error} />
      </Column>
      {files.length ? (
        <Sheet role="list" aria-label={t('disputes.files')}>
          {files.map((file) => (
            <File key={file.id} of={file} />
          ))}
        </Sheet>
      ) : null}
    </Section>
  );
}

function File({ of: { id, name } }: { of: DisputeDetail['files'][number] }) {
  const t = useWords();
  const leaveOut = useCommand<object, object>(`/dispute-files/${id}/leave-out`);
  return (
    <SheetRow role="listitem">
      <Column flex={1} minWidth={0}>
        <Body numberOfLines={1}>{name}</Body>
        <ErrorNote error={leaveOut.error} />
      </Column>
      <Button
        kind="plain"
        label={t('disputes.show', { name })}
        onPress={() => window.open(`/api/dispute-files/${id}`, '_blank')}
      />
      <Button
        kind="plain"
        label={t('disputes.leaveOut', { name })}
        disabled={leaveOut.isPending}
        onPress={() => leaveOut.mutate({})}
      />
    </SheetRow>
  );
}
