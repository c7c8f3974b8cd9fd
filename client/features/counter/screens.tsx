import type { CounterSettings } from '@abacist/contracts';
import { useMedia } from '@tamagui/core';
import Undo2 from 'lucide-react-native/icons/undo-2';
import Ellipsis from 'lucide-react-native/icons/ellipsis';
import { router } from '~/router';
import { useEffect, useRef, useState } from 'react';
import { useSignedIn } from '~/api/session';
import { Tip } from '~/features/help';
import { SalesOfDay } from '~/features/sales';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body, Heading } from '~/ui/Text';
import { DeviceDialog } from './Device';
import { MoreDialog } from './More';
import { Pad } from './Pad';
import { useCounterSettings } from '~/features/catalogue';
import { useScanner, useTicket } from '~/features/ticket';
import { PartiesRow } from './Parties';
import { TicketLines, ToPay } from './Ticket';
export { OrphansScreen } from './Orphans';
export { ParkedScreen } from './Parked';
export { PayScreen } from './Pay';
export { ReturnScreen } from './returns/ReturnScreen';

/** The fastest screen: the ticket above, the pad below; side by side when there is room. */
export function CounterScreen() {
  const t = useWords();
  const media = useMedia();
  const settings = useCounterSettings();
  const { person } = useSignedIn();
  const { drawerId, counting } = useTicket();
  const [choosing, setChoosing] = useState(false);
  const [more, setMore] = useState(false);
  // What is scanned before the pad is there waits for it.
  useScanner((scanned) => {
    if (!settings.data) useTicket.setState({ scanned });
  });
  const drawers = settings.data?.drawers ?? [];
  const drawer = drawers.find(({ id }) => id === drawerId) ?? drawers[0];
  return (
    <Screen
      fill
      slim
      width={media.desk ? '100%' : 760}
      eyebrow={drawer ? t('counter.where', { drawer: drawer.name, person: person.name }) : ''}
      title={t('shell.counter')}
      tip={<Tip place="counter" />}
      right={
        <Line gap="$2">
          {drawer ? (
            <Button
              label={media.desk ? t('counter.device') : drawer.name}
              onPress={() => setChoosing(true)}
            />
          ) : null}
          <Button
            icon={Undo2}
            {...(!media.desk && { iconOnly: true })}
            label={t('returns.open')}
            onPress={() => router.push('/counter/return')}
          />
          <Button
            icon={Ellipsis}
            {...(!media.desk && { iconOnly: true })}
            label={t('more.title')}
            onPress={() => setMore(true)}
          />
        </Line>
      }
    >
      {counting ? (
        <Line paddingHorizontal="$4" gap="$3" flexWrap="wrap" role="status">
          <Body flex={1} tone="waiting" strong>
            {t('counter.intoCount', { drawer: counting.drawer })}
          </Body>
          <Button
            kind="plain"
            label={t('counter.leaveCount')}
            onPress={() => useTicket.setState({ counting: null })}
          />
        </Line>
      ) : null}
      {choosing && settings.data ? (
        <DeviceDialog settings={settings.data} onClose={() => setChoosing(false)} />
      ) : null}
      {more && settings.data ? (
        <MoreDialog settings={settings.data} onClose={() => setMore(false)} />
      ) : null}
      <Query of={settings}>
        {(data) => (media.desk ? <Wide settings={data} /> : <Narrow settings={data} />)}
      </Query>
    </Screen>
  );
}

function Narrow({ settings }: { settings: CounterSettings }) {
  return (
    <Column flex={1} minHeight={0}>
      <PartiesRow settings={settings} />
      <Column flex={1} minHeight={0} overflow="scroll" tabIndex={-1} backgroundColor="$sheet">
        <TicketLines settings={settings} />
        <NewestInSight />
      </Column>
      <ToPay settings={settings} />
      <Pad settings={settings} />
    </Column>
  );
}

function Wide({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  return (
    <Line flex={1} minHeight={0} alignItems="stretch" gap="$4" padding="$4" paddingTop={0}>
      <Column flex={1} minHeight={0} gap="$2">
        <Heading size="section">{t('sales.today')}</Heading>
        <Column flex={1} minHeight={0} overflow="scroll" tabIndex={-1}>
          <SalesOfDay />
        </Column>
      </Column>
      <Sheet flex={1.2} minHeight={0}>
        <PartiesRow settings={settings} />
        <Column flex={1} minHeight={0} overflow="scroll" tabIndex={-1}>
          <TicketLines settings={settings} />
          <NewestInSight />
        </Column>
        <ToPay settings={settings} />
      </Sheet>
      <Column width={420}>
        <Pad settings={settings} />
      </Column>
    </Line>
  );
}

/** The end of the ticket, scrolled into sight whenever a line is rung. */
function NewestInSight() {
  const end = useRef<HTMLDivElement>(null);
  const { lines } = useTicket();
  useEffect(() => {
    // In braces: newer browsers answer with a promise, which is no clean-up.
    void end.current?.scrollIntoView({ block: 'end' });
  }, [lines.length]);
  return <div ref={end} />;
}
