import type { PriceListAnswer, PriceListCheck, PriceListImport } from '@abacist/contracts';
import { useMutation } from '@tanstack/react-query';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { FilePick, type PickedFile } from '~/ui/FilePick';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';

/** A price list from a file: what it would do is shown first, its bad cells marked. */
export function PriceListImportForm() {
  const t = useWords();
  const check = useMutation({
    mutationFn: async (file: PickedFile) => ({
      file,
      found: await request<PriceListCheck>('POST', '/items/price-list/check', file),
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
  const word = useRefusalText();
  const changes = found.added + found.changed;
  const hidden = changes + found.bad - found.rows.length;
  return (
    <Column gap="$3" role="region" aria-label={t('items.preview')}>
      <Heading size="section">{t('items.preview')}</Heading>
      <Body>{t('items.wouldDo', { ...found })}</Body>
      <Sheet role="list">
        {found.rows.map((row) => (
          <SheetRow key={row.row} role="listitem" alignItems="flex-start">
            <Column flex={1} minWidth={0} gap="$1">
              <Body>{`${row.code} · ${row.name}`}</Body>
              {row.wrong.map((refusal, i) => (
                <Body key={i} small tone="loose">
                  {t('items.cell', {
                    column: refusal.at ?? '',
                    row: row.row,
                    text: word({ ...refusal, at: '' }),
                  })}
                </Body>
              ))}
            </Column>
            {row.status === 'changed' && row.beforeMinor !== row.priceMinor ? (
              <Column alignItems="flex-end">
                <Money minor={row.beforeMinor ?? 0} tone="faded" />
                <Money minor={row.priceMinor ?? 0} strong />
              </Column>
            ) : row.priceMinor !== null ? (
              <Money minor={row.priceMinor} strong />
            ) : null}
            <Tag
              tone={row.status === 'bad' ? 'loose' : row.status === 'new' ? 'home' : 'waiting'}
              label={t(`items.row_${row.status}`)}
            />
          </SheetRow>
        ))}
      </Sheet>
      {hidden > 0 ? <Body tone="faded">{t('items.hidden', { count: hidden })}</Body> : null}
      <Line gap="$2" flexWrap="wrap">
        <Button grow label={t('common.cancel')} onPress={onLeave} />
        {changes > 0 ? (
          <Button
            grow
            kind="primary"
            disabled={busy}
            label={
              found.bad
                ? t('items.takeGood', { count: changes, bad: found.bad })
                : t('items.take', { count: changes })
            }
            onPress={() => onTake(found.bad > 0)}
          />
        ) : null}
      </Line>
    </Column>
  );
}
