import type { PriceListAnswer, PriceListCheck, PriceListImport } from '@abacist/contracts';
import { useMutation } from '@tanstack/react-query';
import { useCommand } from '~/api/command';
import { checkFile } from '~/api/reading';
import { useWords } from '~/i18n';
import { Column, Line } from '~/ui/Box';
import { FilePick, type PickedFile } from '~/ui/FilePick';
import { ImportPreview } from '~/ui/ImportPreview';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';

/** A price list from a file: what it would do is shown first, its bad cells marked. */
export function PriceListImportForm() {
  const t = useWords();
  const check = useMutation({
    mutationFn: async (file: PickedFile) => ({
      file,
      found: await checkFile<PriceListCheck>('/items/price-list/check', file),
    }),
  });
  const send = useCommand<PriceListImport, PriceListAnswer>('/items/price-list', () =>
    check.reset(),
  );
  return (
    <Column gap="$3">
      <Line>
        <FilePick
          label={check.isPending ? t('items.reading') : t('items.import')}
          accept=".csv,text/csv"
          disabled={check.isPending || send.isPending}
          onPick={(file) => {
            send.reset();
            check.mutate(file);
          }}
        />
      </Line>
      <ErrorNote error={check.error ?? send.error} />
      {send.data ? (
        <Body tone="home" strong role="status">
          {t('items.imported', { ...send.data })}
        </Body>
      ) : null}
      {check.data ? (
        <Preview
          found={check.data.found}
          busy={send.isPending}
          onTake={(goodRowsOnly) => send.mutate({ ...check.data.file, goodRowsOnly })}
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
  found: PriceListCheck;
  busy: boolean;
  onTake: (goodRowsOnly: boolean) => void;
  onLeave: () => void;
}) {
  const t = useWords();
  const count = found.added + found.changed;
  return (
    <ImportPreview
      summary={t('items.wouldDo', { ...found })}
      rows={found.rows.map(({ code, name, beforeMinor, priceMinor, ...row }) => ({
        ...row,
        title: `${code} · ${name}`,
        figures:
          row.status === 'changed' && beforeMinor !== priceMinor ? (
            <Column alignItems="flex-end">
              <Money minor={beforeMinor ?? 0} tone="faded" />
              <Money minor={priceMinor ?? 0} strong />
            </Column>
          ) : priceMinor !== null ? (
            <Money minor={priceMinor} strong />
          ) : null,
      }))}
      hidden={count + found.bad - found.rows.length}
      takeLabel={
        count === 0
          ? null
          : found.bad
            ? t('items.takeGood', { count, bad: found.bad })
            : t('items.take', { count })
      }
      disabled={busy}
      onTake={() => onTake(found.bad > 0)}
      onLeave={onLeave}
    />
  );
}
