import type { Tried as TriedRule } from '@abacist/core/taughtRules';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Body } from '~/ui/Text';

/** So many lines of a kind are shown. */
const SHOWN = 5;
const KINDS = ['wrong', 'open', 'right'] as const;
const TONES = { wrong: 'loose', open: 'waiting', right: 'home' } as const;

/** What a rule would have caught in the past: what it would have said wrongly first. */
export function Tried({ of }: { of: TriedRule }) {
  const t = useWords();
  const dates = useDates();
  const none = KINDS.every((kind) => of[kind].length === 0);
  return (
    <Column role="status" gap="$2">
      {none ? <Body tone="faded">{t('taught.triedNone')}</Body> : null}
      {KINDS.filter((kind) => of[kind].length > 0).map((kind) => (
        <Column key={kind}>
          <Body tone={TONES[kind]} strong>
            {t(`taught.tried_${kind}`, { count: of[kind].length })}
          </Body>
          {of[kind].slice(0, SHOWN).map(({ id, date, text, amountMinor }) => (
            <Line key={id} justifyContent="space-between" gap="$3">
              <Body small flex={1}>{`${dates.day(date)} · ${text}`}</Body>
              <Money minor={amountMinor} small />
            </Line>
          ))}
        </Column>
      ))}
    </Column>
  );
}
