export * from './accounts';
export * from './openItems';
