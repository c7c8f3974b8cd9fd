import Joi from 'joi';

/** A count of a drawer as the chart of over and short has it; below zero is short. */
export type CountPoint = {
  sessionId: number;
  number: string;
  /** The day whose takings it counted. */
  date: string;
  drawerId: number;
  drawer: string;
  userId: number;
  by: string;
  differenceMinor: number;
  note: string;
};
export const overShortSchema = Joi.object<object>({});
