import type { Bead, BeadShape, Stage } from '@abacist/core/days';
import { STAGES } from '@abacist/core/days';
import { useTheme } from '@tamagui/core';
import { useState, type ReactNode } from 'react';
import Svg, { Circle, G, Line as SvgLine, Polygon, Rect } from 'react-native-svg';
import { View } from 'react-native';

const SIZE = 24;
const HEIGHT = 40;
const GAP = 4;

export type BeadTone = 'home' | 'waiting' | 'loose';

/** Whether a bead is home, on its way, or stuck. */
export function beadTone(bead: Pick<Bead, 'stage' | 'looseMinor'>): BeadTone {
  if (bead.looseMinor !== 0) return 'loose';
  return bead.stage === 'home' ? 'home' : 'waiting';
}

/** One bead: its shape tells the tender, its colour the state (a word always goes with it). */
function BeadMark({
  shape,
  tone,
  x = 2,
  y = 2,
  hollow,
}: {
  shape: BeadShape;
  tone: BeadTone;
  x?: number;
  y?: number;
  hollow?: boolean;
}) {
  const theme = useTheme();
  const fill = { home: theme.beadHome, waiting: theme.beadWaiting, loose: theme.beadLoose }[
    tone
  ];
  const common = {
    fill: hollow ? theme.sheet.val : fill.val,
    stroke: hollow ? theme.amber.val : theme.ink.val,
    strokeWidth: hollow ? 3 : 1.75,
  };
  if (shape === 'cash') {
    return <Circle cx={x + SIZE / 2} cy={y + SIZE / 2} r={SIZE / 2 - 1} {...common} />;
  }
  if (shape === 'cheque') {
    const [left, top, half] = [x + 1, y + 1, SIZE / 2 - 1];
    const points = `${left},${top + half} ${left + half},${top} ${left + 2 * half},${top + half} ${left + half},${top + 2 * half}`;
    return <Polygon points={points} strokeLinejoin="round" {...common} />;
  }
  if (shape === 'other') {
    const points = `${x + SIZE / 2},${y + 1} ${x + SIZE - 1},${y + SIZE - 3} ${x + 1},${y + SIZE - 3}`;
    return <Polygon points={points} strokeLinejoin="round" {...common} />;
  }
  if (shape === 'onAccount') {
    // Pale while it rests with the customers: it holds nothing back.
    const [left, top, size] = [x + 1, y + 1, SIZE - 2];
    const corners = [
      [0.25, 0.03],
      [0.75, 0.03],
      [1, 0.5],
      [0.75, 0.97],
      [0.25, 0.97],
      [0, 0.5],
    ].map(([dx, dy]) => `${left + dx! * size},${top + dy! * size}`);
    const pale = tone === 'waiting' && !hollow ? { fill: theme.well.val } : {};
    return <Polygon points={corners.join(' ')} strokeLinejoin="round" {...common} {...pale} />;
  }
  return <Rect x={x + 1} y={y + 1} width={SIZE - 2} height={SIZE - 2} rx={6} {...common} />;
}

/** A single bead as a small picture. */
export function BeadIcon(props: { shape: BeadShape; tone: BeadTone; hollow?: boolean }) {
  return (
    <Svg width={SIZE + 4} height={SIZE + 4} aria-hidden>
      <BeadMark {...props} />
    </Svg>
  );
}

/** Where each bead stands on a rod of a width: beads of one stage lie side by side at its mark. */
export function placeBeads(
  beads: readonly Bead[],
  width: number,
): { bead: Bead; x: number }[] {
  const step = SIZE + GAP;
  const placed: { bead: Bead; x: number }[] = [];
  for (const stage of STAGES) {
    const here = beads.filter((bead) => bead.stage === stage);
    const start = stageX(stage, width, here.length * step);
    here.forEach((bead, i) => placed.push({ bead, x: start + i * step }));
  }
  return placed;
}

/** Taken at the left end, Home at the right; the two between at a third and two thirds. */
function stageX(stage: Stage, width: number, taken: number): number {
  const at = STAGES.indexOf(stage) / (STAGES.length - 1);
  if (stage === 'home') return width - taken + GAP;
  return at * width * 0.86;
}

/** A business day as an abacus rod, drawn from the real states of its beads. */
export function RodDrawing({ beads, label }: { beads: readonly Bead[]; label: string }) {
  const theme = useTheme();
  const [width, setWidth] = useState(0);
  return (
    <View
      role="img"
      aria-label={label}
      style={{ height: HEIGHT }}
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
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
              <BeadMark
                shape={bead.shape}
                tone={beadTone(bead)}
                x={0}
                y={(HEIGHT - SIZE) / 2}
              />
            </Slide>
          ))}
        </Svg>
      ) : null}
    </View>
  );
}

/** Moves a bead to its place over a moment, when it has come to its next stage. */
function Slide({ x, children }: { x: number; children: ReactNode }) {
  const style = { transform: `translateX(${x}px)`, transition: 'transform 350ms ease-out' };
  return <G style={style as object}>{children}</G>;
}
