import { PAPER_KINDS, type PaperKind } from '@abacist/core/documents';
import Joi from 'joi';
import { emailAddress, id, safeText, uploadedFile, type UploadedFile } from './common';

/** What a paper is made of. */
const PAPER_SUBJECTS = [
  'sale',
  'order',
  'creditNote',
  'drawerAct',
  'daySheet',
  'slip',
  'reconciliation',
] as const;
export type PaperSubject = (typeof PAPER_SUBJECTS)[number];

/** Issues a paper: as a file to open, by mail, or on the roll printer. */
export type IssuePaper = {
  kind: PaperKind;
  subject: PaperSubject;
  subjectId: number;
  /** A page (A4 or Letter, as the shop set it) or the 80 mm roll. */
  format: 'page' | 'roll';
  how: 'pdf' | 'mail' | 'roll';
  to?: string;
  /** The address is kept with the customer of the document. */
  keepAddress?: boolean;
};
export const issuePaperSchema = Joi.object<IssuePaper>({
  kind: Joi.valid(...PAPER_KINDS).required(),
  subject: Joi.valid(...PAPER_SUBJECTS).required(),
  subjectId: id.required(),
  format: Joi.valid('page', 'roll').required(),
  how: Joi.valid('pdf', 'mail', 'roll').required(),
  to: Joi.when('how', {
    is: 'mail',
    then: emailAddress.required(),
    otherwise: Joi.forbidden(),
  }),
  keepAddress: Joi.when('how', {
    is: 'mail',
    then: Joi.boolean(),
    otherwise: Joi.forbidden(),
  }),
});
export type PaperIssued = { issueId: number; copy: boolean };

/** What stands at the head and foot of every paper. */
export type PaperHead = {
  address: string;
  /** Where its mail comes from; empty where it sends none. */
  email: string;
  taxNumbers: string;
  foot: string;
  pageSize: 'a4' | 'letter';
  hasLogo: boolean;
  version: number;
};
export type SavePaperHead = Omit<PaperHead, 'hasLogo'> & {
  /** A new logo (PNG or JPEG), `remove`, or none: it stays. */
  logo?: UploadedFile | 'remove';
};
export const savePaperHeadSchema = Joi.object<SavePaperHead>({
  address: safeText(300).allow('').required(),
  email: emailAddress.allow('').required(),
  taxNumbers: safeText(200).allow('').required(),
  foot: safeText(300).allow('').required(),
  pageSize: Joi.valid('a4', 'letter').required(),
  version: Joi.number().integer().min(1).required(),
  logo: Joi.alternatives(Joi.valid('remove'), Joi.object(uploadedFile)),
});
