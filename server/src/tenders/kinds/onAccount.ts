import type { TenderStore } from './store';

export const ON_ACCOUNT: TenderStore = {
  never: {
    unpaid: `(SELECT i.left_minor FROM open_item i
      WHERE i.sale_tender_id = st.id AND NOT i.voided)`,
    writtenOff: `(SELECT SUM(x.amount_minor) FROM open_item i
      JOIN allocation x ON x.charge_item_id = i.id
      JOIN open_item c ON c.id = x.credit_item_id AND c.kind = 'writeOff'
      WHERE i.sale_tender_id = st.id AND NOT i.voided)`,
  },
  names: (tender) =>
    'chargeAccountId' in tender ? { accounts: [tender.chargeAccountId] } : {},
};
