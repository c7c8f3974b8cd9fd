export * from './chart';
export * from './table';
export * from './posting';
export * from './documents';
export * from './counted';
