import { useMedia } from '@tamagui/core';
import { router } from '~/router';
import type { ReactNode } from 'react';
import { Tip } from '~/features/help';
import { PlaceHead } from '~/features/search';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Screen } from '~/ui/Screen';
import { Heading } from '~/ui/Text';
import { CardsLane } from './Cards';
import { SafeLane } from './Safe';
import { StatementLane } from './Statement';

export type Lane = 'safe' | 'cards' | 'statement';
const LANES: Lane[] = ['safe', 'cards', 'statement'];

/** Three lanes to the bank: one at a time on a phone, side by side when there is room. */
export function BankScreen({ lane }: { lane: Lane }) {
  const t = useWords();
  const media = useMedia();
  const content: Record<Lane, ReactNode> = {
    safe: <SafeLane />,
    cards: <CardsLane />,
    statement: <StatementLane />,
  };
  if (media.desk) {
    return (
      <Screen
        fill
        width="100%"
        title={t('shell.bank')}
        right={<PlaceHead />}
        tip={<Tip place="bank" />}
      >
        <Line flex={1} minHeight={0} alignItems="stretch" gap="$4" paddingHorizontal="$4">
          {LANES.map((name) => (
            <Column key={name} flex={1} minHeight={0} gap="$2" render="section">
              <Heading>{t(`bank.${name}`)}</Heading>
              <Column flex={1} minHeight={0} overflow="scroll" tabIndex={-1}>
                {content[name]}
              </Column>
            </Column>
          ))}
        </Line>
      </Screen>
    );
  }
  return (
    <Screen title={t('shell.bank')} right={<PlaceHead />} tip={<Tip place="bank" />}>
      <Line
        gap="$2"
        paddingHorizontal="$4"
        paddingBottom="$4"
        role="group"
        aria-label={t('bank.lanes')}
      >
        {LANES.map((name) => (
          <Button
            key={name}
            grow
            kind={name === lane ? 'chosen' : 'quiet'}
            pressed={name === lane}
            label={t(`bank.${name}`)}
            onPress={() => router.replace(`/bank/${name}` as never)}
          />
        ))}
      </Line>
      {content[lane]}
    </Screen>
  );
}
