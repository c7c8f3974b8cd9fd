import type { CounterItem, CounterSettings } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Field } from '~/ui/Field';
import { Money } from '~/ui/Money';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { useItemSearch } from '../useItemSearch';
import { useListPrice, useQuantityError } from '../usePieces';
import type { PickedGoods } from './goods';

/** An item with its quantity and price, or an amount of a department. */
export function GoodsPick({
  settings,
  picked,
  onChange,
}: {
  settings: CounterSettings;
  picked: PickedGoods;
  onChange: (picked: PickedGoods) => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const { currency } = useShop();
  const priceOf = useListPrice(settings);
  const quantityError = useQuantityError();
  const { found, settled } = useItemSearch(picked.item ? '' : picked.search);
  const change = (one: Partial<PickedGoods>) => onChange({ ...picked, ...one });
  const { by, item, quantity, price } = picked;
  const read = parseAmount(price, currency);
  const priceError = price && !read.ok ? word(read.refusals[0]!) : undefined;
  const choose = (chosen: CounterItem) =>
    change({ item: chosen, price: toDecimal(priceOf(chosen), currency) });
  const priceField = (label: string) => (
    <Field
      label={label}
      value={price}
      onChange={(text) => change({ price: text })}
      numeric
      error={priceError}
    />
  );
  return (
    <Column gap="$3">
      <Choice
        label={t('returns.goodsBy')}
        value={by}
        options={[
          { value: 'item', label: t('returns.goods_item') },
          { value: 'amount', label: t('returns.goods_amount') },
        ]}
        onChange={(chosen) => change({ by: chosen, price: '', item: null })}
      />
      {by === 'amount' ? (
        <>
          <Select
            label={t('returns.department')}
            value={picked.departmentId}
            options={settings.departments.map(({ id, name }) => ({
              value: String(id),
              label: name,
            }))}
            onChange={(departmentId) => change({ departmentId })}
          />
          {priceField(t('returns.price'))}
        </>
      ) : item ? (
        <>
          <Line gap="$3" justifyContent="space-between">
            <Body strong flex={1}>
              {item.name}
            </Body>
            <Button
              kind="plain"
              label={t('returns.otherItem')}
              onPress={() => change({ item: null, price: '', quantity: '1' })}
            />
          </Line>
          <Line gap="$3" alignItems="flex-start">
            <Field
              label={
                item.unit ? t('counter.quantityIn', { unit: item.unit }) : t('counter.qty')
              }
              value={quantity}
              onChange={(text) => change({ quantity: text })}
              numeric
              error={quantityError(quantity, item.decimals)}
            />
            {priceField(t('counter.unitPrice'))}
          </Line>
        </>
      ) : (
        <>
          <Field
            label={t('returns.findItem')}
            hint={t('returns.findItemHint')}
            value={picked.search}
            onChange={(search) => change({ search })}
            maxLength={80}
            onSubmit={() => {
              if (settled && found?.items.length === 1) choose(found.items[0]!);
            }}
          />
          <Sheet role="group" aria-label={t('counter.items')}>
            {(found?.items ?? []).slice(0, 6).map((one) => (
              <Button key={one.id} kind="plain" label={one.name} onPress={() => choose(one)}>
                <Line flex={1} gap="$3" justifyContent="space-between" paddingVertical="$2">
                  <Body flex={1} textAlign="left">
                    {one.name}
                  </Body>
                  <Money minor={priceOf(one)} />
                </Line>
              </Button>
            ))}
            {settled && found?.items.length === 0 ? (
              <Body padding="$4" tone="loose">
                {t('counter.nothingFound', { text: picked.search })}
              </Body>
            ) : null}
          </Sheet>
        </>
      )}
    </Column>
  );
}
