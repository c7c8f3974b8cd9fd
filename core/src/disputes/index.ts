export * from './atBank';
export * from './state';
export * from './lost';
export * from './retold';
