import type { LineTrail } from '@abacist/contracts';
import type { ComponentType } from 'react';

/** What is known of a line that is open, on its own page and in the lane. */
export type OpenLine = Pick<
  LineTrail['line'],
  'id' | 'bankAccountId' | 'date' | 'amountMinor' | 'text' | 'note' | 'taught'
>;
/** What asks for the rest once a person said what a line is. */
export type MeaningDialog = { line: OpenLine; onClose: () => void };
/** A meaning asks for the rest here, or a page of its own does, which comes back to the line. */
export type Meaning =
  { Ask: ComponentType<MeaningDialog> } | { pageOf: (line: OpenLine) => string };
