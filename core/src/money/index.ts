export * from './minor';
export * from './currency';
export * from './rate';
export * from './share';
export * from './cash';
export * from './text';
