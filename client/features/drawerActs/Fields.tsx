import type { DrawerActChoices } from '@abacist/contracts';
import {
  ACT_FACTS,
  ACT_WHATS,
  kindsOf,
  type ActWhat,
  type DrawerActKind,
} from '@abacist/core/drawerActs';
import { denominations } from '@abacist/core/money';
import { toTaxCode } from '@abacist/core/tax';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { Pieces } from '~/features/drawer';
import { useWords } from '~/i18n';
import { useAmountError } from '~/i18n/useAmountError';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Button } from '~/ui/Button';
import { Check } from '~/ui/Check';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { Money } from '~/ui/Money';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { addPart, draftOf, type ActDraft } from './draft';
import { Part } from './Part';

/** What happens, then where the money is taken from or put, where there is more than one place. */
export function Kind({
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
export function Known({
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

/** What is typed of an act: its amount or its pieces, its parts, to whom and why. */
export function Fields({
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
export function After({
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
