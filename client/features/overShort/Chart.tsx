import type { CountPoint } from '@abacist/contracts';
import type { Limits } from '@abacist/core/control';
import { useTheme } from '@tamagui/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Line as Rule, Path, Rect, Text as SvgText } from 'react-native-svg';
import { useWords } from '~/i18n';
import { useMoney } from '~/ui/Money';

const HEIGHT = 220;
const EDGE = { top: 14, bottom: 14, left: 58, right: 12 };

/** Figures whose names do not lie over each other, the first of them first. */
function labelled(figures: readonly number[], y: (minor: number) => number): number[] {
  const shown: number[] = [];
  for (const figure of figures)
    if (shown.every((other) => Math.abs(y(other) - y(figure)) > 14)) shown.push(figure);
  return shown;
}

/**
 * Counts as they follow each other: the line of their differences, the mean, the limits within which
 * they vary by themselves. What is no chance is a square and no circle: colour is never alone.
 */
export function Chart({
  points,
  limits,
  signals,
}: {
  points: readonly CountPoint[];
  limits: Limits | null;
  signals: ReadonlySet<number>;
}) {
  const t = useWords();
  const theme = useTheme();
  const money = useMoney();
  const [width, setWidth] = useState(0);
  const values = points.map(({ differenceMinor }) => differenceMinor);
  const far = [...values, 0, ...(limits ? [limits.lowerMinor, limits.upperMinor] : [])];
  const [low, high] = [Math.min(...far), Math.max(...far)];
  const x = scaleLinear()
    .domain([0, Math.max(1, points.length - 1)])
    .range([EDGE.left, width - EDGE.right]);
  const y = scaleLinear()
    .domain(low === high ? [low - 1, high + 1] : [low, high])
    .range([HEIGHT - EDGE.bottom, EDGE.top]);
  const path = line<number>(
    (_, i) => x(i),
    (value) => y(value),
  )(values);
  const bounds = limits ? [limits.lowerMinor, limits.upperMinor] : [];
  const named = labelled([low, high, ...bounds, limits?.meanMinor ?? 0], y);
  const rule = (minor: number, dashed: boolean) => (
    <Rule
      x1={EDGE.left}
      x2={width - EDGE.right}
      y1={y(minor)}
      y2={y(minor)}
      stroke={dashed ? theme.amber.val : theme.rule.val}
      strokeWidth={1.5}
      {...(dashed && { strokeDasharray: '6 4' })}
    />
  );
  return (
    <View
      role="img"
      aria-label={t('overShort.chart', { count: points.length })}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      style={{ height: HEIGHT, width: '100%' }}
    >
      {width > 0 ? (
        <Svg width={width} height={HEIGHT}>
          {named.map((minor) => (
            <SvgText
              key={minor}
              x={EDGE.left - 8}
              y={y(minor) + 4}
              fontSize={12}
              fill={theme.faded.val}
              textAnchor="end"
            >
              {money(minor)}
            </SvgText>
          ))}
          {bounds.map((minor, i) => (
            <G key={i}>{rule(minor, true)}</G>
          ))}
          {rule(limits?.meanMinor ?? 0, false)}
          <Path d={path ?? ''} stroke={theme.ink.val} strokeWidth={1.5} fill="none" />
          {values.map((value, i) =>
            signals.has(i) ? (
              <Rect
                key={i}
                x={x(i) - 5}
                y={y(value) - 5}
                width={10}
                height={10}
                fill={theme.plum.val}
              />
            ) : (
              <Circle key={i} cx={x(i)} cy={y(value)} r={3} fill={theme.moss.val} />
            ),
          )}
        </Svg>
      ) : null}
    </View>
  );
}
