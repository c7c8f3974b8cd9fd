import type { KeptRule, TaughtRulesView } from '@abacist/contracts';
import { alike, tryRule, type TaughtRule } from '@abacist/core/taughtRules';
import { useMedia } from '@tamagui/core';
import { useQuery } from '@tanstack/react-query';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Plus from 'lucide-react-native/icons/plus';
import { useState, type ReactNode } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { useMoney } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { moved, Sortable } from '~/ui/Sortable';
import { Body } from '~/ui/Text';
import { RuleDialog } from './RuleDialog';
import { draftOfLine, draftOfRule, emptyDraft, type RuleDraft } from './ruleDraft';
import { useAnswerWords } from './useAnswerWords';

type Open = { begin: RuleDraft; replaces: number | null };

/** What the shop has taught of lines that nothing expected explains, and what its decisions suggest. */
export function TaughtRulesScreen({ lineId }: { lineId: number | null }) {
  const t = useWords();
  const media = useMedia();
  const [open, setOpen] = useState<Open | null>(null);
  const [fromLine, setFromLine] = useState(lineId);
  const found = useQuery({
    queryKey: ['taught-rules'],
    queryFn: () => request<TaughtRulesView>('GET', '/taught-rules'),
  });
  return (
    <Screen
      title={t('taught.title')}
      back={lineId === null ? '/bank/statement' : `/lines/${lineId}`}
      width={760}
      right={
        <Button
          icon={Plus}
          kind="primary"
          {...(media.narrow && { iconOnly: true })}
          label={t('taught.new')}
          onPress={() => setOpen({ begin: emptyDraft('out'), replaces: null })}
        />
      }
    >
      <Query of={found}>
        {(view) => {
          const line = view.history.find(({ id }) => id === fromLine);
          const shown = open ?? (line ? { begin: beginOf(line), replaces: null } : null);
          return (
            <Column gap="$4" paddingBottom="$5">
              <Proposals view={view} onOpen={(begin) => setOpen({ begin, replaces: null })} />
              <Rules view={view} onOpen={setOpen} />
              <Removed rules={view.removed} view={view} />
              {shown ? (
                <RuleDialog
                  {...shown}
                  view={view}
                  onClose={() => {
                    setOpen(null);
                    setFromLine(null);
                  }}
                />
              ) : null}
            </Column>
          );
        }}
      </Query>
    </Screen>
  );
}

/** A rule for a line: what it was said to be is what it means. */
function beginOf(line: TaughtRulesView['history'][number]): RuleDraft {
  const draft = draftOfLine(line);
  if (line.answer === null || line.answer === 'expected') return draft;
  const rule: TaughtRule = {
    ...{ pattern: draft.pattern, money: draft.money, fromMinor: null, toMinor: null },
    answer: alike([{ ...line, answer: line.answer }]),
    bankAccountId: line.bankAccountId,
  };
  // It has no amounts that a currency would write.
  return draftOfRule(rule, 'CAD');
}

function Proposals({
  view,
  onOpen,
}: {
  view: TaughtRulesView;
  onOpen: (begin: RuleDraft) => void;
}) {
  const t = useWords();
  const { currency } = useShop();
  if (view.proposed.length === 0) return null;
  return (
    <Section title={t('taught.proposed')}>
      <Sheet role="list">
        {view.proposed.map((rule) => (
          <SheetRow
            key={`${rule.pattern} ${rule.money}`}
            role="listitem"
            gap="$3"
            $narrow={{ flexDirection: 'column', alignItems: 'flex-start' }}
          >
            <RuleWords rule={rule} view={view} />
            <Button
              label={t('taught.look')}
              readOut={t('taught.lookOf', { pattern: rule.pattern })}
              onPress={() => onOpen(draftOfRule(rule, currency))}
            />
          </SheetRow>
        ))}
      </Sheet>
    </Section>
  );
}

function Rules({ view, onOpen }: { view: TaughtRulesView; onOpen: (open: Open) => void }) {
  const t = useWords();
  const { currency } = useShop();
  const order = useCommand<{ ids: number[] }, object>('/taught-rules/order');
  const { rules } = view;
  const move = (from: number, to: number) => {
    if (from === to || order.isPending) return;
    order.mutate({ ids: moved(rules, from, to).map(({ id }) => id) });
  };
  if (rules.length === 0)
    return <Empty title={t('taught.noneTitle')} text={t('taught.noneText')} />;
  const nameOf = (id: number) => rules.find((rule) => rule.id === id)!.pattern;
  return (
    <Section title={t('taught.asked')}>
      <ErrorNote error={order.error} />
      <Sortable
        around={(rows) => <Sheet role="list">{rows}</Sheet>}
        ids={rules.map(({ id }) => id)}
        nameOf={nameOf}
        labelOf={(id) => t('taught.drag', { pattern: nameOf(id) })}
        onMove={move}
        row={(id, handle) => {
          const at = rules.findIndex((rule) => rule.id === id);
          const rule = rules[at]!;
          return (
            <Rule
              {...{ rule, view, handle }}
              onUp={at === 0 ? null : () => move(at, at - 1)}
              onChange={() => onOpen({ begin: draftOfRule(rule, currency), replaces: id })}
            />
          );
        }}
      />
    </Section>
  );
}

function Rule({
  rule,
  view,
  handle,
  onUp,
  onChange,
}: {
  rule: KeptRule;
  view: TaughtRulesView;
  handle: ReactNode;
  onUp: (() => void) | null;
  onChange: () => void;
}) {
  const t = useWords();
  const remove = useCommand<object, object>(`/taught-rules/${rule.id}/remove`);
  const { pattern } = rule;
  return (
    <Column role="listitem" borderBottomWidth={1} borderColor="$rule" padding="$3" gap="$2">
      <Line gap="$2">
        {handle}
        <RuleWords rule={rule} view={view} />
      </Line>
      <ErrorNote error={remove.error} />
      <Line gap="$2" flexWrap="wrap">
        <Button
          kind="plain"
          label={t('taught.change')}
          readOut={t('taught.changeOf', { pattern })}
          onPress={onChange}
        />
        <Button
          kind="plain"
          label={t('taught.remove')}
          readOut={t('taught.removeOf', { pattern })}
          disabled={remove.isPending}
          onPress={() => remove.mutate({})}
        />
        {onUp ? (
          <Button
            kind="plain"
            icon={ArrowUp}
            iconOnly
            label={t('taught.earlier', { pattern })}
            onPress={onUp}
          />
        ) : null}
      </Line>
    </Column>
  );
}

/** What a rule catches and says, and how often it would have been right. */
function RuleWords({ rule, view }: { rule: TaughtRule; view: TaughtRulesView }) {
  const t = useWords();
  const money = useMoney();
  const words = useAnswerWords();
  const tried = tryRule(rule, view.history);
  const account = view.bankAccounts.find(({ id }) => id === rule.bankAccountId);
  const { fromMinor, toMinor, answer } = rule;
  const range =
    fromMinor === null && toMinor === null
      ? null
      : t('taught.range', {
          from: fromMinor === null ? '…' : money(fromMinor),
          to: toMinor === null ? '…' : money(toMinor),
        });
  return (
    <Column flex={1} minWidth={0}>
      <Body strong>{`“${rule.pattern}”`}</Body>
      <Body>{words(answer, nameOf(answer, view))}</Body>
      <Body small tone="faded">
        {[
          t(rule.money === 'in' ? 'trail.partIn' : 'trail.partOut'),
          range,
          view.bankAccounts.length > 1 ? account?.name : null,
          t('taught.tried', { right: tried.right.length, wrong: tried.wrong.length }),
        ]
          .filter(Boolean)
          .join(' · ')}
      </Body>
    </Column>
  );
}

const nameOf = (answer: TaughtRule['answer'], view: TaughtRulesView): string => {
  if (answer.what === 'act') return '';
  const [all, wanted] =
    answer.what === 'tax'
      ? [view.authorities, answer.authorityId]
      : [view.bankAccounts, answer.accountId];
  return all.find(({ id }) => id === wanted)?.name ?? '';
};

function Removed({ rules, view }: { rules: readonly KeptRule[]; view: TaughtRulesView }) {
  const t = useWords();
  const [shown, setShown] = useState(false);
  if (rules.length === 0) return null;
  if (!shown)
    return (
      <Line paddingHorizontal="$4">
        <Button
          kind="plain"
          label={t('taught.showRemoved', { count: rules.length })}
          onPress={() => setShown(true)}
        />
      </Line>
    );
  return (
    <Section title={t('taught.removed')}>
      <Sheet role="list">
        {rules.map((rule) => (
          <PutBack key={rule.id} rule={rule} view={view} />
        ))}
      </Sheet>
    </Section>
  );
}

function PutBack({ rule, view }: { rule: KeptRule; view: TaughtRulesView }) {
  const t = useWords();
  const back = useCommand<object, object>(`/taught-rules/${rule.id}/restore`);
  return (
    <SheetRow
      role="listitem"
      gap="$3"
      $narrow={{ flexDirection: 'column', alignItems: 'flex-start' }}
    >
      <RuleWords rule={rule} view={view} />
      <Button
        label={t('taught.putBack')}
        readOut={t('taught.putBackOf', { pattern: rule.pattern })}
        disabled={back.isPending}
        onPress={() => back.mutate({})}
      />
    </SheetRow>
  );
}
