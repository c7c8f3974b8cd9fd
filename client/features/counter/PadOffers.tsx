import type { CounterItem, CounterSettings } from '@abacist/contracts';
import { useMedia } from '@tamagui/core';
import { useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Line } from '~/ui/Box';
import { useMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';
import type { PadState } from './usePad';

/** What one tap puts on the ticket: what the text finds, the departments of an amount, the usual. */
export function PadOffers({ settings, pad }: { settings: CounterSettings; pad: PadState }) {
  const t = useWords();
  const money = useMoney();
  const { entry, text, found, settled, pick, pickDepartment } = pad;
  const usual = useOffers(settings);
  const media = useMedia();
  const rung = useTicket(({ lines }) => lines.length > 0);
  // What is usual makes room for what is rung.
  if (media.low && !media.desk && rung && entry.kind === 'empty') return null;
  const shown =
    entry.kind === 'empty'
      ? usual
      : entry.kind === 'text'
        ? (found?.items ?? [])
        : found?.exact && settled
          ? found.items.slice(0, 1)
          : [];
  return (
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
            <Button key={id} label={name} onPress={() => pickDepartment(id)} />
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
  );
}

/** What this drawer sells most often. */
function useOffers(settings: CounterSettings): CounterItem[] {
  const { drawerId } = useTicket();
  const ids =
    settings.offers.find((one) => one.drawerId === (drawerId ?? settings.drawers[0]?.id))
      ?.itemIds ?? [];
  return ids.flatMap((id) => settings.items.find((item) => item.id === id) ?? []);
}
