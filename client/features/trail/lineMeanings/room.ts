import type { LineTrail } from '@abacist/contracts';
import type { ComponentType } from 'react';

type Line = LineTrail['line'];
/** What asks for the rest once a person said what a line is. */
export type MeaningDialog = { line: Line; onClose: () => void };
/** A meaning asks for the rest here, or a page of its own does, which comes back to the line. */
export type Meaning =
  { Ask: ComponentType<MeaningDialog> } | { pageOf: (line: Line) => string };
