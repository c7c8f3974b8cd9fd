import type { CounterSettings, ItemDetail, SaveItem } from '@abacist/contracts';
import { itemRefusals, type ItemInput } from '@abacist/core/items';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { convertPrice } from '@abacist/core/tax';
import { useQuery } from '@tanstack/react-query';
import { router } from '~/router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useDraft } from '~/api/draft';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { toCatalogue, useCounterSettings } from '~/features/catalogue';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';

/** One item, or a new one. */
export function ItemScreen({ id }: { id: number | null }) {
  const t = useWords();
  const settings = useCounterSettings();
  const item = useQuery({
    queryKey: ['items', id],
    queryFn: () => request<ItemDetail>('GET', `/items/${id}`),
    enabled: id !== null,
  });
  return (
    <Screen
      title={id === null ? t('items.new') : (item.data?.name ?? t('items.one'))}
      back="/books/items"
    >
      <Query of={settings}>
        {(data) =>
          id === null ? (
            <ItemForm settings={data} item={null} />
          ) : (
            <Query of={item}>
              {(found) => <ItemForm key={found.version} settings={data} item={found} />}
            </Query>
          )
        }
      </Query>
    </Screen>
  );
}

type Draft = Omit<ItemInput, 'priceMinor' | 'barcodes' | 'decimals'> & {
  price: string;
  barcodes: string;
  decimals: string;
};

function draftOf(item: ItemDetail | null, settings: CounterSettings, currency: string): Draft {
  const department = settings.departments[0];
  return {
    code: item?.code ?? '',
    name: item?.name ?? '',
    departmentId: item?.departmentId ?? department?.id ?? 0,
    taxCodeId: item?.taxCodeId ?? department?.taxCodeId ?? 0,
    price: item ? toDecimal(item.priceMinor, currency) : '',
    priceIncludesTax: item?.priceIncludesTax ?? false,
    unit: item?.unit ?? '',
    decimals: String(item?.decimals ?? 0),
    barcodes: item?.barcodes.join(' ') ?? '',
    active: item?.active ?? true,
  };
}

function ItemForm({ settings, item }: { settings: CounterSettings; item: ItemDetail | null }) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency, taxRounding } = useShop();
  const name = item ? `item.${item.id}.${item.version}` : 'item.new';
  const [draft, change, drop] = useDraft<Draft>(name, draftOf(item, settings, currency));
  const [tried, setTried] = useState(false);
  const save = useCommand<SaveItem, ItemDetail>(item ? `/items/${item.id}` : '/items', () => {
    drop();
    router.replace('/books/items');
  });
  const price = parseAmount(draft.price, currency);
  const { price: _price, ...rest } = draft;
  const input: ItemInput = {
    ...rest,
    code: draft.code.trim(),
    name: draft.name.trim(),
    unit: draft.unit.trim(),
    priceMinor: price.ok ? price.value : 0,
    decimals: Number(draft.decimals),
    barcodes: draft.barcodes.split(/\s+/).filter(Boolean),
  };
  const wrong = itemRefusals(input);
  const errorAt = (place: string) => {
    const found = wrong.find(({ at }) => at === place);
    return tried && found ? word(found) : undefined;
  };
  const priceError = price.ok
    ? errorAt('price')
    : tried || draft.price
      ? word(price.refusals[0]!)
      : undefined;
  const submit = () => {
    setTried(true);
    if (wrong.length || !price.ok || save.isPending) return;
    save.mutate({ ...input, ...(item && { version: item.version }) });
  };
  const code = toCatalogue(settings, []).taxCodes.find(({ id }) => id === draft.taxCodeId);
  const other =
    price.ok && code && code.parts.length
      ? convertPrice(
          price.value,
          code,
          draft.priceIncludesTax,
          !draft.priceIncludesTax,
          taxRounding,
        )
      : null;
  return (
    <Column gap="$4" paddingHorizontal="$4" paddingBottom="$5">
      <Field
        label={t('items.name')}
        value={draft.name}
        onChange={(text) => change({ name: text })}
        error={errorAt('name')}
        maxLength={120}
        autoFocus={!item}
        onSubmit={submit}
      />
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('items.code')}
            value={draft.code}
            onChange={(text) => change({ code: text })}
            error={errorAt('code')}
            maxLength={40}
            onSubmit={submit}
          />
        </Column>
        <Column flex={1}>
          <Field
            label={t('items.price')}
            value={draft.price}
            onChange={(text) => change({ price: text })}
            numeric
            error={priceError}
            onSubmit={submit}
          />
        </Column>
      </Line>
      <Column gap="$1">
        <Choice
          label={t('items.priceKind')}
          value={draft.priceIncludesTax ? 'with' : 'without'}
          options={[
            { value: 'without', label: t('items.priceWithout') },
            { value: 'with', label: t('items.priceWith') },
          ]}
          onChange={(kind) => change({ priceIncludesTax: kind === 'with' })}
        />
        {other === null ? null : (
          <Body small tone="faded">
            {t(draft.priceIncludesTax ? 'items.comesToWithout' : 'items.comesToWith', {
              amount: money(other),
            })}
          </Body>
        )}
      </Column>
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Select
            label={t('items.department')}
            value={String(draft.departmentId)}
            options={settings.departments.map(({ id, name: label }) => ({
              value: String(id),
              label,
            }))}
            onChange={(value) => {
              const chosen = settings.departments.find(({ id }) => id === Number(value));
              change({
                departmentId: Number(value),
                ...(!item && chosen && { taxCodeId: chosen.taxCodeId }),
              });
            }}
          />
        </Column>
        <Column flex={1}>
          <Select
            label={t('items.taxCode')}
            value={String(draft.taxCodeId)}
            options={settings.taxCodes.map(({ id, name: label }) => ({
              value: String(id),
              label,
            }))}
            onChange={(value) => change({ taxCodeId: Number(value) })}
          />
        </Column>
      </Line>
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('items.unit')}
            hint={t('items.unitHint')}
            value={draft.unit}
            onChange={(text) => change({ unit: text })}
            error={errorAt('unit')}
            maxLength={12}
            onSubmit={submit}
          />
        </Column>
        <Column flex={1}>
          <Select
            label={t('items.decimals')}
            value={draft.decimals}
            options={['0', '1', '2', '3'].map((value) => ({
              value,
              label: value === '0' ? t('items.pieces') : t('items.decimalsOf', { value }),
            }))}
            onChange={(value) => change({ decimals: value })}
          />
        </Column>
      </Line>
      <Field
        label={t('items.barcodes')}
        hint={t('items.barcodesHint')}
        value={draft.barcodes}
        onChange={(text) => change({ barcodes: text })}
        error={errorAt('barcodes')}
        maxLength={800}
      />
      <Choice
        label={t('items.which')}
        value={draft.active ? 'sold' : 'off'}
        options={[
          { value: 'sold', label: t('items.sold') },
          { value: 'off', label: t('items.off') },
        ]}
        onChange={(kind) => change({ active: kind === 'sold' })}
      />
      <ErrorNote error={save.error} />
      <Button
        kind="primary"
        big
        disabled={save.isPending}
        label={t('items.save')}
        onPress={submit}
      />
    </Column>
  );
}
