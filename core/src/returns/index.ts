export * from './lines';
export * from './quantity';
export * from './discountBack';
export * from './refund';
export { NOTHING_PAID, type PaidTender, type RefundState } from '../tenders';
export * from './restocking';
export * from './giveBack';
export * from './rules';
