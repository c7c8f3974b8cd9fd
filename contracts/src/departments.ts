import Joi from 'joi';
import { id, safeText } from './common';

/** What a department may be changed to; its code stays, since price lists name it. */
export type ChangeDepartment = { name: string; taxCodeId: number; active: boolean };
export type NewDepartment = ChangeDepartment & { code: string };
/** A department with the number of its items that are on sale. */
export type DepartmentDetail = NewDepartment & { id: number; itemCount: number };
export type DepartmentList = {
  departments: DepartmentDetail[];
  taxCodes: { id: number; name: string }[];
};

const changeable = {
  name: safeText(80).min(1).required(),
  taxCodeId: id.required(),
  active: Joi.boolean().required(),
};
export const changeDepartmentSchema = Joi.object<ChangeDepartment>(changeable);
export const newDepartmentSchema = Joi.object<NewDepartment>({
  ...changeable,
  code: safeText(20).pattern(/^\S+$/).required(),
});
