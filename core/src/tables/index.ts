export * from './cells';
export * from './guess';
export * from './rows';
export * from './shape';
