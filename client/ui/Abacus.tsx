import type { Bead, BeadShape, Stage } from '@abacist/core/days';
import { STAGES } from '@abacist/core/days';
import { styled, useTheme, View as Frame } from '@tamagui/core';
import { useState, type ReactNode } from 'react';
import Svg, { Circle, G, Line as SvgLine, Polygon, Rect } from 'react-native-svg';
import { View } from 'react-native';

const SIZE = 24;
const HEIGHT = 40;
const GAP = 4;

/** How a bead is drawn: at its stage, or as one that does not tie. */
type BeadLook = Stage | 'loose';
export const beadLook = (bead: Pick<Bead, 'stage' | 'looseMinor'>): BeadLook =>
  bead.looseMinor === 0 ? bead.stage : 'loose';

/** Colours fill up on the way home; what does not tie stands out of them. */
const FILL = {
  taken: 'beadTaken',
  counted: 'beadCounted',
  sent: 'beadSent',
  home: 'beadHome',
  loose: 'beadLoose',
} as const satisfies Record<BeadLook, string>;

/** One bead: its shape tells the tender, its colour how far it is (a word or its place goes with it). */
function BeadMark({
  shape,
  at,
  x = 2,
  y = 2,
  size = SIZE,
  hollow,
}: {
  shape: BeadShape;
  at: BeadLook;
  x?: number;
  y?: number;
  size?: number;
  hollow?: boolean;
}) {
  const theme = useTheme();
  const common = {
    fill: hollow ? theme.sheet.val : theme[FILL[at]].val,
    stroke: hollow ? theme.amber.val : theme.ink.val,
    strokeWidth: hollow ? 3 : size < SIZE ? 1.25 : 1.75,
  };
  const [left, top, side] = [x + 1, y + 1, size - 2];
  const drawn = (corners: readonly (readonly [number, number])[]) =>
    corners.map(([dx, dy]) => `${left + dx * side},${top + dy * side}`).join(' ');
  if (shape === 'cash') {
    return <Circle cx={x + size / 2} cy={y + size / 2} r={side / 2} {...common} />;
  }
  const corners = CORNERS[shape];
  if (corners) {
    // Pale while it rests with the customers: it holds nothing back.
    const pale = shape === 'onAccount' && at !== 'home' && at !== 'loose' && !hollow;
    return (
      <Polygon
        points={drawn(corners)}
        strokeLinejoin="round"
        {...common}
        {...(pale && { fill: theme.well.val })}
      />
    );
  }
  return <Rect x={left} y={top} width={side} height={side} rx={size / 4} {...common} />;
}

/** Corners of the shapes that have some, of a square of one. */
const CORNERS: Partial<Record<BeadShape, readonly (readonly [number, number])[]>> = {
  cheque: [
    [0, 0.5],
    [0.5, 0],
    [1, 0.5],
    [0.5, 1],
  ],
  other: [
    [0.5, 0],
    [1, 0.91],
    [0, 0.91],
  ],
  onAccount: [
    [0.25, 0.03],
    [0.75, 0.03],
    [1, 0.5],
    [0.75, 0.97],
    [0.25, 0.97],
    [0, 0.5],
  ],
};

/** A single bead as a small picture. */
export function BeadIcon({
  tone,
  ...props
}: {
  shape: BeadShape;
  tone: BeadLook;
  hollow?: boolean;
}) {
  return (
    <Svg width={SIZE + 4} height={SIZE + 4} aria-hidden>
      <BeadMark at={tone} {...props} />
    </Svg>
  );
}

/** Where beads of a size stand on a rod of a width: those of one stage lie side by side at its mark. */
export function placeBeads(
  beads: readonly Bead[],
  width: number,
  size = SIZE,
): { bead: Bead; x: number }[] {
  // On a very short rod they lie closer.
  const step = Math.min(
    size + (GAP * size) / SIZE,
    (width - size) / Math.max(1, beads.length - 1),
  );
  const placed: { bead: Bead; x: number }[] = [];
  for (const stage of STAGES) {
    const here = beads.filter((bead) => bead.stage === stage);
    const wanted = stageX(stage, width, (here.length - 1) * step + size);
    // Never over those of the stage before.
    const start = Math.max(wanted, placed.length ? placed.at(-1)!.x + step : 0);
    here.forEach((bead, i) => placed.push({ bead, x: start + i * step }));
  }
  // What does not fit at the right moves all of it to the left, as on a wire.
  const last = placed.at(-1);
  for (let i = placed.length - 1, end = width - size; last && i >= 0; i -= 1, end -= step) {
    placed[i]!.x = Math.max(0, Math.min(placed[i]!.x, end));
  }
  return placed;
}

/** Taken at the left end, Home at the right; the two between at a third and two thirds. */
function stageX(stage: Stage, width: number, taken: number): number {
  const at = STAGES.indexOf(stage) / (STAGES.length - 1);
  if (stage === 'home') return width - taken;
  return at * width * 0.86;
}

/** Where a drawing lies in what holds it. */
export type Box = { x: number; y: number; width: number };

/** A business day as an abacus rod, drawn from the real states of its beads. */
export function RodDrawing({
  beads,
  label,
  onBox,
}: {
  beads: readonly Bead[];
  label: string;
  /** Told where it lies, for whoever lays touches over its beads. */
  onBox?: (box: Box) => void;
}) {
  const theme = useTheme();
  const [width, setWidth] = useState(0);
  return (
    <View
      role="img"
      aria-label={label}
      style={{ height: HEIGHT }}
      onLayout={({ nativeEvent: { layout } }) => {
        setWidth(layout.width);
        onBox?.(layout);
      }}
    >
      {width > 0 ? (
        <Svg width={width} height={HEIGHT}>
          <SvgLine
            x1={0}
            x2={width}
            y1={HEIGHT / 2}
            y2={HEIGHT / 2}
            stroke={theme.wood.val}
            strokeWidth={4}
            strokeLinecap="round"
          />
          {[1, 2].map((third) => (
            <SvgLine
              key={third}
              x1={(third / 3) * width * 0.86 - 5}
              x2={(third / 3) * width * 0.86 - 5}
              y1={HEIGHT / 2 - 10}
              y2={HEIGHT / 2 + 10}
              stroke={theme.rule.val}
              strokeWidth={2}
            />
          ))}
          {placeBeads(beads, width).map(({ bead, x }) => (
            <Slide key={bead.key} x={x}>
              <BeadMark shape={bead.shape} at={beadLook(bead)} x={0} y={(HEIGHT - SIZE) / 2} />
            </Slide>
          ))}
        </Svg>
      ) : null}
    </View>
  );
}

const Touch = styled(Frame, {
  render: 'button',
  position: 'absolute',
  width: SIZE + GAP,
  height: HEIGHT + 8,
  padding: 0,
  borderWidth: 0,
  borderRadius: '$2',
  backgroundColor: 'transparent',
  cursor: 'pointer',
});

/** Before a rod is measured nobody knows where its beads lie: keys find them, and no finger does. */
const UNMEASURED = { width: 0, height: 0, overflow: 'hidden' } as const;

/**
 * What can be touched of a rod that is drawn inside of a link: a button over each bead, beside the link,
 * since neither may hold the other. By keys beads are reached by the arrows, so that Tab goes from day to day.
 */
export function BeadTouches({
  beads,
  box,
  label,
  onPress,
}: {
  beads: readonly Bead[];
  box: Box;
  label: (bead: Bead) => string;
  onPress: (bead: Bead) => void;
}) {
  return placeBeads(beads, box.width).map(({ bead, x }) => (
    <Touch
      key={bead.key}
      data-over
      aria-label={label(bead)}
      tabIndex={-1}
      left={box.x + x - GAP / 2}
      top={box.y - 4}
      {...(box.width === 0 && UNMEASURED)}
      onPress={() => onPress(bead)}
    />
  ));
}

/** A rod as wide as its place and hardly higher than a line of text; its words stand beside it. */
export function SmallRod({ beads }: { beads: readonly Bead[] }) {
  const theme = useTheme();
  const [width, height, size] = [84, 14, 10];
  return (
    <View aria-hidden>
      <Svg width="100%" height={height} viewBox={`0 0 ${width} ${height}`}>
        <SvgLine
          x1={0}
          x2={width}
          y1={height / 2}
          y2={height / 2}
          stroke={theme.wood.val}
          strokeWidth={2}
        />
        {placeBeads(beads, width, size).map(({ bead, x }) => (
          <BeadMark
            key={bead.key}
            shape={bead.shape}
            at={beadLook(bead)}
            x={x}
            y={(height - size) / 2}
            size={size}
          />
        ))}
      </Svg>
    </View>
  );
}

/** Moves a bead to its place over a moment, when it has come to its next stage. */
function Slide({ x, children }: { x: number; children: ReactNode }) {
  const style = { transform: `translateX(${x}px)`, transition: 'transform 350ms ease-out' };
  return <G style={style as object}>{children}</G>;
}
