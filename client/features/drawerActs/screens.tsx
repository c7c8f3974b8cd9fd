import type {
  DrawerAct,
  DrawerActAnswer,
  DrawerActChoices,
  DrawerActCommand,
} from '@abacist/contracts';
import {
  ACT_FACTS,
  ACT_WHATS,
  DRAWER_ACT_KINDS,
  isOfDrawer,
  kindsOf,
  type ActWhat,
  type DrawerActKind,
} from '@abacist/core/drawerActs';
import { denominations } from '@abacist/core/money';
import { toTaxCode } from '@abacist/core/tax';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { router } from '~/router';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { Pieces } from '~/features/drawer';
import { useAmountError } from '~/i18n/useAmountError';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { Acts } from '.';
import { addPart, amountOf, draftFor, draftOf, toCommand, type ActDraft } from './draft';
import { Part } from './Part';

/** A session that is being counted, and the day whose page that is. */
type Counted = { sessionId: number; date: string };

/** Money that goes into a drawer or out of it beside the tickets. */
export function MoneyScreen({
  kind,
  drawerId,
  party,
  counted,
}: {
  kind: string | null;
  /** Null: the first drawer. */
  drawerId: number | null;
  /** For whom what was typed last is offered at once. */
  party: string | null;
  /** The count that lacks it; else it is of the drawer that is open. */
  counted: Counted | null;
}) {
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
      {(data) => <Desk choices={data} begin={begin} party={party} counted={counted} />}
    </Query>
  );
}

function Desk({
  choices,
  begin,
  party,
  counted,
}: {
  choices: DrawerActChoices;
  begin: DrawerActKind;
  party: string | null;
  counted: Counted | null;
}) {
  const t = useWords();
  const money = useMoney();
  const { currency, today } = useShop();
  const { drawer } = choices;
  const [draft, change, drop] = useDraft<ActDraft>(
    `drawerAct.${drawer.id}.${counted?.sessionId ?? ''}`,
    draftOf(begin),
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
  const command = typed && { ...typed, ...(counted && { sessionId: counted.sessionId }) };
  const back = counted ? `/days/${counted.date}/count/${drawer.id}` : '/counter';
  const make = useCommand<DrawerActCommand, DrawerActAnswer>('/drawer-acts', ({ number }) => {
    setDone(
      t('acts.done', {
        number,
        amount: money(amountOf(draft, currency) ?? 0),
        kind: t(`acts.kind_${draft.kind}`),
      }),
    );
    change(draftOf(draft.kind));
    drop();
    if (counted) router.replace(back as never);
  });
  const send = () => {
    if (command && !make.isPending) make.mutate(command);
  };
  const amountMinor = amountOf(draft, currency);
  return (
    <Screen
      eyebrow={t('acts.drawer', { drawer: drawer.name })}
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
        <After choices={choices} kind={draft.kind} amountMinor={amountMinor ?? 0} />
        {acts.data ? <Acts acts={acts.data} /> : null}
      </Column>
    </Screen>
  );
}

/** What happens, then where the money is taken from or put, where there is more than one place. */
function Kind({
  draft,
  banks,
  others,
  kinds,
  change,
}: {
  draft: ActDraft;
  banks: DrawerActChoices['bankAccounts'];
  others: DrawerActChoices['drawers'];
  kinds: readonly DrawerActKind[];
  change: (part: Partial<ActDraft>) => void;
}) {
  const t = useWords();
  const { what, bank, document, toOther } = ACT_FACTS[draft.kind];
  const offered = (one: ActWhat) => kindsOf(one).filter((kind) => kinds.includes(kind));
  const places = offered(what);
  return (
    <>
      <Select
        label={t('acts.what')}
        value={what}
        options={ACT_WHATS.filter((one) => offered(one).length > 0).map((value) => ({
          value,
          label: t(`acts.what_${value}`),
        }))}
        onChange={(one) => change(draftOf(offered(one as ActWhat)[0]!, draft))}
      />
      {places.length > 1 ? (
        <Choice
          label={t(document === 'moneyIn' ? 'acts.place_in' : 'acts.place_out')}
          value={draft.kind}
          options={places.map((value) => ({
            value,
            label: t(`acts.place_${ACT_FACTS[value].place}`),
          }))}
          onChange={(kind) => change({ kind })}
        />
      ) : null}
      {toOther && others.length > 1 ? (
        <Select
          label={t('acts.toDrawer')}
          value={String(draft.toDrawerId ?? others[0]!.id)}
          options={others.map(({ id, name }) => ({ value: String(id), label: name }))}
          onChange={(id) => change({ toDrawerId: Number(id) })}
        />
      ) : null}
      {bank && banks.length > 1 ? (
        <Select
          label={t('acts.bankAccount')}
          value={String(draft.bankAccountId ?? banks[0]!.id)}
          options={banks.map(({ id, name }) => ({ value: String(id), label: name }))}
          onChange={(id) => change({ bankAccountId: Number(id) })}
        />
      ) : null}
    </>
  );
}

const KNOWN = 6;

/** Parties that were named before, by what is typed of their name. */
function Known({
  choices,
  draft,
  onChoose,
}: {
  choices: DrawerActChoices;
  draft: ActDraft;
  onChoose: (known: DrawerActChoices['parties'][number]) => void;
}) {
  const t = useWords();
  const typed = draft.party.trim().toLowerCase();
  const fits = choices.parties.filter(
    ({ kind, party }) =>
      ACT_FACTS[kind].what === ACT_FACTS[draft.kind].what &&
      party.toLowerCase().includes(typed),
  );
  const shown = fits.filter(({ party }) => party !== draft.party).slice(0, KNOWN);
  if (shown.length === 0) return null;
  return (
    <Column gap="$1">
      <Body small tone="faded">
        {t('acts.before')}
      </Body>
      <Line gap="$2" flexWrap="wrap">
        {shown.map((known) => (
          <Button key={known.party} label={known.party} onPress={() => onChoose(known)} />
        ))}
      </Line>
    </Column>
  );
}

function Fields({
  draft,
  focus,
  names,
  departments,
  change,
  onSubmit,
}: {
  draft: ActDraft;
  /** As the page opens, and not while a kind is being chosen by its letters. */
  focus: boolean;
  names: DrawerActChoices['taxCodes'];
  departments: DrawerActChoices['departments'];
  change: (part: Partial<ActDraft>) => void;
  onSubmit: () => void;
}) {
  const t = useWords();
  const wrongAmount = useAmountError();
  const { currency } = useShop();
  const [asked, setAsked] = useState(false);
  const asksDepartment = asked || draft.parts.length > 1;
  const codes = names.map(toTaxCode);
  const { parts, kind } = draft;
  const { accounts, way, fromSafe, tagged } = ACT_FACTS[kind];
  const named = accounts.length > 0;
  // Cash that is moved as a whole can be counted.
  const ofCash = !named && (way !== 'none' || fromSafe || tagged);
  return (
    <>
      {named ? null : draft.entries ? (
        <Sheet>
          <Pieces
            denominations={denominations(currency)}
            entries={draft.entries}
            onType={(value, entry) =>
              change({ entries: { ...draft.entries, [value]: entry } })
            }
          />
        </Sheet>
      ) : (
        <Field
          label={t('acts.amount')}
          value={draft.amount}
          onChange={(amount) => change({ amount })}
          numeric
          big
          autoFocus={focus}
          error={wrongAmount(draft.amount)}
          onSubmit={onSubmit}
        />
      )}
      {ofCash ? (
        <Sheet>
          <Check
            on={Boolean(draft.entries)}
            onToggle={() => change({ entries: draft.entries ? null : {} })}
          >
            <Body flex={1} textAlign="left">
              {t('acts.counted')}
            </Body>
          </Check>
        </Sheet>
      ) : null}
      {parts.map((part, i) => (
        <Part
          key={i}
          kind={kind}
          part={part}
          only={parts.length === 1}
          focus={focus && parts.length === 1}
          names={names}
          codes={codes}
          departments={asksDepartment || part.departmentId ? departments : []}
          onChange={(one) =>
            change({ parts: parts.map((old, k) => (k === i ? { ...old, ...one } : old)) })
          }
          onRemove={() => change({ parts: parts.filter((_, k) => k !== i) })}
        />
      ))}
      {named ? (
        <Field
          label={t(
            ACT_FACTS[kind].document === 'moneyIn' ? 'acts.party_in' : 'acts.party_out',
          )}
          value={draft.party}
          onChange={(party) => change({ party })}
          maxLength={80}
          onSubmit={onSubmit}
        />
      ) : null}
      <Field
        label={t('acts.words')}
        value={draft.words}
        onChange={(words) => change({ words })}
        maxLength={200}
        onSubmit={onSubmit}
      />
      {named ? (
        <Line gap="$2" flexWrap="wrap">
          <Button
            label={t('acts.addPart')}
            disabled={parts.length >= 20}
            onPress={() => change({ parts: addPart(draft).parts })}
          />
          {asksDepartment || parts[0]?.departmentId ? null : (
            <Button label={t('acts.forDepartment')} onPress={() => setAsked(true)} />
          )}
        </Line>
      ) : null}
    </>
  );
}

/** What cash comes from before and after, side by side: who pays sees at once whether it can be right. */
function After({
  choices: { cashMinor, safeMinor, cardMinor },
  kind,
  amountMinor,
}: {
  choices: DrawerActChoices;
  kind: DrawerActKind;
  amountMinor: number;
}) {
  const t = useWords();
  const { way, fromSafe, what, place } = ACT_FACTS[kind];
  const ofCard = what === 'cardPaid' || place === 'shopCard';
  const cash = way === 'none' ? null : cashMinor;
  const before = ofCard ? cardMinor : fromSafe ? safeMinor : cash;
  if (before === null) return null;
  const more = way === 'in' || place === 'shopCard';
  const after = before + (more ? amountMinor : -amountMinor);
  return (
    <Sheet>
      <SheetRow>
        <Body>{t(ofCard ? 'acts.onCard' : fromSafe ? 'acts.inSafe' : 'acts.inDrawer')}</Body>
        <Money minor={before} />
      </SheetRow>
      <SheetRow>
        <Body>{t('acts.after')}</Body>
        <Money minor={after} strong {...(after < 0 && { tone: 'loose' })} />
      </SheetRow>
    </Sheet>
  );
}
