import type { Refusal } from '@abacist/core/outcome';
import type { ReactNode } from 'react';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from './Button';
import { Column, Line, Sheet, SheetRow } from './Box';
import { Tag } from './Tag';
import { Body, Heading } from './Text';

export type PreviewRow = {
  row: number;
  title: string;
  status: 'new' | 'changed' | 'bad';
  wrong: readonly Refusal[];
  /** What stands before its status: an amount, or two. */
  figures?: ReactNode;
};

const TONES = { bad: 'loose', new: 'home', changed: 'waiting' } as const;

/** What a file would do before anything of it is kept: its rows, bad cells marked, bad ones first. */
export function ImportPreview({
  summary,
  rows,
  hidden,
  takeLabel,
  disabled,
  onTake,
  onLeave,
  children,
}: {
  summary: string;
  rows: readonly PreviewRow[];
  /** Rows that are counted and not shown. */
  hidden: number;
  /** Null where there is nothing to take. */
  takeLabel: string | null;
  disabled: boolean;
  onTake: () => void;
  onLeave: () => void;
  children?: ReactNode;
}) {
  const t = useWords();
  const word = useRefusalText();
  return (
    <Column gap="$3" role="region" aria-label={t('items.preview')}>
      <Heading size="section">{t('items.preview')}</Heading>
      <Body>{summary}</Body>
      <Sheet role="list">
        {rows.map(({ row, title, status, wrong, figures }) => (
          <SheetRow key={row} role="listitem" alignItems="flex-start">
            <Column flex={1} minWidth={0} gap="$1">
              <Body>{title}</Body>
              {wrong.map((refusal, i) => (
                <Body key={i} small tone="loose">
                  {t('items.cell', {
                    column: refusal.at ?? '',
                    row,
                    text: word({ ...refusal, at: '' }),
                  })}
                </Body>
              ))}
            </Column>
            {figures}
            <Tag tone={TONES[status]} label={t(`items.row_${status}`)} />
          </SheetRow>
        ))}
      </Sheet>
      {hidden > 0 ? <Body tone="faded">{t('items.hidden', { count: hidden })}</Body> : null}
      {children}
      <Line gap="$2" flexWrap="wrap">
        <Button grow label={t('common.cancel')} onPress={onLeave} />
        {takeLabel === null ? null : (
          <Button grow kind="primary" disabled={disabled} label={takeLabel} onPress={onTake} />
        )}
      </Line>
    </Column>
  );
}
