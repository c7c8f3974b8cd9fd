export * from './closing';
export * from './bead';
export {
  kindOfPot,
  kindsOfRoute,
  potRules,
  WAITS_FOR,
  type PotKind,
  type Route,
  type WaitsFor,
} from './pots';
export * from './quarter';
export * from './rod';
export * from './homeward';
export * from './lanes';
