import type { FeesView } from '@abacist/contracts';
import { useTheme } from '@tamagui/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Line as Rule, Path, Text as SvgText } from 'react-native-svg';
import { useWords } from '~/i18n';
import { useNumbers } from '~/i18n/useFormat';
import { Sheet } from '~/ui/Box';
import { Section } from '~/ui/Section';

const HEIGHT = 200;
const EDGE = { top: 16, bottom: 16, left: 58, right: 130 };
/** Lines are told apart by dashes and the name at their end: the colours have meanings of their own. */
const DASHES = [undefined, '7 4', '2 4', '9 3 2 3'];

/** What of each sale went in fees, a line a scheme, a point a week. */
export function Rates({ weeks }: { weeks: FeesView['weeks'] }) {
  const t = useWords();
  const { percent } = useNumbers();
  const theme = useTheme();
  const [width, setWidth] = useState(0);
  const all = [...new Set(weeks.map(({ week }) => week))].sort();
  const schemes = [...new Set(weeks.map(({ scheme }) => scheme))].sort();
  if (all.length < 2) return null;
  const rates = weeks.map(({ basisPoints }) => basisPoints);
  const [low, high] = [Math.min(...rates), Math.max(...rates)];
  const x = scaleLinear()
    .domain([0, all.length - 1])
    .range([EDGE.left, width - EDGE.right]);
  const y = scaleLinear()
    .domain(low === high ? [low - 1, high + 1] : [low, high])
    .range([HEIGHT - EDGE.bottom, EDGE.top]);
  const written = (basisPoints: number) => percent(basisPoints / 100, 2);
  const lines = schemes.map((scheme) =>
    weeks
      .filter((one) => one.scheme === scheme)
      .sort((a, b) => (a.week < b.week ? -1 : 1))
      .map(({ week, basisPoints }) => ({ at: all.indexOf(week), basisPoints })),
  );
  const ends = apart(lines.map((points) => y(points.at(-1)!.basisPoints)));
  const list = schemes
    .map((scheme, i) =>
      t('fees.ratesOf', { scheme, percent: written(lines[i]!.at(-1)!.basisPoints) }),
    )
    .join(', ');
  return (
    <Section title={t('fees.rates')}>
      <Sheet>
        <View
          role="img"
          aria-label={t('fees.ratesPicture', { list })}
          onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
          style={{ height: HEIGHT, width: '100%' }}
        >
          {width > 0 ? (
            <Svg width={width} height={HEIGHT}>
              {[low, high].map((figure, i) => (
                <G key={i}>
                  <Rule
                    x1={EDGE.left}
                    x2={width - EDGE.right}
                    y1={y(figure)}
                    y2={y(figure)}
                    stroke={theme.rule.val}
                    strokeWidth={1}
                  />
                  <SvgText
                    x={EDGE.left - 8}
                    y={y(figure) + 4}
                    fontSize={12}
                    fill={theme.faded.val}
                    textAnchor="end"
                  >
                    {`${written(figure)} %`}
                  </SvgText>
                </G>
              ))}
              {lines.map((points, i) => (
                <G key={schemes[i]}>
                  <Path
                    d={
                      line<(typeof points)[number]>(
                        (one) => x(one.at),
                        (one) => y(one.basisPoints),
                      )(points) ?? ''
                    }
                    stroke={theme.ink.val}
                    strokeWidth={2}
                    strokeDasharray={DASHES[i % DASHES.length]}
                    fill="none"
                  />
                  {points.map((one) => (
                    <Circle
                      key={one.at}
                      cx={x(one.at)}
                      cy={y(one.basisPoints)}
                      r={3}
                      fill={theme.ink.val}
                    />
                  ))}
                  <SvgText
                    x={width - EDGE.right + 8}
                    y={ends[i]! + 4}
                    fontSize={12}
                    fill={theme.ink.val}
                  >
                    {t('fees.ratesOf', {
                      scheme: schemes[i]!,
                      percent: written(points.at(-1)!.basisPoints),
                    })}
                  </SvgText>
                </G>
              ))}
            </Svg>
          ) : null}
        </View>
      </Sheet>
    </Section>
  );
}

/** Heights of names that would lie over each other, moved apart. */
function apart(heights: readonly number[]): number[] {
  const order = heights
    .map((height, i) => ({ height, i }))
    .sort((a, b) => a.height - b.height);
  const moved = [...heights];
  let last = -Infinity;
  for (const { height, i } of order) {
    moved[i] = Math.max(height, last + 15);
    last = moved[i];
  }
  return moved;
}
