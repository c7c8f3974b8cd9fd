import type {
  DrawerAct,
  DrawerActAnswer,
  DrawerActChoices,
  DrawerActCommand,
  LineTrail,
} from '@abacist/contracts';
import {
  ACT_FACTS,
  DRAWER_ACT_KINDS,
  isOfDrawer,
  type DrawerActKind,
} from '@abacist/core/drawerActs';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { router } from '~/router';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { Acts } from '.';
import {
  amountOf,
  draftFor,
  draftOf,
  draftOfAmount,
  draftOfLine,
  toCommand,
  type ActDraft,
} from './draft';
import { After, Fields, Kind, Known } from './Fields';

/** A session that is being counted, and the day whose page that is. */
type Counted = { sessionId: number; date: string };

/** Money that goes into a drawer or out of it beside the tickets. */
export function MoneyScreen({
  kind,
  drawerId,
  party,
  counted,
  lineId,
  account,
  amountMinor,
}: {
  kind: string | null;
  /** Null: the first drawer. */
  drawerId: number | null;
  /** For whom what was typed last is offered at once. */
  party: string | null;
  /** The count that lacks it; else it is of the drawer that is open. */
  counted: Counted | null;
  /** The line of the bank that it is recorded from. */
  lineId: number | null;
  /** What its first part is begun with. */
  account: string | null;
  /** What it is begun with, where somewhere else says how much. */
  amountMinor: number | null;
}) {
  const line = useQuery({
    queryKey: ['trail', 'line', lineId],
    queryFn: () => request<LineTrail>('GET', `/trail/lines/${lineId}`),
    enabled: lineId !== null,
  });
  const choices = useQuery({
    queryKey: ['drawerActs', 'choices', drawerId],
    queryFn: () =>
      request<DrawerActChoices>(
        'GET',
        `/drawer-acts/choices${drawerId === null ? '' : `?drawerId=${drawerId}`}`,
      ),
  });
  const begin = DRAWER_ACT_KINDS.find((one) => one === kind) ?? 'paidOut';
  return (
    <Query of={choices}>
      {(data) =>
        lineId === null ? (
          <Desk
            choices={data}
            begin={begin}
            party={party}
            counted={counted}
            line={null}
            account={null}
            beginMinor={amountMinor}
          />
        ) : (
          <Query of={line}>
            {(trail) => (
              <Desk
                choices={data}
                begin={begin}
                party={party}
                counted={null}
                line={trail.line}
                account={account}
                beginMinor={null}
              />
            )}
          </Query>
        )
      }
    </Query>
  );
}

function Desk({
  choices,
  begin,
  party,
  counted,
  line,
  account,
  beginMinor,
}: {
  choices: DrawerActChoices;
  begin: DrawerActKind;
  party: string | null;
  counted: Counted | null;
  line: LineTrail['line'] | null;
  account: string | null;
  beginMinor: number | null;
}) {
  const t = useWords();
  const money = useMoney();
  const dates = useDates();
  const { currency, today } = useShop();
  const { drawer } = choices;
  const [draft, change, drop] = useDraft<ActDraft>(
    line
      ? `drawerAct.line.${line.id}.${account ?? ''}`
      : `drawerAct.${drawer.id}.${counted?.sessionId ?? ''}${beginMinor === null ? '' : `.${begin}.${beginMinor}`}`,
    line
      ? draftOfLine(begin, line, currency, account)
      : beginMinor === null
        ? draftOf(begin)
        : draftOfAmount(begin, beginMinor, currency),
  );
  const [done, setDone] = useState('');
  const acts = useQuery({
    queryKey: ['drawerActs', today],
    queryFn: () => request<DrawerAct[]>('GET', `/drawer-acts?date=${today}`),
  });
  const known = choices.parties.find((one) => one.party === party);
  const filled = useRef(false);
  useEffect(() => {
    if (!known || filled.current) return;
    filled.current = true;
    change(draftFor(known, currency));
  }, [known, currency, change]);
  const others = choices.drawers.filter(({ id }) => id !== drawer.id);
  const typed = toCommand(
    draft,
    {
      drawerId: drawer.id,
      bankAccountId: choices.bankAccounts[0]?.id,
      otherId: others[0]?.id,
    },
    currency,
  );
  const amountMinor = amountOf(draft, currency);
  const apartMinor = line ? Math.abs(line.amountMinor) - (amountMinor ?? 0) : 0;
  const command =
    typed && apartMinor === 0
      ? {
          ...typed,
          ...(counted && { sessionId: counted.sessionId }),
          ...(line && { lineId: line.id }),
        }
      : null;
  const back = line
    ? `/lines/${line.id}`
    : counted
      ? `/days/${counted.date}/count/${drawer.id}`
      : '/counter';
  const sent = useRef(draft);
  const make = useCommand<DrawerActCommand, DrawerActAnswer>('/drawer-acts', ({ number }) => {
    setDone(
      t('acts.done', {
        number,
        amount: money(amountOf(sent.current, currency) ?? 0),
        kind: t(`acts.kind_${sent.current.kind}`),
      }),
    );
    // What was begun before the answer came stays.
    if (draft === sent.current) {
      change(draftOf(draft.kind));
      drop();
    }
    if (counted || line) router.replace(back as never);
  });
  const send = () => {
    if (!command || make.isPending) return;
    sent.current = draft;
    make.mutate(command);
  };
  return (
    <Screen
      eyebrow={
        line
          ? t('trail.line', { date: dates.day(line.date) })
          : t('acts.drawer', { drawer: drawer.name })
      }
      title={t('acts.title')}
      back={back}
      width={640}
      footer={
        <>
          <ErrorNote error={make.error} />
          <Button
            kind="primary"
            big
            disabled={!command || make.isPending}
            label={t(`acts.do_${draft.kind}`, {
              amount: amountMinor === null ? '' : money(amountMinor),
            })}
            onPress={send}
          />
        </>
      }
    >
      <Column gap="$4" paddingBottom="$5">
        {done ? (
          <Body tone="home" strong role="status" paddingHorizontal="$4">
            {done}
          </Body>
        ) : null}
        <Column gap="$3" paddingHorizontal="$4">
          <Kind
            draft={draft}
            banks={choices.bankAccounts}
            others={others}
            // What a count lacks left its drawer, or came into it.
            kinds={DRAWER_ACT_KINDS.filter(
              (one) =>
                (!counted || isOfDrawer(one)) &&
                (!line || ACT_FACTS[one].bank === (line.amountMinor < 0 ? 'out' : 'in')) &&
                (others.length > 0 || !ACT_FACTS[one].toOther),
            )}
            change={change}
          />
          <Known
            choices={choices}
            draft={draft}
            onChoose={(known) => change(draftFor(known, currency))}
          />
          <Fields
            draft={draft}
            names={choices.taxCodes}
            departments={choices.departments}
            change={change}
            focus={draft.kind === begin}
            onSubmit={send}
          />
        </Column>
        {apartMinor === 0 ? null : (
          <Line paddingHorizontal="$4" justifyContent="space-between" role="status">
            <Body>{t('trail.pickedDiffers')}</Body>
            <Money minor={apartMinor} strong />
          </Line>
        )}
        <After choices={choices} kind={draft.kind} amountMinor={amountMinor ?? 0} />
        {acts.data ? <Acts acts={acts.data} /> : null}
      </Column>
    </Screen>
  );
}
