import { ACT_FACTS, DRAWER_ACT_KINDS, type DrawerActKind } from '@abacist/core/drawerActs';
import type { LedgerAccount } from '@abacist/core/ledger';
import Joi from 'joi';
import type { CounterSettings } from './sales';
import {
  amountMinor,
  id,
  isoDate,
  piecesByDenomination,
  reasonText,
  safeText,
  uploadedFile,
  type UploadedFile,
} from './common';

/** A part of what was paid out or came in: its account and the tax inside of it. */
export type DrawerActPart = {
  account: LedgerAccount;
  amountMinor: number;
  taxCodeId: number | null;
  /** The department that it is for; left out: of none. */
  departmentId?: number | null;
  words: string;
};
/** Money into a drawer or out of it beside the tickets. */
export type DrawerActCommand = {
  kind: DrawerActKind;
  /** Of kinds that are of a drawer. */
  drawerId?: number;
  /** Of kinds that move money at the bank. */
  bankAccountId?: number;
  /** Of kinds that another drawer takes up. */
  toDrawerId?: number;
  amountMinor: number;
  /** A session that is being counted and lacks it; else it is of the open one. */
  sessionId?: number;
  /** The line of the bank that shows it, of kinds that move money there: matched at once. */
  lineId?: number;
  parts: DrawerActPart[];
  /** Whom it was paid to, who brought it. */
  party: string;
  words: string;
  /** Its cash by denomination, where it was counted. */
  count?: Record<string, number>;
};

const ACCOUNTS = [...new Set(Object.values(ACT_FACTS).flatMap(({ accounts }) => accounts))];
/** What is said of each act, wherever it is sent. */
export const drawerActFields = {
  kind: Joi.valid(...DRAWER_ACT_KINDS).required(),
  drawerId: id,
  bankAccountId: id,
  toDrawerId: id,
  amountMinor: amountMinor(1).required(),
  parts: Joi.array()
    .items(
      Joi.object<DrawerActPart>({
        account: Joi.valid(...ACCOUNTS).required(),
        amountMinor: amountMinor(1).required(),
        taxCodeId: id.allow(null).required(),
        departmentId: id.allow(null),
        words: safeText(100).allow('').required(),
      }),
    )
    .max(20)
    .required(),
  party: safeText(80).allow('').required(),
  words: safeText(200).allow('').required(),
  count: piecesByDenomination,
};
export const drawerActSchema = Joi.object<DrawerActCommand>({
  ...drawerActFields,
  sessionId: id,
  lineId: id,
});
export type DrawerActAnswer = { id: number; number: string };

/** A picture of the slip that goes with it, as a phone takes it. */
export type ActPicture = { actId: number } & UploadedFile;
export const actPictureSchema = Joi.object<ActPicture, true>({
  actId: id.required(),
  ...uploadedFile,
});

export const drawerActUndoSchema = Joi.object<{ reason: string }, true>({
  reason: reasonText(200).required(),
});

/** What was typed last for a party, by kind: offered when it is named again. */
export type KnownParty = Pick<DrawerActCommand, 'kind' | 'party' | 'words' | 'parts'>;
export type DrawerActChoices = {
  drawer: { id: number; name: string };
  parties: KnownParty[];
  /** What lies in it; null for who counts blind. */
  cashMinor: number | null;
  /** Cash that waits in the safe. */
  safeMinor: number;
  /** What the shop's own card paid and its bill did not. */
  cardMinor: number;
  bankAccounts: { id: number; name: string }[];
  drawers: { id: number; name: string }[];
  departments: { id: number; name: string }[];
  taxCodes: CounterSettings['taxCodes'];
};
/** Without a drawer it is the first one. */
export const drawerActChoicesSchema = Joi.object<{ drawerId?: number }>({ drawerId: id });

/** Acts of a day as its sheet and the counter list them, the newest first. */
export type DrawerAct = {
  id: number;
  kind: DrawerActKind;
  number: string;
  date: string;
  /** The drawer, or the account at the bank; empty for neither. */
  drawer: string;
  /** The drawer that took it up. */
  toDrawer: string | null;
  madeAt: string;
  by: string;
  amountMinor: number;
  /** What the drawer has more of it, or less below zero. */
  cashMinor: number;
  /** Pictures of its slip, by their ids. */
  pictures: number[];
  party: string;
  words: string;
  parts: (DrawerActPart & { taxMinor: number; department: string | null })[];
  /** The document that undid it. */
  undoneBy: string | null;
};
export const drawerActsSchema = Joi.object<{ date: string }, true>({
  date: isoDate.required(),
});
