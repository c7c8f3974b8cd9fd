export * from './statement';
export * from './csv';
export * from './camt053';
export * from './classify';
export * from './coverage';
export * from './readers';
