import type { FileAnswer, FileCheck, WrittenFile } from '@abacist/contracts';
import { parseAmount } from '@abacist/core/money';
import { useMutation } from '@tanstack/react-query';
import Download from 'lucide-react-native/icons/download';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { download } from '~/api/download';
import { request } from '~/api/http';
import { checkFile } from '~/api/reading';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { FilePick, type PickedFile } from '~/ui/FilePick';
import { ImportPreview } from '~/ui/ImportPreview';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Screen } from '~/ui/Screen';
import { Body, Heading } from '~/ui/Text';

type What = 'accounts' | 'open-items';

/** Accounts, and what was open on them in the old books, from files and to files. */
export function AccountFilesScreen() {
  const t = useWords();
  return (
    <Screen title={t('accountFiles.title')} back="/accounts">
      <Column gap="$5" paddingHorizontal="$4" paddingBottom="$5">
        <FileOf what="accounts" />
        <FileOf what="open-items" />
      </Column>
    </Screen>
  );
}

function FileOf({ what }: { what: What }) {
  const t = useWords();
  const money = useMoney();
  const path = `/account-files/${what}`;
  const check = useMutation({
    mutationFn: async (file: PickedFile) => ({
      file,
      found: await checkFile<FileCheck>(`${path}/check`, file),
    }),
  });
  const send = useCommand<object, FileAnswer>(path, () => check.reset());
  const done = send.data;
  return (
    <Column gap="$3" role="region" aria-label={t(`accountFiles.${what}`)}>
      <Heading size="section">{t(`accountFiles.${what}`)}</Heading>
      <Body tone="faded">{t(`accountFiles.${what}Text`)}</Body>
      <Line gap="$2" flexWrap="wrap">
        <FilePick
          label={check.isPending ? t('items.reading') : t(`accountFiles.import_${what}`)}
          accept=".csv,text/csv"
          disabled={check.isPending || send.isPending}
          onPick={(file) => {
            send.reset();
            check.mutate(file);
          }}
        />
        <Button
          icon={Download}
          label={t(`accountFiles.export_${what}`)}
          onPress={() => void request<WrittenFile>('GET', path).then(download)}
        />
      </Line>
      <ErrorNote error={check.error ?? send.error} />
      {done ? (
        <Body tone="home" strong role="status">
          {t(`accountFiles.done_${what}`, {
            count: done.added,
            total: money(done.totalMinor ?? 0),
          })}
        </Body>
      ) : null}
      {check.data ? (
        <Preview
          found={check.data.found}
          busy={send.isPending}
          onTake={(more) => send.mutate({ ...check.data.file, ...more })}
          onLeave={() => check.reset()}
        />
      ) : null}
    </Column>
  );
}

function Preview({
  found,
  busy,
  onTake,
  onLeave,
}: {
  found: FileCheck;
  busy: boolean;
  onTake: (more: object) => void;
  onLeave: () => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency } = useShop();
  const [total, setTotal] = useState('');
  const { added, same, bad, masked, totalMinor } = found;
  const typed = parseAmount(total.trim() || 'x', currency);
  // The old books say what all items come to: typed, and not taken from the file.
  const apartMinor = typed.ok && totalMinor !== null ? totalMinor - typed.value : null;
  const goodRowsOnly = bad > 0;
  return (
    <ImportPreview
      summary={[
        t('accountFiles.wouldDo', { added, same, bad }),
        masked ? t('accountFiles.masked', { count: masked }) : '',
      ]
        .filter(Boolean)
        .join(' ')}
      rows={found.rows.map(({ number, label, amountMinor, ...row }) => ({
        ...row,
        title: `${number} · ${label}`,
        figures: amountMinor === null ? null : <Money minor={amountMinor} strong />,
      }))}
      hidden={added + bad - found.rows.length}
      takeLabel={
        added === 0
          ? null
          : bad
            ? t('items.takeGood', { count: added, bad })
            : t('items.take', { count: added })
      }
      disabled={busy || (totalMinor !== null && apartMinor !== 0)}
      onTake={() =>
        onTake({
          goodRowsOnly,
          ...(totalMinor !== null && typed.ok && { totalMinor: typed.value }),
        })
      }
      onLeave={onLeave}
    >
      {totalMinor === null || added === 0 ? null : (
        <Column gap="$2">
          <Line justifyContent="space-between">
            <Body>{t('accountFiles.comesTo')}</Body>
            <Money minor={totalMinor} strong />
          </Line>
          <Field
            label={t('accountFiles.oldTotal')}
            value={total}
            onChange={setTotal}
            numeric
            error={
              total && !typed.ok
                ? word(typed.refusals[0]!)
                : apartMinor
                  ? t('accountFiles.apart', { amount: money(apartMinor) })
                  : undefined
            }
          />
        </Column>
      )}
    </ImportPreview>
  );
}
