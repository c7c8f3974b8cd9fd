export * from './closing';
export * from './bead';
export { kindOfPot, potRules, type PotKind, type Route } from './pots';
export * from './rod';
