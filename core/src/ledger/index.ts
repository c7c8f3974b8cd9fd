export * from './chart';
export * from './table';
export * from './posting';
export * from './seal';
export * from './documents';
