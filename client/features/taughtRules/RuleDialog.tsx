import type { SaveTaughtRule, TaughtRulesView } from '@abacist/contracts';
import { tryRule } from '@abacist/core/taughtRules';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useAmountError } from '~/i18n/useAmountError';
import { Button } from '~/ui/Button';
import { Choice } from '~/ui/Choice';
import { Column, Line } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Select } from '~/ui/Select';
import {
  accountsOf,
  changeMeant,
  meantOf,
  readApart,
  ruleOf,
  type Meant,
  type RuleDraft,
  type TypedPart,
} from './ruleDraft';
import { Tried } from './Tried';

/** A rule as it is made or changed; what it would have caught stands below, while it is typed. */
export function RuleDialog({
  begin,
  replaces,
  view,
  onClose,
}: {
  begin: RuleDraft;
  replaces: number | null;
  view: TaughtRulesView;
  onClose: () => void;
}) {
  const t = useWords();
  const { currency } = useShop();
  const [draft, setDraft] = useState(begin);
  const save = useCommand<SaveTaughtRule, object>('/taught-rules', onClose);
  const rule = ruleOf(draft, currency);
  const change = (part: Partial<RuleDraft>) => setDraft({ ...draft, ...part });
  const decide = () => {
    if (rule && !save.isPending) save.mutate({ rule, ...(replaces !== null && { replaces }) });
  };
  return (
    <Dialog
      open
      title={t(replaces === null ? 'taught.new' : 'taught.change')}
      onClose={onClose}
    >
      <Field
        label={t('taught.pattern')}
        hint={t('taught.patternHint')}
        value={draft.pattern}
        onChange={(pattern) => change({ pattern })}
        maxLength={100}
        autoFocus
      />
      <Which draft={draft} view={view} onChange={setDraft} />
      <Means draft={draft} view={view} onChange={setDraft} />
      {rule ? <Tried of={tryRule(rule, view.history)} /> : null}
      <ErrorNote error={save.error} />
      <Decide
        label={t('taught.keep')}
        disabled={!rule || save.isPending}
        onDecide={decide}
        onCancel={onClose}
      />
    </Dialog>
  );
}

/** So many parts are taken of a line. */
const MOST_APART = 8;

type Part = {
  draft: RuleDraft;
  view: TaughtRulesView;
  onChange: (draft: RuleDraft) => void;
};

/** Which lines of those words: direction, amount, account. */
function Which({ draft, view, onChange }: Part) {
  const t = useWords();
  const wrong = useAmountError();
  return (
    <>
      <Choice
        label={t('taught.money')}
        value={draft.money}
        options={[
          { value: 'out', label: t('trail.partOut') },
          { value: 'in', label: t('trail.partIn') },
        ]}
        onChange={(money) => onChange(changeMeant(draft, money, draft.meant))}
      />
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('taught.from')}
            value={draft.from}
            onChange={(from) => onChange({ ...draft, from })}
            error={wrong(draft.from)}
            numeric
          />
        </Column>
        <Column flex={1}>
          <Field
            label={t('taught.to')}
            value={draft.to}
            onChange={(to) => onChange({ ...draft, to })}
            error={wrong(draft.to)}
            numeric
          />
        </Column>
      </Line>
      {view.bankAccounts.length > 1 ? (
        <Select
          label={t('taught.ofAccount')}
          value={draft.bankAccountId}
          options={[
            { value: '', label: t('taught.anyAccount') },
            ...choices(view.bankAccounts),
          ]}
          onChange={(bankAccountId) => onChange({ ...draft, bankAccountId })}
        />
      ) : null}
    </>
  );
}

const choices = (all: readonly { id: number; name: string }[]) =>
  all.map(({ id, name }) => ({ value: String(id), label: name }));

/** What such a line is, and what is recorded of it. */
function Means({ draft, view, onChange }: Part) {
  const t = useWords();
  const { meant } = draft;
  const accounts = accountsOf(meant);
  const change = (part: Partial<RuleDraft>) => onChange({ ...draft, ...part });
  const others = meant === 'tax' ? view.authorities : view.bankAccounts;
  return (
    <>
      <Select
        label={t('taught.means')}
        value={meant}
        options={meantOf(draft.money).map((one) => ({
          value: one,
          label:
            one === 'ownTransfer' || one === 'tax'
              ? t(`statement.taught_${one}`)
              : t(`acts.kind_${one}`),
        }))}
        onChange={(one) => onChange(changeMeant(draft, draft.money, one as Meant))}
      />
      {meant === 'ownTransfer' || meant === 'tax' ? (
        <Select
          label={t(meant === 'tax' ? 'trail.taxAuthority' : 'taught.otherAccount')}
          value={draft.otherId}
          options={[
            { value: '', label: t('taught.choose') },
            ...choices(
              others.filter(({ id }) => String(id) !== draft.bankAccountId || meant === 'tax'),
            ),
          ]}
          onChange={(otherId) => change({ otherId })}
        />
      ) : (
        <>
          {accounts.length ? (
            <>
              <Select
                label={t('acts.account')}
                value={draft.account}
                options={accounts.map((value) => ({ value, label: t(`account.${value}`) }))}
                onChange={(account) => change({ account: account as RuleDraft['account'] })}
              />
              <Select
                label={t('acts.tax')}
                value={draft.taxCodeId}
                options={[{ value: '', label: t('acts.noTax') }, ...choices(view.taxCodes)]}
                onChange={(taxCodeId) => change({ taxCodeId })}
              />
              <Apart draft={draft} view={view} onChange={onChange} />
            </>
          ) : null}
          <Field
            label={t('taught.party')}
            value={draft.party}
            onChange={(party) => change({ party })}
            maxLength={80}
          />
          <Field
            label={t('taught.words')}
            hint={t('taught.wordsHint')}
            value={draft.words}
            onChange={(words) => change({ words })}
            maxLength={200}
          />
        </>
      )}
    </>
  );
}

/** What of such a line is of other accounts: sums or shares; what is left is of the account above. */
function Apart({ draft, view, onChange }: Part) {
  const t = useWords();
  const { currency } = useShop();
  const { apart, meant, account } = draft;
  const accounts = accountsOf(meant);
  const put = (i: number, part: Partial<TypedPart>) =>
    onChange({
      ...draft,
      apart: apart.map((one, at) => (at === i ? { ...one, ...part } : one)),
    });
  return (
    <>
      {apart.map((part, i) => (
        <Column
          key={i}
          gap="$2"
          role="group"
          aria-label={t('taught.apart', { at: i + 1 })}
          borderTopWidth={1}
          borderColor="$rule"
          paddingTop="$3"
        >
          <Field
            label={t('taught.apart', { at: i + 1 })}
            hint={t('taught.apartHint')}
            value={part.text}
            onChange={(text) => put(i, { text })}
            error={
              part.text !== '' && readApart(part.text, currency) === null
                ? t('taught.apartWrong')
                : undefined
            }
            maxLength={16}
          />
          <Select
            label={t('taught.apartAccount')}
            value={part.account}
            options={accounts.map((value) => ({ value, label: t(`account.${value}`) }))}
            onChange={(value) => put(i, { account: value as TypedPart['account'] })}
          />
          <Select
            label={t('acts.tax')}
            value={part.taxCodeId}
            options={[{ value: '', label: t('acts.noTax') }, ...choices(view.taxCodes)]}
            onChange={(taxCodeId) => put(i, { taxCodeId })}
          />
          <Line>
            <Button
              kind="plain"
              label={t('acts.removePart')}
              onPress={() => onChange({ ...draft, apart: apart.filter((_, at) => at !== i) })}
            />
          </Line>
        </Column>
      ))}
      {account === '' || apart.length >= MOST_APART ? null : (
        <Line>
          <Button
            kind="plain"
            label={t('taught.divide')}
            onPress={() =>
              onChange({ ...draft, apart: [...apart, { account, taxCodeId: '', text: '' }] })
            }
          />
        </Line>
      )}
    </>
  );
}
