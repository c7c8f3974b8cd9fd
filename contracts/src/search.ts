import type { DocumentKind } from '@abacist/core/documents';
import type { Place } from '@abacist/core/takings';
import Joi from 'joi';
import { safeText } from './common';

/** What a search from every place finds: of which kind, what it is, and where it leads. */
export type SearchHit =
  | {
      /** A day's pot that took the amount, or has it at one place: where every cent of it is. */
      kind: 'bead';
      date: string;
      key: string;
      label: string;
      takenMinor: number;
      parts: { place: Place; amountMinor: number }[];
    }
  | {
      kind: 'document';
      document: DocumentKind;
      number: string;
      date: string;
      amountMinor: number;
      customer: string | null;
      entryId: number | null;
      saleId: number | null;
      subjectId: number;
      undone: boolean;
    }
  | { kind: 'account'; id: number; name: string; number: string; balanceMinor: number }
  | { kind: 'customer'; id: number; name: string; number: string }
  | { kind: 'item'; id: number; name: string; code: string; priceMinor: number }
  | {
      kind: 'line';
      id: number;
      text: string;
      date: string;
      amountMinor: number;
      open: boolean;
    };
export type HitKind = SearchHit['kind'];

export type SearchAsked = { text: string };
export const searchSchema = Joi.object<SearchAsked>({ text: safeText(80).min(1).required() });
