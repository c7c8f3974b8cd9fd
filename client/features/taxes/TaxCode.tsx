import type { SaveTaxCode, TaxSetUp } from '@abacist/contracts';
import { parseAmount, percent } from '@abacist/core/money';
import { decideCode, rateOn, taxTicket, type TaxCode } from '@abacist/core/tax';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import X from 'lucide-react-native/icons/x';
import { router } from '~/router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Select } from '~/ui/Select';
import { Body, Heading } from '~/ui/Text';
import { useTaxes } from './useTaxes';

/** A tax code: the authorities that make it, in order, and an amount taken apart by it. */
export function TaxCodeScreen({ id }: { id: number | null }) {
  const t = useWords();
  const taxes = useTaxes();
  const code = taxes.data?.codes.find((one) => one.id === id);
  return (
    <Screen title={code?.name ?? t('taxes.newCode')} back="/books/taxes">
      <Query of={taxes}>
        {(setUp) => <CodeForm key={code?.id ?? 'new'} setUp={setUp} id={code?.id ?? null} />}
      </Query>
    </Screen>
  );
}

function CodeForm({ setUp, id }: { setUp: TaxSetUp; id: number | null }) {
  const t = useWords();
  const word = useRefusalText();
  const { today } = useShop();
  const code = setUp.codes.find((one) => one.id === id);
  const [draft, change, drop] = useDraft<SaveTaxCode>(`taxCode.${id ?? 'new'}`, {
    code: code?.code ?? '',
    name: code?.name ?? '',
    parts: code?.parts ?? [],
  });
  const send = useCommand<SaveTaxCode, TaxSetUp>(
    id === null ? '/taxes/codes' : `/taxes/codes/${id}`,
    () => {
      drop();
      router.replace('/books/taxes');
    },
  );
  const { parts } = draft;
  const decided = decideCode(parts, setUp.authorities, today);
  const nameOf = (authorityId: number) =>
    setUp.authorities.find((one) => one.id === authorityId)?.name ?? '';
  const others = setUp.authorities.filter(
    (one) => !parts.some(({ authorityId }) => authorityId === one.id),
  );
  const put = (index: number, part: Partial<SaveTaxCode['parts'][number]>) =>
    change({ parts: parts.map((one, i) => (i === index ? { ...one, ...part } : one)) });
  return (
    <Column gap="$4" paddingBottom="$5">
      <Calculator setUp={setUp} parts={decided.ok ? parts : []} />
      <Line gap="$3" paddingHorizontal="$4" alignItems="flex-start">
        <Column flex={2}>
          <Field
            label={t('taxes.name')}
            value={draft.name}
            onChange={(name) => change({ name })}
            maxLength={80}
          />
        </Column>
        <Column flex={1}>
          <Field
            label={t('taxes.code')}
            value={draft.code}
            onChange={(text) => change({ code: text })}
            maxLength={20}
          />
        </Column>
      </Line>
      <Sheet role="list" aria-label={t('taxes.parts')}>
        {parts.length === 0 ? (
          <SheetRow role="listitem">
            <Body tone="faded">{t('taxes.free')}</Body>
          </SheetRow>
        ) : null}
        {parts.map(({ authorityId, compound }, i) => (
          <SheetRow key={authorityId} role="listitem" flexWrap="wrap">
            <Body flex={1}>{nameOf(authorityId)}</Body>
            {i > 0 ? (
              <Button
                icon={ArrowUp}
                iconOnly
                kind="plain"
                label={t('taxes.up', { name: nameOf(authorityId) })}
                onPress={() => {
                  const next = [...parts];
                  next.splice(i - 1, 2, parts[i]!, parts[i - 1]!);
                  change({ parts: next });
                }}
              />
            ) : null}
            <Button
              icon={X}
              iconOnly
              kind="plain"
              label={t('taxes.takeOut', { name: nameOf(authorityId) })}
              onPress={() => change({ parts: parts.filter((_, k) => k !== i) })}
            />
            {i > 0 || compound ? (
              <Choice
                label={t('taxes.base', { name: nameOf(authorityId) })}
                value={compound ? 'onTop' : 'net'}
                options={[
                  { value: 'net', label: t('taxes.onNet') },
                  { value: 'onTop', label: t('taxes.onTop') },
                ]}
                onChange={(kind) => put(i, { compound: kind === 'onTop' })}
              />
            ) : null}
          </SheetRow>
        ))}
      </Sheet>
      <Column paddingHorizontal="$4" gap="$3">
        {others.length ? (
          <Select
            label={t('taxes.addPart')}
            value=""
            options={[
              { value: '', label: t('taxes.choose') },
              ...others.map((one) => ({ value: String(one.id), label: one.name })),
            ]}
            onChange={(value) => {
              if (!value) return;
              change({ parts: [...parts, { authorityId: Number(value), compound: false }] });
            }}
          />
        ) : null}
        {decided.ok ? null : <Body tone="loose">{word(decided.refusals[0]!)}</Body>}
        <ErrorNote error={send.error} />
        <Button
          kind="primary"
          big
          disabled={!decided.ok || !draft.name.trim() || !draft.code.trim() || send.isPending}
          label={t('taxes.saveCode')}
          onPress={() => send.mutate({ ...draft, parts })}
        />
      </Column>
    </Column>
  );
}

/** An example amount taken apart by the code, with the rates of today. */
function Calculator({ setUp, parts }: { setUp: TaxSetUp; parts: SaveTaxCode['parts'] }) {
  const t = useWords();
  const { currency, today, taxRoundBy, taxRounding } = useShop();
  const [text, setText] = useState('100.00');
  const [kind, setKind] = useState<'without' | 'with'>('without');
  const amount = parseAmount(text, currency);
  const code: TaxCode = {
    id: 0,
    parts: parts.map(({ authorityId, compound }, i) => ({
      authorityId,
      rate: percent(
        rateOn(setUp.authorities.find(({ id }) => id === authorityId)!.rates, today)!
          .ratePercent,
      ),
      onTopOf: compound ? parts.slice(0, i).map((part) => part.authorityId) : [],
    })),
  };
  const rules = {
    pricesIncludeTax: kind === 'with',
    roundBy: taxRoundBy,
    rounding: taxRounding,
  };
  const [line] = amount.ok ? taxTicket([{ amountMinor: amount.value, code }], rules) : [];
  return (
    <Column gap="$2">
      <Heading size="section" paddingHorizontal="$4">
        {t('taxes.example')}
      </Heading>
      <Line gap="$3" paddingHorizontal="$4" alignItems="flex-end" flexWrap="wrap">
        <Column width={150}>
          <Field
            label={t('counter.amount')}
            value={text}
            onChange={setText}
            numeric
            error={amount.ok ? undefined : t('taxes.noAmount')}
          />
        </Column>
        <Choice
          label={t('items.priceKind')}
          value={kind}
          options={[
            { value: 'without', label: t('items.priceWithout') },
            { value: 'with', label: t('items.priceWith') },
          ]}
          onChange={setKind}
        />
      </Line>
      {line ? (
        <Sheet role="list" aria-label={t('taxes.example')}>
          <Figure label={t('sales.net')} minor={line.netMinor} />
          {line.parts.map(({ authorityId, taxMinor }) => (
            <Figure
              key={authorityId}
              label={setUp.authorities.find(({ id }) => id === authorityId)!.name}
              minor={taxMinor}
            />
          ))}
          <Figure strong label={t('taxes.withTax')} minor={line.netMinor + line.taxMinor} />
        </Sheet>
      ) : null}
    </Column>
  );
}

function Figure({ label, minor, strong }: { label: string; minor: number; strong?: boolean }) {
  return (
    <SheetRow minHeight={40} role="listitem">
      <Body {...(strong && { strong })}>{label}</Body>
      <Money minor={minor} {...(strong && { strong })} />
    </SheetRow>
  );
}
