export { checkCheque, type Cheque } from './kinds/cheque';
export { type OwnCheque } from './kinds/ownCheque';
export { giveBackOf, inCoins, kindsWhere, roomOf } from './kinds';
export * from './paid';
export { postTenders, potOf, type PostWhere } from './post';
export type { AskedReferences } from './room';
export { decideCorrection, type CorrectionState } from './correct';
export { checkDrawer, checkTenders, payTicket, takeOf, tendersBroken } from './pay';
export * from './types';
