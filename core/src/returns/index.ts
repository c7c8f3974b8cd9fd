export * from './lines';
export * from './quantity';
export * from './discountBack';
export * from './refund';
export * from './restocking';
export * from './settle';
export * from './rules';
