export * from './bead';
export { kindOfPot, POT_KINDS, potRules, type PotKind, type Route } from './pots';
export * from './rod';
