import { STAGES, type Lanes, type Stage } from '@abacist/core/days';
import { useTheme } from '@tamagui/core';
import Svg, { Path } from 'react-native-svg';
import { View } from 'react-native';

/** How wide the picture is; its four lanes in the units of the drawing, which stretches to its row. */
const STREAM_WIDTH = 84;
const LANE: Record<Stage, number> = { taken: 12, counted: 37, sent: 62, home: 87 };
/** Beyond the lanes: what is spent or short goes there. */
const SIDE = 104;
const WIDEST = 22;
const NARROWEST = 2;
const COLOURS = {
  taken: 'beadTaken',
  counted: 'beadCounted',
  sent: 'beadSent',
  home: 'beadHome',
} as const satisfies Record<Stage, string>;

/**
 * The money of a trail at one step: what stays in its lane goes straight down, what moves bends to the next, what is
 * spent or short leaves at the side. As wide as it is much.
 */
export function Stream({ lanes, mostMinor }: { lanes: Lanes; mostMinor: number }) {
  const theme = useTheme();
  const bands = bandsOf(lanes, mostMinor);
  return (
    <View aria-hidden style={{ width: STREAM_WIDTH, alignSelf: 'stretch' }}>
      <Svg
        width={STREAM_WIDTH}
        height="100%"
        viewBox="0 0 100 100"
        preserveAspectRatio="none"
        style={{ position: 'absolute' }}
      >
        {bands.map(({ d, colour }, i) => (
          <Path
            key={i}
            d={d}
            fill={theme[colour].val}
            stroke={theme.ink.val}
            strokeWidth={0.5}
          />
        ))}
      </Svg>
    </View>
  );
}

type Band = { d: string; colour: (typeof COLOURS)[Stage] | 'faded' };

/** Bands of a step: in each lane they lie side by side, what stays at the left, and nothing over another. */
function bandsOf({ before, after, flows }: Lanes, mostMinor: number): Band[] {
  const width = (minor: number) => Math.max(NARROWEST, (WIDEST * minor) / mostMinor);
  /** Where the next band of a lane goes, at the top of the row and at its foot. */
  const lay = (of: Record<Stage, number>) => {
    const at = Object.fromEntries(
      STAGES.map((stage) => [stage, LANE[stage] - width(of[stage]) / 2]),
    ) as Record<Stage, number>;
    return (stage: Stage, wide: number) => {
      at[stage] += wide;
      return at[stage] - wide / 2;
    };
  };
  const [top, foot] = [lay(before), lay(after)];
  const leaves = (stage: Stage) =>
    flows.reduce((sum, { from, amountMinor }) => sum + (from === stage ? amountMinor : 0), 0);
  const stay = STAGES.flatMap((stage): Band[] => {
    const wide = width(before[stage] - leaves(stage));
    return before[stage] > leaves(stage)
      ? [
          {
            d: band([top(stage, wide), 0], [foot(stage, wide), 100], wide),
            colour: COLOURS[stage],
          },
        ]
      : [];
  });
  const move = flows.map(({ from, to, amountMinor }): Band => {
    const wide = width(amountMinor);
    const end: Point = to === 'out' ? [SIDE, 60] : [foot(to, wide), 100];
    // What is taken begins here; what comes back comes from the side.
    const begin: Point =
      from === null ? [end[0], 45] : from === 'out' ? [SIDE, 20] : [top(from, wide), 0];
    return { d: band(begin, end, wide), colour: to === 'out' ? 'faded' : COLOURS[to] };
  });
  return [...stay, ...move];
}

type Point = readonly [number, number];

/** A band of a width from a point to another, straight down at both ends. */
function band([x1, y1]: Point, [x2, y2]: Point, width: number): string {
  const half = width / 2;
  const bend = (y1 + y2) / 2;
  const side = (at: number) => `C ${x1 + at} ${bend} ${x2 + at} ${bend} ${x2 + at} ${y2}`;
  return [
    `M ${x1 - half} ${y1}`,
    side(-half),
    `L ${x2 + half} ${y2}`,
    `C ${x2 + half} ${bend} ${x1 + half} ${bend} ${x1 + half} ${y1}`,
    'Z',
  ].join(' ');
}
