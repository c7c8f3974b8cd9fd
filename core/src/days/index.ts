export * from './bead';
export * from './rod';
