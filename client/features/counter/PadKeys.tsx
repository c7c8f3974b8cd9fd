import type { CounterSettings } from '@abacist/contracts';
import { styled, View } from '@tamagui/core';
import Delete from 'lucide-react-native/icons/delete';
import { router } from '~/router';
import { useWords } from '~/i18n';
import { Column, Line } from '~/ui/Box';
import { Body, Heading } from '~/ui/Text';
import { useTicket } from '~/features/ticket';
import { useFigures } from './useCounter';
import type { PadState } from './usePad';

const Key = styled(View, {
  name: 'Key',
  render: 'button',
  flex: 1,
  minHeight: 52,
  $short: { minHeight: 44 },
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

const DELETE = '<';
const ROWS = ['789', '456', '123', `.0${DELETE}`];

type Props = { settings: CounterSettings; pad: PadState; onDiscount: () => void };

/** The figures, and beside them the quantity, the discount and Pay. */
export function PadKeys({ settings, pad, onDiscount }: Props) {
  return (
    <Line gap="$2" alignItems="stretch">
      <Figures pad={pad} />
      <Column flex={1} gap="$2" minWidth={88} $short={{ gap: '$1' }}>
        <Acts pad={pad} onDiscount={onDiscount} />
        <PayKey settings={settings} />
      </Column>
    </Line>
  );
}

/** The same without figures, in one row. */
export function PadActs({ settings, pad, onDiscount }: Props) {
  return (
    <Line gap="$2" width={270} alignItems="stretch" minHeight={48}>
      <Acts pad={pad} onDiscount={onDiscount} />
      <PayKey settings={settings} />
    </Line>
  );
}

function Figures({ pad: { type, press } }: { pad: PadState }) {
  const t = useWords();
  return (
    <Column flex={3} gap="$2" $short={{ gap: '$1' }}>
      {ROWS.map((row) => (
        <Line key={row} gap="$2" $short={{ gap: '$1' }}>
          {[...row].map((key) =>
            key === DELETE ? (
              <Key
                key={key}
                tabIndex={-1}
                aria-label={t('counter.deleteKey')}
                onPress={() => type((before) => before.slice(0, -1))}
              >
                <Delete size={22} aria-hidden />
              </Key>
            ) : (
              <Key key={key} tabIndex={-1} aria-label={key} onPress={() => press(key)}>
                <Body fontSize="$5">{key}</Body>
              </Key>
            ),
          )}
        </Line>
      ))}
    </Column>
  );
}

function Acts({ pad, onDiscount }: { pad: PadState; onDiscount: () => void }) {
  const t = useWords();
  const none = useTicket(({ lines }) => lines.length === 0);
  return (
    <>
      <Key flex={1} tabIndex={-1} onPress={pad.takeQuantity}>
        <Body>{t('counter.times')}</Body>
      </Key>
      <Key
        flex={1}
        aria-label={t('counter.discountTitle')}
        aria-disabled={none || undefined}
        opacity={none ? 0.45 : 1}
        onPress={() => {
          if (!none) onDiscount();
        }}
      >
        <Body>{t('counter.discountKey')}</Body>
      </Key>
    </>
  );
}

function PayKey({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const { returned } = useTicket();
  const { totalMinor, empty } = useFigures(settings);
  return (
    <Key
      flex={2}
      backgroundColor="$vermilion"
      borderColor="$vermilion"
      hoverStyle={{ backgroundColor: '$vermilionDeep' }}
      pressStyle={{ backgroundColor: '$vermilionDeep' }}
      opacity={empty ? 0.45 : 1}
      aria-disabled={empty || undefined}
      onPress={() => {
        if (!empty) router.push('/counter/pay');
      }}
    >
      <Heading level={0} color="$onVermilion">
        {t(totalMinor < 0 ? 'refund.key' : returned ? 'refund.settle' : 'counter.pay')}
      </Heading>
    </Key>
  );
}
