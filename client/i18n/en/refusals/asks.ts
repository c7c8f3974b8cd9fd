/** What asks for an approval, and what is wrong with one. */
export const asks = {
  approval_pin: 'That is not the PIN of this person.',
  rule_manyMails: '{{count}} mails go out at once. Is that right?',
  rule_taxExemption:
    '{{name}} would pay other taxes than the goods bear. A bookkeeper must approve it.',
  rule_clock:
    'The clock says {{now}}, but the newest entry was made {{last}}. Set the clock; if it is right, a manager lets it go on.',
  approval_changed: 'The figures have changed since: look at them again.',
  approval_another: 'Another person must sign: choose who.',
  approval_role: 'This person may not approve it.',
  rule_totalsUndone:
    '{{number}} is undone with its {{count}} documents. A manager must approve it.',
  rule_totalsTax:
    'The till says {{stated}} of tax, its rates give {{computed}}. Was something sold without it?',
  rule_void: 'A void turns a sale back. A manager must approve it.',
  rule_priceChange:
    '{{moved}} off is more than {{allowedPercent}} %. A manager must approve it.',
  rule_returnWithoutSale: 'The sale was not found. A manager must approve the return.',
  rule_returnLate:
    'The sale is {{days}} days old, {{allowed}} are allowed. A manager must approve the return.',
  rule_returnAbove: '{{returned}} is returned; above {{allowed}} a manager must approve it.',
  rule_refundInCash:
    '{{cash}} in cash, but only {{cashLeft}} of it was paid in cash. A manager must approve it.',
  rule_refundByCheque:
    '{{cheque}} by our cheque, but only {{chequesLeft}} of it was paid by cheque. A manager must approve it.',
  rule_aboveDrawer: '{{out}} leaves the drawer, which holds less. A manager must approve it.',
  rule_chequeTwice:
    'Cheque {{number}} of {{name}} was taken before, on {{date}}. Is it another one? Say why.',
  rule_chequeOld:
    'This cheque is dated {{date}}, more than six months ago. The bank may refuse it.',
  rule_tenderedMuch:
    '{{tendered}} for {{due}} means {{change}} of change. Is that what the customer gave?',
  rule_refundFromSafe: '{{out}} is refunded out of the safe. A manager must approve it.',
  rule_aboveSafe: '{{out}} is more than lies in the safe. A manager must approve it.',
  rule_voucherBack: 'A gift voucher of {{amount}} is refunded. A manager must approve it.',
  rule_voucherExtended:
    'Gift voucher {{number}} gets {{date}} as its last day. A manager must approve it.',
  rule_voucherExpired:
    '{{left}} of gift voucher {{number}} become other income. A manager must approve it.',
  rule_feeWaived: 'The restocking fee is waived. A manager must approve it.',
  rule_creditExtended:
    'Credit note {{number}} gets {{date}} as its last day. A manager must approve it.',
  rule_creditExpired:
    'Of credit note {{number}}, {{left}} expires. A manager must approve it.',
  rule_closedPeriod:
    'The books are closed through {{through}}. A manager must approve this date.',
  rule_prepaymentKept:
    '{{left}} that was paid ahead stays with the shop. A manager must approve it.',
  rule_accountRules: 'Rules of charge accounts change. A manager must approve it.',
  rule_paidOut: '{{amount}} is paid out, {{allowed}} is allowed. A manager must approve it.',
  rule_safeShort: 'The safe is {{amount}} short. A manager must approve it.',
  rule_safeOver: 'The safe is {{amount}} over. A manager must approve it.',
  rule_sheetClosed:
    'The sheet of {{date}} is closed ({{number}}). A manager must approve what comes on it.',
  rule_statementReopened:
    '{{number}}, finished up to {{asOf}}, is opened again. A manager must approve it.',
  rule_reopened: '{{number}} of {{date}} is reopened. A manager must approve it.',
  rule_tenderCorrected:
    'The tender of {{number}} is corrected, {{amount}}. A bookkeeper must approve it.',
  rule_countShort: '{{amount}} is short. Look once more before it closes.',
  rule_countOver: '{{amount}} is over. Look once more before it closes.',
  rule_countDiffersBlind: 'The count differs by much. Count once more before it closes.',
  rule_countSigned: 'A second person signs the count.',
  rule_ownerDraws: 'The owner takes {{amount}}. A manager must approve it.',
  rule_drawerActUndone: '{{amount}} is undone. A manager must approve it.',
  rule_counterRules: 'Rules of the counter change. A manager must approve it.',
  rule_batchDifference:
    '{{amount}} of {{scheme}} on {{date}} will be taken as settled though no settlement names it. A manager must approve it.',
  rule_disputeLost:
    '{{amount}} of a dispute is lost, beyond your {{allowed}}. A manager must approve it.',
  rule_paymentBack:
    'A payment of {{amount}} is refunded, and what it settled is open again. A manager must approve it.',
  rule_creditOut: '{{amount}} of a credit is paid out. A manager must approve it.',
  rule_accountsImported:
    '{{count}} accounts are opened from a file. A manager must approve it.',
  rule_openItemsImported:
    '{{count}} open items, {{total}} in all, are brought in. A manager must approve it.',
  rule_writeOff:
    '{{amount}} is written off, {{allowed}} is allowed. A manager must approve it.',
  rule_accountOpened:
    'A charge account for {{name}} with a limit of {{limit}}. A manager must approve it.',
  rule_accountOpenedFree:
    'A charge account for {{name}} without a limit. A manager must approve it.',
  rule_accountChanged: 'Limit or terms of {{name}} change. A manager must approve it.',
  rule_overLimit:
    '{{over}} over the limit of {{limit}} of {{name}}. A manager must approve it.',
  rule_onHold: 'The account is on hold: {{reason}}. A manager must approve it.',
  rule_overdue:
    '{{overdue}} is overdue, the oldest for {{days}} days. A manager must approve it.',
  rule_buyer: '{{name}} is not among those who may buy. A manager must approve it.',
};
