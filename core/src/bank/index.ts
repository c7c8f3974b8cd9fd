export * from './statement';
export * from './csv';
export * from './camt';
export * from './classify';
export * from './coverage';
export * from './readers';
export * from './ownTransfer';
export * from './split';
