import type { ReminderStep } from '@abacist/core/accounts';
import Joi from 'joi';
import { id, safeText } from './common';

/** Who is overdue, how he was reminded last, and which step is due. Minor units. */
export type ReminderRow = {
  chargeAccountId: number;
  number: string;
  name: string;
  email: string;
  overdueMinor: number;
  oldestDue: string;
  /** The step that is due; null: none now. */
  step: number | null;
  last: { step: number; date: string; number: string } | null;
};
export type Reminders = { steps: ReminderStep[]; rows: ReminderRow[] };

/** Makes the reminders that are due; `mail` sends each. */
export type MakeReminders = { accountIds: number[]; mail: boolean };
export const makeRemindersSchema = Joi.object<MakeReminders>({
  accountIds: Joi.array().items(id).min(1).max(5000).unique().required(),
  mail: Joi.boolean().required(),
});

/** The three steps as the shop words them. */
export type SaveReminderSteps = { steps: Omit<ReminderStep, 'step'>[] };
export const reminderStepsSchema = Joi.object<SaveReminderSteps>({
  steps: Joi.array()
    .items(
      Joi.object({
        afterDays: Joi.number().integer().min(1).max(365).required(),
        subject: safeText(120).allow('').required(),
        text: safeText(2000).allow('').required(),
      }),
    )
    .length(3)
    .required(),
});
