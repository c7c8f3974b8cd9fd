import Joi from 'joi';

/** A count of a drawer, or of its float when it opened, as the chart of over and short has it; below zero is short. */
export type CountPoint = {
  number: string;
  /** The day whose takings it counted; of a float the day on which it opened. */
  date: string;
  drawerId: number;
  drawer: string;
  userId: number;
  by: string;
  differenceMinor: number;
  note: string;
};
export const overShortSchema = Joi.object<object>({});
