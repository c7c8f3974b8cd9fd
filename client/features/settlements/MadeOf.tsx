import type { SettlementDetail } from '@abacist/contracts';
import { useMedia, useTheme } from '@tamagui/core';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Line as Rule, Rect } from 'react-native-svg';
import { useWords } from '~/i18n';
import { Column, Line, Sheet } from '~/ui/Box';
import { Money, useMoney } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';
import { stepsOf, type Step } from './steps';

const ROW = 34;
const BAR = 16;

/**
 * From gross to net as a waterfall: each line with its figure, and beside it a bar that begins where the
 * one before ended.
 */
export function MadeOf({ of }: { of: SettlementDetail }) {
  const t = useWords();
  const money = useMoney();
  const media = useMedia();
  const steps = stepsOf(of);
  const list = steps
    .slice(1, -1)
    .map(({ name, minor }) => `${t(`settlement.${name}`)} ${money(minor)}`)
    .join(', ');
  return (
    <Section title={t('settlement.made')}>
      <Sheet>
        <Line alignItems="flex-start" paddingHorizontal="$4" paddingVertical="$2" gap="$3">
          <Column flex={1} minWidth={0} role="list">
            {steps.map(({ name, minor, sum }) => (
              <Line
                key={name}
                role="listitem"
                height={ROW}
                gap="$3"
                justifyContent="space-between"
              >
                <Body small strong={sum} numberOfLines={1} flex={1}>
                  {t(`settlement.${name}`)}
                </Body>
                <Money minor={minor} small strong={sum} />
              </Line>
            ))}
          </Column>
          <Bars
            steps={steps}
            flex={media.pair ? 2 : 1}
            label={t('settlement.picture', {
              ...{ gross: money(of.grossMinor), net: money(of.netMinor), list },
            })}
          />
        </Line>
      </Sheet>
    </Section>
  );
}

function Bars({ steps, flex, label }: { steps: Step[]; flex: number; label: string }) {
  const theme = useTheme();
  const [width, setWidth] = useState(0);
  const heights = steps.flatMap(({ from, to }) => [from, to]);
  const [low, high] = [Math.min(0, ...heights), Math.max(0, ...heights)];
  const x = (minor: number) => (high === low ? 0 : ((minor - low) / (high - low)) * width);
  return (
    <View
      role="img"
      aria-label={label}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      style={{ flex, height: steps.length * ROW }}
    >
      {width > 0 ? (
        <Svg width={width} height={steps.length * ROW}>
          <Rule
            x1={x(0)}
            x2={x(0)}
            y1={0}
            y2={steps.length * ROW}
            stroke={theme.edge.val}
            strokeWidth={1}
          />
          {steps.map(({ name, from, to, sum }, i) => (
            <Rect
              key={name}
              x={Math.min(x(from), x(to))}
              y={i * ROW + (ROW - BAR) / 2}
              // What is there is seen, however little it is.
              width={Math.max(2, Math.abs(x(to) - x(from)))}
              height={BAR}
              fill={sum ? theme.ink.val : 'transparent'}
              stroke={to < from ? theme.plum.val : sum ? theme.ink.val : theme.moss.val}
              strokeWidth={2}
            />
          ))}
          {steps.slice(0, -1).map(({ name, to }, i) => (
            <Rule
              key={name}
              x1={x(to)}
              x2={x(to)}
              y1={i * ROW + (ROW + BAR) / 2}
              y2={(i + 1) * ROW + (ROW - BAR) / 2}
              stroke={theme.edge.val}
              strokeWidth={1}
            />
          ))}
        </Svg>
      ) : null}
    </View>
  );
}
