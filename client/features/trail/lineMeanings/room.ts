import type { LineTrail } from '@abacist/contracts';

/** What asks for the rest once a person said what a line is. */
export type MeaningDialog = { line: LineTrail['line']; onClose: () => void };
