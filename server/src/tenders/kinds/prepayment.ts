import type { TenderStore } from './store';

export const PREPAYMENT: TenderStore = {
  names: (tender) => ('orderId' in tender ? { orders: [tender.orderId] } : {}),
};
