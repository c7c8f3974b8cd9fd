import type { CounterSettings } from '@abacist/contracts';
import { useMedia } from '@tamagui/core';
import ScanBarcode from 'lucide-react-native/icons/scan-barcode';
import { useRef, useState } from 'react';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useKey } from '~/ui/keys';
import { useMoney } from '~/ui/Money';
import { DiscountDialog } from './LineDialog';
import { PadActs, PadKeys } from './PadKeys';
import { PadOffers } from './PadOffers';
import { canScan, ScanDialog } from './Scan';
import { useEntryFocus } from './useEntryFocus';
import { usePad, type PadState } from './usePad';

/**
 * One field for a barcode, a part of a name, or an amount; offers above the keys, all within
 * reach of the thumb.
 */
export function Pad({ settings }: { settings: CounterSettings }) {
  const pad = usePad(settings);
  const [open, setOpen] = useState<'discount' | 'camera' | null>(null);
  const close = () => setOpen(null);
  const media = useMedia();
  const entry = (
    <Entry
      pad={pad}
      // The camera says it itself.
      note={open === 'camera' ? '' : pad.note}
      onScan={() => {
        pad.forgetNote();
        setOpen('camera');
      }}
    />
  );
  return (
    <Column
      backgroundColor="$well"
      padding="$3"
      gap="$2"
      flexShrink={0}
      $short={{ paddingVertical: '$1', gap: '$1' }}
    >
      <PadOffers settings={settings} pad={pad} />
      {media.low && !media.desk ? (
        // No room for figures: the device's own keyboard has them.
        <Line gap="$2" alignItems="flex-start">
          <Column flex={1}>{entry}</Column>
          <PadActs settings={settings} pad={pad} onDiscount={() => setOpen('discount')} />
        </Line>
      ) : (
        <>
          {entry}
          <PadKeys settings={settings} pad={pad} onDiscount={() => setOpen('discount')} />
        </>
      )}
      {open === 'camera' ? (
        <ScanDialog note={pad.note} onFound={pad.scanned} onClose={close} />
      ) : null}
      {open === 'discount' ? <DiscountDialog onClose={close} /> : null}
    </Column>
  );
}

function Entry({ pad, note, onScan }: { pad: PadState; note: string; onScan: () => void }) {
  const t = useWords();
  const money = useMoney();
  const { text, entry, quantity } = pad;
  const inside = useRef<HTMLDivElement>(null);
  useEntryFocus(inside);
  useKey(t('keys.enter'), t('counter.enterRings'));
  const thenItem = quantity ? t('counter.thenItem', { quantity }) : undefined;
  return (
    <Line gap="$2" alignItems="flex-start">
      <div ref={inside} style={{ flex: 1, minWidth: 0 }}>
        <Field
          label={t('counter.entry')}
          hideLabel
          value={text}
          onChange={pad.type}
          onSubmit={pad.submit}
          placeholder={thenItem ?? t('counter.entry')}
          error={note || undefined}
          hint={
            entry.kind === 'amount'
              ? t('counter.entryAmount', { amount: money(entry.amountMinor) })
              : thenItem
          }
          maxLength={80}
          testID="entry"
        />
      </div>
      {canScan() ? (
        <Button icon={ScanBarcode} iconOnly label={t('counter.scan')} onPress={onScan} />
      ) : null}
    </Line>
  );
}
