import type { TotalsLayout } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { FilePick, type PickedFile } from '~/ui/FilePick';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import {
  DAY,
  DRAWER,
  guessMeanings,
  layoutOf,
  NOTHING,
  putFile,
  readFile,
  type FileRefusal,
  type LeftOut,
  type TotalsFile,
} from './file';
import { gridRows, type ReadWith } from './read';
import { useTotals } from './store';
import { useNames } from './useProblem';

type Said = { days: number; leftOut: LeftOut[] };

/** A till's file is put into the grid: what its columns are is said once and known the next time. */
export function FromFile({ shop }: { shop: ReadWith }) {
  const t = useWords();
  const [file, setFile] = useState<TotalsFile | null>(null);
  const [refused, setRefused] = useState<FileRefusal | null>(null);
  const [said, setSaid] = useState<Said | null>(null);
  const pick = ({ contentBase64 }: PickedFile) => {
    const read = readFile(Uint8Array.from(atob(contentBase64), (sign) => sign.charCodeAt(0)));
    setSaid(null);
    setRefused('code' in read ? read : null);
    setFile('code' in read ? null : read);
  };
  return (
    <Column gap="$2" alignItems="flex-start">
      <FilePick label={t('totals.file')} accept=".csv,.txt,.tsv,text/csv" onPick={pick} />
      {refused ? (
        <Body tone="loose" role="alert">
          {t(`totals.file_${refused.code}`, { most: refused.most })}
        </Body>
      ) : null}
      {said ? <Put said={said} /> : null}
      {file ? (
        <Columns
          file={file}
          shop={shop}
          onPut={(done) => {
            setSaid(done);
            setFile(null);
          }}
          onClose={() => setFile(null)}
        />
      ) : null}
    </Column>
  );
}

const MOST_TOLD = 5;

/** What came of it: the days that are in the grid now, and the lines that are not. */
function Put({ said: { days, leftOut } }: { said: Said }) {
  const t = useWords();
  return (
    <Column role="status">
      <Body tone="home" strong>
        {t('totals.filePut', { count: days })}
      </Body>
      {leftOut.slice(0, MOST_TOLD).map(({ at, code, text }) => (
        <Body key={at} small tone="loose">
          {t(`totals.left_${code}`, { at, text })}
        </Body>
      ))}
      {leftOut.length > MOST_TOLD ? (
        <Body small tone="loose">
          {t('totals.leftMore', { count: leftOut.length - MOST_TOLD })}
        </Body>
      ) : null}
    </Column>
  );
}

function Columns({
  file,
  shop,
  onPut,
  onClose,
}: {
  file: TotalsFile;
  shop: ReadWith;
  onPut: (said: Said) => void;
  onClose: () => void;
}) {
  const t = useWords();
  const names = useNames(shop);
  const rows = gridRows(shop);
  const draft = useTotals((store) => store.draft);
  const [chosen, setChosen] = useState<readonly string[] | null>(null);
  const [drawerId, setDrawerId] = useState(draft.drawerIds[0] ?? shop.drawers[0]!.id);
  const [tooMany, setTooMany] = useState(0);
  const layout = layoutOf(file);
  const saved = useQuery({
    queryKey: ['totals', 'layouts'],
    queryFn: () => request<{ layouts: TotalsLayout[] }>('GET', '/totals/layouts'),
  });
  const save = useCommand<TotalsLayout, object>('/totals/layouts');
  const known = saved.data?.layouts.find((one) => one.layout === layout);
  const nameOf = (key: string) => names.row(rows.find((row) => row.key === key)!);
  const options = [
    { value: NOTHING, label: t('totals.meaning_none') },
    { value: DAY, label: t('totals.meaning_date') },
    ...(shop.drawers.length > 1 ? [{ value: DRAWER, label: t('totals.meaning_drawer') }] : []),
    ...rows.map(({ key }) => ({ value: key, label: nameOf(key) })),
  ];
  const offered = new Set(options.map(({ value }) => value));
  const guessed =
    known?.meanings ??
    guessMeanings(file, shop, {
      day: [t('totals.meaning_date'), 'Date'],
      drawer: [t('totals.meaning_drawer'), 'Till'],
      row: nameOf,
    });
  // What was a row when the layout was kept may be none any more.
  const meanings =
    chosen ??
    file.headers.map((_, i) => (offered.has(guessed[i] ?? '') ? guessed[i]! : NOTHING));
  const twice = meanings.some(
    (meaning, i) => meaning !== NOTHING && meanings.indexOf(meaning) !== i,
  );
  const whole = meanings.includes(DAY) && !twice;
  const put = () => {
    const done = putFile(draft, file, meanings, { drawerId, shop });
    if ('tooMany' in done) {
      setTooMany(done.tooMany);
      return;
    }
    useTotals.getState().change(done.draft);
    save.mutate({ layout, meanings: [...meanings] });
    onPut(done);
  };
  return (
    <Dialog open title={t('totals.fileTitle')} onClose={onClose}>
      <Body tone="faded">{t('totals.fileText', { count: file.lines.length })}</Body>
      <Sheet>
        {file.headers.map((header, i) => (
          <SheetRow key={i} flexWrap="wrap">
            <Column flex={1} minWidth={120}>
              <Body strong>{header || t('totals.noHead', { at: i + 1 })}</Body>
              <Body small tone="faded" numberOfLines={1}>
                {file.lines[0]?.cells[i] ?? ''}
              </Body>
            </Column>
            <Select
              label={t('totals.meaningOf', { head: header || String(i + 1) })}
              value={meanings[i] ?? NOTHING}
              options={options}
              onChange={(value) =>
                setChosen(meanings.map((old, k) => (k === i ? value : old)))
              }
            />
          </SheetRow>
        ))}
      </Sheet>
      {!meanings.includes(DRAWER) && shop.drawers.length > 1 ? (
        <Select
          label={t('totals.fileDrawer')}
          value={String(drawerId)}
          options={shop.drawers.map(({ id, name }) => ({ value: String(id), label: name }))}
          onChange={(value) => setDrawerId(Number(value))}
        />
      ) : null}
      {twice || !meanings.includes(DAY) ? (
        <Body tone="loose" role="alert">
          {t(twice ? 'totals.meaningTwice' : 'totals.meaningNoDay')}
        </Body>
      ) : null}
      {tooMany ? (
        <Body tone="loose" role="alert">
          {t('totals.fileWide', { columns: tooMany })}
        </Body>
      ) : null}
      <Decide
        label={t('totals.filePutIn')}
        disabled={!whole || saved.isPending}
        onDecide={put}
        onCancel={onClose}
      />
    </Dialog>
  );
}
