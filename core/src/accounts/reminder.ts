import { daysBetween, type IsoDate } from '../dates';
import { accept, refuse, type Outcome } from '../outcome';

/** A step of tone: from how many days overdue on it is due, and its letter. */
export type ReminderStep = { step: number; afterDays: number; subject: string; text: string };

/**
 * Which step a payer is to be reminded by, or null: the tone rises by one step at a time, as far
 * as the days overdue allow. A reminder from before the oldest charge was due was about another
 * debt and does not count. What was made today may go out again.
 * @param last the last reminder that was made
 */
export function reminderDue(
  oldestDue: IsoDate,
  today: IsoDate,
  steps: readonly Pick<ReminderStep, 'step' | 'afterDays'>[],
  last: { step: number; date: IsoDate } | null,
): number | null {
  const late = daysBetween(oldestDue, today);
  if (last && last.date === today) return last.step;
  const before = last && last.date > oldestDue ? last.step : 0;
  const next = steps.find(({ step }) => step === before + 1);
  return next && next.afterDays <= late ? next.step : null;
}

/** What a letter may name. */
export const LETTER_WORDS = ['name', 'overdue', 'since', 'days', 'shop'] as const;
export type LetterParams = Record<(typeof LETTER_WORDS)[number], string>;
const NAMED = /\{\{([^{}]*)\}\}/g;

/** A letter with its figures and names filled in. */
export function fillLetter(text: string, params: LetterParams): string {
  return text.replace(NAMED, (whole, name: string) =>
    name in params ? params[name as keyof LetterParams] : whole,
  );
}

/**
 * Whether steps can be used: each later than the one before, each letter naming only what is
 * known. Refusals: `reminder.days`, `reminder.word` (word), `reminder.empty`.
 */
export function checkReminderSteps(
  steps: readonly Omit<ReminderStep, 'step'>[],
): Outcome<readonly Omit<ReminderStep, 'step'>[]> {
  for (const [i, { afterDays, subject, text }] of steps.entries()) {
    const at = `steps.${i}`;
    if (i > 0 && afterDays <= steps[i - 1]!.afterDays) {
      return refuse('reminder.days', `${at}.afterDays`);
    }
    for (const [place, words] of [
      ['subject', subject],
      ['text', text],
    ] as const) {
      if (!words.trim()) return refuse('reminder.empty', `${at}.${place}`);
      for (const [, name] of words.matchAll(NAMED)) {
        if (!(LETTER_WORDS as readonly string[]).includes(name!)) {
          return refuse('reminder.word', `${at}.${place}`, { word: name! });
        }
      }
    }
  }
  return accept(steps);
}
