import type { CounterSettings } from '@abacist/contracts';
import { styled, View } from '@tamagui/core';
import Delete from 'lucide-react-native/icons/delete';
import { router } from 'expo-router';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { Body, Heading } from '~/ui/Text';
import { readEntry } from './entry';
import { DiscountDialog } from './LineDialog';
import { useTicket } from './store';
import { useFigures } from './useCounter';

const Key = styled(View, {
  name: 'Key',
  render: 'button',
  flex: 1,
  minHeight: 52,
  borderRadius: '$2',
  borderWidth: 1,
  borderColor: '$rule',
  backgroundColor: '$sheet',
  alignItems: 'center',
  justifyContent: 'center',
  cursor: 'pointer',
  padding: 0,
  pressStyle: { backgroundColor: '$well' },
  hoverStyle: { borderColor: '$edge' },
});

/**
 * One field for a barcode, a part of a name, or an amount; offers above the keys, all within
 * reach of the thumb.
 */
export function Pad({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const money = useMoney();
  const { currency } = useShop();
  const { lines, addLine, returned } = useTicket();
  const { totalMinor, empty } = useFigures(settings);
  const [discounting, setDiscounting] = useState(false);
  const [text, setText] = useState('');
  const [quantity, setQuantity] = useState<string | null>(null);
  const entry = readEntry(text, settings.items, currency);
  const done = () => {
    setText('');
    setQuantity(null);
  };
  const addItem = (itemId: number) => {
    addLine({ itemId, quantity: quantity ?? '1' });
    done();
  };
  const addDepartment = (departmentId: number) => {
    if (entry.kind !== 'amount' || entry.amountMinor <= 0) return;
    addLine({ departmentId, amountMinor: entry.amountMinor });
    done();
  };
  const pay = () => {
    if (!empty) router.push('/counter/pay');
  };
  const takeQuantity = () => {
    if (/^\d{1,6}(\.\d{1,3})?$/.test(text) && Number(text) > 0) {
      setQuantity(text);
      setText('');
    }
  };
  const submit = () => {
    if (entry.kind === 'empty') pay();
    else if (entry.items[0]) addItem(entry.items[0].id);
  };
  const press = (key: string) =>
    setText((before) => (/^[\d.]*$/.test(before) ? before + key : key).slice(0, 12));
  const offers =
    entry.kind === 'empty'
      ? settings.items
      : entry.kind === 'text'
        ? entry.items
        : entry.items;
  return (
    <Column backgroundColor="$well" padding="$3" gap="$2" flexShrink={0}>
      <Line
        key={entry.kind}
        gap="$2"
        overflow="scroll"
        role="group"
        aria-label={entry.kind === 'amount' ? t('counter.departments') : t('counter.items')}
        paddingVertical="$1"
        $desk={{ flexWrap: 'wrap', maxHeight: 280 }}
      >
        {entry.kind === 'amount'
          ? settings.departments.map(({ id, name }) => (
              <Button key={id} label={name} onPress={() => addDepartment(id)} />
            ))
          : null}
        {offers.map((item) => (
          <Button key={item.id} label={item.name} onPress={() => addItem(item.id)}>
            <Body whiteSpace="nowrap">{item.name}</Body>
            <Body tone="faded" small whiteSpace="nowrap">
              {money(item.priceMinor)}
            </Body>
          </Button>
        ))}
        {entry.kind === 'text' && offers.length === 0 ? (
          <Body tone="loose" paddingVertical="$3">
            {t('counter.nothingFound', { text })}
          </Body>
        ) : null}
      </Line>
      <Field
        label={t('counter.entry')}
        hideLabel
        value={text}
        onChange={setText}
        onSubmit={submit}
        placeholder={quantity ? t('counter.thenItem', { quantity }) : t('counter.entry')}
        hint={
          entry.kind === 'amount'
            ? t('counter.entryAmount', { amount: money(entry.amountMinor) })
            : quantity
              ? t('counter.thenItem', { quantity })
              : undefined
        }
        maxLength={80}
        testID="entry"
      />
      <Line gap="$2" alignItems="stretch">
        <Column flex={3} gap="$2">
          {['789', '456', '123', '.0<'].map((row) => (
            <Line key={row} gap="$2">
              {[...row].map((key) => (
                <Key
                  key={key}
                  tabIndex={-1}
                  aria-label={key === '<' ? t('counter.deleteKey') : key}
                  onPress={() =>
                    key === '<' ? setText((before) => before.slice(0, -1)) : press(key)
                  }
                >
                  {key === '<' ? (
                    <Delete size={22} aria-hidden />
                  ) : (
                    <Body fontSize="$5">{key}</Body>
                  )}
                </Key>
              ))}
            </Line>
          ))}
        </Column>
        <Column flex={1} gap="$2" minWidth={88}>
          <Key flex={1} tabIndex={-1} onPress={takeQuantity}>
            <Body>{t('counter.times')}</Body>
          </Key>
          <Key
            flex={1}
            aria-label={t('counter.discountTitle')}
            aria-disabled={lines.length === 0 || undefined}
            opacity={lines.length === 0 ? 0.45 : 1}
            onPress={() => {
              if (lines.length) setDiscounting(true);
            }}
          >
            <Body>{t('counter.discountKey')}</Body>
          </Key>
          <Key
            flex={2}
            backgroundColor="$vermilion"
            borderColor="$vermilion"
            hoverStyle={{ backgroundColor: '$vermilionDeep' }}
            pressStyle={{ backgroundColor: '$vermilionDeep' }}
            opacity={empty ? 0.45 : 1}
            aria-disabled={empty || undefined}
            onPress={pay}
          >
            <Heading level={0} color="$onVermilion">
              {t(totalMinor < 0 ? 'refund.key' : returned ? 'refund.settle' : 'counter.pay')}
            </Heading>
          </Key>
        </Column>
      </Line>
      {discounting ? <DiscountDialog onClose={() => setDiscounting(false)} /> : null}
    </Column>
  );
}
