import type { ActPicture, DrawerAct } from '@abacist/contracts';
import { ACT_FACTS } from '@abacist/core/drawerActs';
import { useState, type ReactNode } from 'react';
import { useCommand } from '~/api/command';
import { useMay } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { AskWhy } from '~/ui/AskWhy';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { FilePick } from '~/ui/FilePick';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Section } from '~/ui/Section';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';

/** A day has a few of them, unless a year of bills was typed on it: then they are shown by and by. */
const SHOWN = 20;
const MORE = 100;

/** Money into drawers and out of them, with what they come to; what was undone stays in sight. */
export function Acts({
  acts,
  paperOf,
}: {
  acts: readonly DrawerAct[];
  /** What hands out the paper of one, where the page has it. */
  paperOf?: (act: DrawerAct) => ReactNode;
}) {
  const t = useWords();
  const [undoing, setUndoing] = useState<DrawerAct | null>(null);
  const [shown, setShown] = useState(SHOWN);
  if (acts.length === 0) return null;
  const standing = acts.filter(({ undoneBy }) => undoneBy === null);
  return (
    <Section title={t('acts.title')}>
      <Sheet role="list">
        {acts.slice(0, shown).map((act) => (
          <Act key={act.id} act={act} onUndo={() => setUndoing(act)} paper={paperOf?.(act)} />
        ))}
        {acts.length > shown ? (
          <SheetRow role="listitem">
            <Button
              label={t('acts.showMore', { count: acts.length - shown })}
              onPress={() => setShown(shown + MORE)}
            />
          </SheetRow>
        ) : null}
        <SheetRow role="listitem">
          <Body strong>{t('acts.sum')}</Body>
          <Money minor={standing.reduce((sum, act) => sum + act.cashMinor, 0)} strong />
        </SheetRow>
      </Sheet>
      {undoing ? (
        <AskWhy
          title={t('acts.undoTitle', { number: undoing.number })}
          text={t('acts.undoText')}
          label={t('acts.undo')}
          path={`/drawer-acts/${undoing.id}/undo`}
          onClose={() => setUndoing(null)}
        />
      ) : null}
    </Section>
  );
}

function Act({
  act,
  paper,
  onUndo,
}: {
  act: DrawerAct;
  paper: ReactNode;
  onUndo: () => void;
}) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const may = useMay();
  const { kind, number, madeAt, by, party, words, parts, undoneBy, toDrawer } = act;
  const drawer = toDrawer ? t('acts.between', { from: act.drawer, to: toDrawer }) : act.drawer;
  const tax = parts.reduce((sum, { taxMinor }) => sum + taxMinor, 0);
  const accounts = [
    ...new Set(
      parts.map(({ account, department }) =>
        [t(`account.${account}`), department].filter(Boolean).join(', '),
      ),
    ),
  ];
  const of = [party, words, ...parts.map((part) => part.words)].filter(Boolean).join(' · ');
  return (
    <SheetRow role="listitem">
      <Column flex={1} minWidth={0} gap="$1">
        <Body strong>{t('acts.row', { kind: t(`acts.kind_${kind}`), number })}</Body>
        {of ? <Body>{of}</Body> : null}
        <Body small tone="faded">
          {[
            ...accounts,
            ...(tax ? [t('acts.taxInside', { amount: money(tax) })] : []),
            drawer
              ? t('acts.made', { drawer, by, time: dates.time(madeAt) })
              : t('acts.madeNowhere', { by, time: dates.time(madeAt) }),
          ].join(' · ')}
        </Body>
        <Slips act={act} />
      </Column>
      <Column alignItems="flex-end" gap="$1">
        <Money
          minor={act.cashMinor || act.amountMinor}
          // No cash of the drawer moved by it.
          {...(act.cashMinor === 0 && { tone: 'faded' })}
          {...(undoneBy && { textDecorationLine: 'line-through' })}
        />
        {undoneBy ? (
          <Tag tone="waiting" label={t('acts.undone', { number: undoneBy })} />
        ) : may('POST /drawer-acts/:id/undo') ? (
          <Line gap="$2">
            {paper}
            <Button label={t('acts.undoOf', { number })} onPress={onUndo} />
          </Line>
        ) : null}
      </Column>
    </SheetRow>
  );
}

/** Pictures of the slip that goes with it: opened by a tap, and one more is added from the camera. */
function Slips({ act: { id, kind, number, pictures, undoneBy } }: { act: DrawerAct }) {
  const t = useWords();
  const may = useMay();
  const add = useCommand<ActPicture, { id: number }>('/drawer-acts/picture');
  // Nobody gives a slip for what goes between the drawer and the safe.
  const hasSlip = ACT_FACTS[kind].accounts.length > 0;
  const mayAdd = hasSlip && undoneBy === null && may('POST /drawer-acts/picture');
  return (
    <>
      <Line gap="$2" flexWrap="wrap">
        {pictures.map((picture, i) => (
          <Button
            key={picture}
            label={t('acts.slip', { number, at: i + 1 })}
            onPress={() => window.open(`/api/drawer-act-pictures/${picture}`, '_blank')}
          />
        ))}
        {mayAdd ? (
          <FilePick
            label={t('acts.addSlip', { number })}
            accept="image/png,image/jpeg"
            disabled={add.isPending}
            onPick={(file) => add.mutate({ actId: id, ...file })}
          />
        ) : null}
      </Line>
      <ErrorNote error={add.error} />
    </>
  );
}
