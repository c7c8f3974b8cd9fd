import type { ChangeTender, NewTender, TenderList, TenderSetUp } from '@abacist/contracts';
import { OTHER_ACCOUNTS, TENDER_ICONS } from '@abacist/contracts/choices';
import { kindsWhere, roomOf, type TenderKind } from '@abacist/core/tenders';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Choice } from '~/ui/Choice';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Select } from '~/ui/Select';
import { tenderIcon } from '~/features/tenderKinds';

/** What a shop can set up; a card that brings cash back is offered as a kind of its own. */
const KINDS = kindsWhere(({ comesWithShop }) => !comesWithShop).flatMap((kind) =>
  roomOf(kind).take?.bearsExtras ? ([kind, 'debit'] as const) : [kind],
);

const NEW: NewTender = {
  code: '',
  name: '',
  kind: 'card',
  isDebit: false,
  processorId: null,
  scheme: null,
  account: 'discountsGiven',
  shortcut: '',
  icon: '',
  asksLastFour: true,
  asksReference: true,
  opensDrawer: false,
  active: true,
};

/** One tender of the shop. What was taken by it is read through its kind, so that stays. */
export function TenderDialog({
  tender,
  processors,
  onClose,
}: {
  tender: TenderSetUp | null;
  processors: TenderList['processors'];
  onClose: () => void;
}) {
  const t = useWords();
  const [draft, setDraft] = useState<NewTender>(
    tender ?? { ...NEW, processorId: processors[0]?.id ?? null },
  );
  const change = (part: Partial<NewTender>) => setDraft((before) => ({ ...before, ...part }));
  const add = useCommand<NewTender, TenderList>('/tenders', onClose);
  const save = useCommand<ChangeTender, TenderList>(`/tenders/${tender?.id}`, onClose);
  const { needs, asks = {} } = roomOf(draft.kind);
  const settled = needs === 'processor';
  const ready =
    draft.name.trim() && (tender || (draft.code.trim() && (!settled || draft.scheme?.trim())));
  const { name, shortcut, icon, asksLastFour, asksReference, opensDrawer, active } = draft;
  const submit = () => {
    if (!ready || add.isPending || save.isPending) return;
    if (tender) {
      save.mutate({
        name: name.trim(),
        shortcut,
        icon,
        asksLastFour,
        asksReference,
        opensDrawer,
        active,
      });
      return;
    }
    add.mutate({
      ...draft,
      name: name.trim(),
      code: draft.code.trim(),
      processorId: settled ? draft.processorId : null,
      scheme: settled ? (draft.scheme?.trim() ?? null) : null,
      account: needs === 'account' ? draft.account : null,
    });
  };
  const yesNo = (place: 'asksLastFour' | 'asksReference' | 'opensDrawer' | 'active') => (
    <Line justifyContent="space-between" gap="$3">
      <Choice
        label={t(`tenders.${place}`)}
        value={draft[place] ? 'yes' : 'no'}
        options={[
          { value: 'yes', label: t(`tenders.${place}_yes`) },
          { value: 'no', label: t(`tenders.${place}_no`) },
        ]}
        onChange={(value) => change({ [place]: value === 'yes' })}
      />
    </Line>
  );
  return (
    <Dialog open title={tender?.name ?? t('tenders.new')} onClose={onClose}>
      <Field
        label={t('tenders.name')}
        value={name}
        onChange={(text) => change({ name: text })}
        maxLength={80}
      />
      {tender ? null : <NewParts draft={draft} processors={processors} onChange={change} />}
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('tenders.shortcut')}
            hint={t('tenders.shortcutHint')}
            value={shortcut}
            onChange={(text) =>
              change({
                shortcut: text
                  .toLowerCase()
                  .replace(/[^a-z0-9]/g, '')
                  .slice(-1),
              })
            }
            maxLength={2}
          />
        </Column>
        <Column flex={1}>
          <Icons draft={draft} onChange={change} />
        </Column>
      </Line>
      {asks.lastFour ? yesNo('asksLastFour') : null}
      {asks.reference ? yesNo('asksReference') : null}
      {yesNo('opensDrawer')}
      {yesNo('active')}
      <ErrorNote error={add.error ?? save.error} />
      <Decide
        label={t('tenders.save')}
        disabled={!ready}
        onDecide={submit}
        onCancel={onClose}
      />
    </Dialog>
  );
}

/** What is said once, when a tender is made. */
function NewParts({
  draft,
  processors,
  onChange,
}: {
  draft: NewTender;
  processors: TenderList['processors'];
  onChange: (part: Partial<NewTender>) => void;
}) {
  const t = useWords();
  const { needs } = roomOf(draft.kind);
  return (
    <>
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Select
            label={t('tenders.kind')}
            value={draft.isDebit ? 'debit' : draft.kind}
            options={KINDS.map((value) => ({ value, label: t(`tenders.kind_${value}`) }))}
            onChange={(value) => {
              const kind = (value === 'debit' ? 'card' : value) as TenderKind;
              onChange({
                kind,
                isDebit: value === 'debit',
                opensDrawer: Boolean(roomOf(kind).inDrawer),
              });
            }}
          />
        </Column>
        <Column flex={1}>
          <Field
            label={t('tenders.code')}
            value={draft.code}
            onChange={(text) => onChange({ code: text.replace(/\s/g, '') })}
            maxLength={20}
          />
        </Column>
      </Line>
      {needs === 'processor' ? (
        <Line gap="$3" alignItems="flex-start">
          <Column flex={1}>
            <Select
              label={t('tenders.processor')}
              value={String(draft.processorId ?? '')}
              options={processors.map(({ id, name }) => ({ value: String(id), label: name }))}
              onChange={(value) => onChange({ processorId: Number(value) })}
            />
          </Column>
          <Column flex={1}>
            <Field
              label={t('tenders.scheme')}
              value={draft.scheme ?? ''}
              onChange={(text) => onChange({ scheme: text })}
              maxLength={40}
            />
          </Column>
        </Line>
      ) : null}
      {needs === 'account' ? (
        <Select
          label={t('tenders.account')}
          value={draft.account ?? ''}
          options={OTHER_ACCOUNTS.map((value) => ({ value, label: t(`account.${value}`) }))}
          onChange={(value) => onChange({ account: value as NewTender['account'] })}
        />
      ) : null}
    </>
  );
}

function Icons({
  draft,
  onChange,
}: {
  draft: NewTender;
  onChange: (part: Partial<NewTender>) => void;
}) {
  const t = useWords();
  return (
    <Line role="group" flexWrap="wrap" gap="$1" aria-label={t('tenders.icon')}>
      {TENDER_ICONS.filter((icon) => icon !== '').map((icon) => (
        <Button
          key={icon}
          kind={icon === draft.icon ? 'chosen' : 'quiet'}
          pressed={icon === draft.icon}
          icon={tenderIcon({ icon, kind: draft.kind })}
          iconOnly
          label={t(`tenders.icon_${icon}`)}
          onPress={() => onChange({ icon: icon === draft.icon ? '' : icon })}
        />
      ))}
    </Line>
  );
}
