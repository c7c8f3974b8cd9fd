export * from './aging';
export * from './allocate';
export * from './items';
export * from './lateCharge';
export * from './limit';
export * from './propose';
export * from './statement';
export * from './terms';
