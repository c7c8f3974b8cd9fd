import type { CounterItem, CounterSettings } from '@abacist/contracts';
import { isQuantity } from '@abacist/core/sales';
import { styled, View } from '@tamagui/core';
import Delete from 'lucide-react-native/icons/delete';
import ScanBarcode from 'lucide-react-native/icons/scan-barcode';
import { router } from 'expo-router';
import { useEffect, useRef, useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { Body, Heading } from '~/ui/Text';
import { readEntry } from './entry';
import { DiscountDialog } from './LineDialog';
import { canScan, ScanDialog } from './Scan';
import { listed, ticketIsEmpty, useScanner, useTicket } from '~/features/ticket';
import { useFigures } from './useCounter';
import { useItemSearch } from './useItemSearch';

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
  const { lines, addLine, returned, drawerId } = useTicket();
  const { totalMinor, empty } = useFigures(settings);
  const [discounting, setDiscounting] = useState(false);
  const [scanning, setScanning] = useState(false);
  const [text, setText] = useState('');
  const [note, setNote] = useState('');
  const [quantity, setQuantity] = useState<string | null>(null);
  const { found, settled, lookUp } = useItemSearch(text);
  const inTurn = useTurns();
  /** Whether the last lookup found nothing: then its text stands in the field again. */
  const missed = useRef(false);
  const entry = readEntry(text, currency);
  const type = (change: string | ((before: string) => string)) => {
    setNote('');
    setText(change);
  };
  const addItem = (item: CounterItem) => {
    if (quantity !== null && !isQuantity(quantity, item.decimals)) {
      setNote(t('refusal.line_decimals', { decimals: item.decimals }));
      return;
    }
    addLine({ itemId: item.id, quantity: quantity ?? '1' }, item);
    setNote('');
    setQuantity(null);
  };
  const pick = (item: CounterItem) => {
    type('');
    addItem(item);
  };
  const addDepartment = (departmentId: number) => {
    if (entry.kind !== 'amount' || entry.amountMinor <= 0) return;
    addLine({ departmentId, amountMinor: entry.amountMinor });
    type('');
    setQuantity(null);
  };
  const pay = () => {
    if (!empty) router.push('/counter/pay');
  };
  const payNow = () => {
    if (!ticketIsEmpty(useTicket.getState())) router.push('/counter/pay');
  };
  const takeQuantity = () => {
    if (/^\d{1,6}(\.\d{1,3})?$/.test(text) && Number(text) > 0) {
      setQuantity(text);
      type('');
    }
  };
  /** Enter, or the end of a scan: the item of that code, else the first that the text finds. */
  const submit = async () => {
    const asked = text;
    if (entry.kind === 'empty') {
      // Enter twice in a row: what is still looked up goes on the ticket before it is paid.
      await inTurn(() => Promise.resolve());
      if (!missed.current) payNow();
      return;
    }
    missed.current = false;
    // The field is free at once: the next scan may begin while this one is looked up.
    type('');
    const answer = await inTurn(() => lookUp(asked));
    const item =
      answer?.exact || entry.kind === 'text' ? (answer?.items[0] ?? undefined) : undefined;
    if (item) return addItem(item);
    // What the customer's account buys by default takes an amount that names nothing else.
    const usual = listed(useTicket.getState().customer)?.departmentId ?? null;
    const known = settings.departments.some(({ id }) => id === usual);
    if (entry.kind === 'amount' && entry.amountMinor > 0 && usual !== null && known) {
      addLine({ departmentId: usual, amountMinor: entry.amountMinor });
      setNote('');
      setQuantity(null);
      return;
    }
    missed.current = true;
    setText((now) => now || asked);
    setNote(
      entry.kind === 'amount'
        ? t('counter.chooseDepartment', { amount: money(entry.amountMinor) })
        : t(answer ? 'counter.noSuchCode' : 'refusal.client_unreachable', { text: asked }),
    );
  };
  const scanned = async (barcode: string) => {
    const answer = await inTurn(() => lookUp(barcode));
    const item = answer?.exact ? answer.items[0] : undefined;
    if (item) addItem(item);
    setNote(
      item
        ? t('counter.scanned', { name: item.name })
        : t(answer ? 'counter.noSuchCode' : 'refusal.client_unreachable', { text: barcode }),
    );
  };
  useScanner((code) => void scanned(code));
  // A code that was scanned where there is no ticket: on the receipt of the last one.
  const begun = useTicket((state) => state.scanned);
  useEffect(() => {
    if (begun === null) return undefined;
    const turn = setTimeout(() => {
      useTicket.setState({ scanned: null });
      void scanned(begun);
    });
    return () => clearTimeout(turn);
  });
  const press = (key: string) =>
    type((before) => (/^[\d.]*$/.test(before) ? before + key : key).slice(0, 12));
  const offers = useOffers(settings, drawerId);
  const shown =
    entry.kind === 'empty'
      ? offers
      : entry.kind === 'text'
        ? (found?.items ?? [])
        : found?.exact && settled
          ? found.items.slice(0, 1)
          : [];
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
        {shown.map((item) => (
          <Button key={item.id} label={item.name} onPress={() => pick(item)}>
            <Body whiteSpace="nowrap">{item.name}</Body>
            <Body tone="faded" small whiteSpace="nowrap">
              {money(item.priceMinor)}
            </Body>
          </Button>
        ))}
        {entry.kind === 'text' && settled && shown.length === 0 ? (
          <Body tone="loose" paddingVertical="$3">
            {t('counter.nothingFound', { text })}
          </Body>
        ) : null}
      </Line>
      <Line gap="$2" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('counter.entry')}
            hideLabel
            value={text}
            onChange={type}
            onSubmit={() => void submit()}
            placeholder={quantity ? t('counter.thenItem', { quantity }) : t('counter.entry')}
            error={scanning ? undefined : note || undefined}
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
        </Column>
        {canScan() ? (
          <Button
            icon={ScanBarcode}
            iconOnly
            label={t('counter.scan')}
            onPress={() => {
              setNote('');
              setScanning(true);
            }}
          />
        ) : null}
      </Line>
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
                    key === '<' ? type((before) => before.slice(0, -1)) : press(key)
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
      {scanning ? (
        <ScanDialog
          note={note}
          onFound={(barcode) => void scanned(barcode)}
          onClose={() => setScanning(false)}
        />
      ) : null}
      {discounting ? <DiscountDialog onClose={() => setDiscounting(false)} /> : null}
    </Column>
  );
}

/** Lookups one after the other, so that lines stand in the order in which they were scanned. */
function useTurns() {
  const last = useRef<Promise<unknown>>(Promise.resolve());
  return <A,>(ask: () => Promise<A>): Promise<A | undefined> => {
    const turn = last.current.then(ask).catch(() => undefined);
    last.current = turn;
    return turn;
  };
}

/** What this drawer sells most often. */
function useOffers(settings: CounterSettings, drawerId: number | null): CounterItem[] {
  const ids =
    settings.offers.find((one) => one.drawerId === (drawerId ?? settings.drawers[0]?.id))
      ?.itemIds ?? [];
  return ids.flatMap((id) => settings.items.find((item) => item.id === id) ?? []);
}
