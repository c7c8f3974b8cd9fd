import type { PaperHead, SavePaperHead } from '@abacist/contracts';
import { isEmail } from '@abacist/core/customers';
import { useQuery } from '@tanstack/react-query';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { FilePick, type PickedFile } from '~/ui/FilePick';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';

/** What stands at the head and foot of every paper. */
export function PapersScreen() {
  const t = useWords();
  const head = useQuery({
    queryKey: ['paper-head'],
    queryFn: () => request<PaperHead>('GET', '/paper-head'),
  });
  const [saved, setSaved] = useState(false);
  return (
    <Screen title={t('papers.title')} back="/books/shop">
      {saved ? (
        <Body tone="home" strong role="status" paddingHorizontal="$4" paddingBottom="$3">
          {t('papers.saved')}
        </Body>
      ) : null}
      <Query of={head}>
        {(data) => <Form key={data.version} head={data} onSaved={() => setSaved(true)} />}
      </Query>
    </Screen>
  );
}

const LENGTHS = { address: 300, email: 120, taxNumbers: 200, foot: 300 };

function Form({ head, onSaved }: { head: PaperHead; onSaved: () => void }) {
  const t = useWords();
  const [draft, change, drop] = useDraft(`papers.${head.version}`, {
    address: head.address,
    email: head.email,
    taxNumbers: head.taxNumbers,
    foot: head.foot,
    pageSize: head.pageSize,
  });
  const [logo, setLogo] = useState<PickedFile | 'remove' | undefined>();
  const save = useCommand<SavePaperHead, PaperHead>('/paper-head', () => {
    drop();
    onSaved();
  });
  const shown =
    logo === 'remove'
      ? null
      : logo
        ? `data:image/png;base64,${logo.contentBase64}`
        : head.hasLogo
          ? `/api/paper-head/logo?${head.version}`
          : null;
  const email = draft.email.trim();
  const emailError = email && !isEmail(email) ? t('refusal.text_email') : undefined;
  return (
    <Column gap="$4" paddingHorizontal="$4" paddingBottom="$5">
      {(['address', 'email', 'taxNumbers', 'foot'] as const).map((place) => (
        <Field
          key={place}
          label={t(`papers.${place}`)}
          hint={t(`papers.${place}Hint`)}
          value={draft[place]}
          onChange={(text) => change({ [place]: text })}
          maxLength={LENGTHS[place]}
          error={place === 'email' ? emailError : undefined}
        />
      ))}
      <Choice
        label={t('papers.pageSize')}
        value={draft.pageSize}
        options={[
          { value: 'letter', label: t('papers.size_letter') },
          { value: 'a4', label: t('papers.size_a4') },
        ]}
        onChange={(pageSize) => change({ pageSize })}
      />
      <Column gap="$2">
        <Body small tone="faded">
          {t('papers.logo')}
        </Body>
        {shown ? (
          <img
            src={shown}
            alt={t('papers.logo')}
            style={{ maxWidth: 220, maxHeight: 90, objectFit: 'contain' }}
          />
        ) : null}
        <Line gap="$2" flexWrap="wrap">
          <FilePick
            label={t('papers.pickLogo')}
            accept="image/png,image/jpeg"
            onPick={setLogo}
          />
          {shown ? (
            <Button label={t('papers.noLogo')} onPress={() => setLogo('remove')} />
          ) : null}
        </Line>
      </Column>
      <ErrorNote error={save.error} />
      <Button
        kind="primary"
        big
        disabled={save.isPending || emailError !== undefined}
        label={t('papers.save')}
        onPress={() => save.mutate({ ...draft, version: head.version, ...(logo && { logo }) })}
      />
    </Column>
  );
}
