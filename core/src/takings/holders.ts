/*
 * In whose hands takings are, as a line names it: a kind and the row that stands for it. What core
 * decides before that row is stored is named by its place; whoever posts the entry names the row.
 */

/** The session of the drawer that the entry belongs to. */
export const IN_DRAWER = 'drawer';
/** A tender of a ticket by its place, the first is 1: a transfer, a cheque of ours. */
export const byTender = (position: number): string => `tender#${position}`;
/** An item that a count puts into the safe, by its place. */
export const bySafeItem = (position: number): string => `safeItem#${position}`;
/** The session of another drawer that takes cash up, before its row is known. */
export const IN_OTHER_DRAWER = 'drawer#2';
/** The pot of money that no ticket brought. */
export const BROUGHT_IN = 'broughtIn';
/** Money that no ticket brought, on its way to the bank, before its row is stored. */
export const IN_TRANSIT_OF_ACT = 'act#1';
/** A slip, a settlement, before its row is stored. */
export const ON_SLIP = 'slip#1';
export const IN_SETTLEMENT = 'settlement#1';
/** What a session of a drawer took and was not counted yet, or stayed below zero at its count. */
export const ofSession = (drawerSessionId: number | null): string =>
  `drawer ${drawerSessionId ?? ''}`;
export const atProcessor = (processorId: number | null): string => `processor ${processorId}`;
/** What a part of a settlement disputes, by its place; and a dispute that stands. */
export const disputeAt = (place: number): string => `dispute#${place}`;
export const ofDispute = (disputeId: number): string => `dispute ${disputeId}`;
/** What lies in a drawer as change. */
export const inFund = (drawerId: number): string => `fund ${drawerId}`;
/** Where a tender of kind other is posted to, its money is at once. */
export const AT_HOME = 'home';

/** Whether a holder is named by its place still. */
export const isByPlace = (holder: string): boolean => holder.includes('#');
