/** What is wrong and how to mend it, by the codes of core and server (dots as underscores). */
export const refusal = {
  unknown: 'It was refused ({{code}}). Nothing was kept.',
  input: 'This can’t be taken as it is ({{at}}). Correct it and send it again.',
  input_idempotencyKey: 'The request had no key of its own. Load the page again.',
  client_unreachable:
    'The server did not answer. Press again: what already arrived is not posted twice.',
  client_broken: 'Something in this page went wrong. Load it again; what you typed is kept.',
  server_broken: 'Something went wrong on the server. Nothing was kept; try again.',
  http_notSignedIn: 'You are signed out. Sign in and go on; what you typed is kept.',
  http_forbidden: 'Your role does not allow this.',
  http_notFound: 'It is not here (any more).',
  http_otherSite: 'This came from another site and was refused.',
  people_signIn: 'User name and password don’t belong together.',
  people_role: 'Your role does not allow this. Ask a bookkeeper or manager.',
  people_tooMany: 'Too many tries. Wait {{waitSeconds}} seconds.',
  approval_pin: 'That is not the PIN of this person.',
  approval_role: 'This person may not approve it.',
  rule_void: 'A void turns a sale back. A manager must approve it.',
  rule_closedPeriod:
    'The books are closed through {{through}}. A manager must approve this date.',
  lock_filed: 'The books are filed through {{through}}. Use a later date.',
  command_alreadyPosted:
    'It is already posted as {{number}}; your changes are not. Look at that document first.',

  amount_notANumber: '“{{text}}” is not an amount. Write it like 1234.50.',
  amount_tooManyDecimals: '“{{text}}” has more than {{digits}} decimals. Write whole cents.',
  amount_outOfRange: '“{{text}}” is larger than any amount here. Check the figure.',
  date_notADate: 'That date does not exist. Write it like 2026-03-31.',
  date_tooFarAhead: '{{text}} lies too far ahead. Check the date.',
  text_cardNumber:
    'This holds a full card number, which is never stored. Type the last four digits only.',

  ticket_empty: 'Ring a line first.',
  ticket_tooLong: 'A ticket has {{most}} lines at the most. Make a second one.',
  line_amount: 'The amount must be more than zero and within range.',
  line_quantity: 'The quantity must be more than zero, with three decimals at the most.',
  line_unknown: 'This item or department is no longer sold. Remove the line.',
  tender_short: '{{left}} is left to pay.',
  tender_cardOver: 'The cards come to {{over}} more than the total. Lower a card’s amount.',
  tender_oneCash: 'Put all cash into one tender.',
  tender_cashNotDue: 'Nothing is left to pay in cash. Remove the cash tender.',
  tender_notPositive: 'The amount must be more than zero.',
  tender_lastFour: 'Type the last four digits of the card.',
  tender_reference: 'Type the authorisation reference from the terminal.',
  tender_unknown: 'This tender is no longer taken. Choose another.',
  drawer_unknown: 'This drawer does not exist. Choose another.',
  sale_unknown: 'There is no such sale.',
  void_already: 'This sale is already void.',
  void_notToday: 'This sale is of {{date}}. Only a sale of today can be voided.',
  void_drawerCounted:
    'The drawer has been counted with this sale in it, so it can’t be voided.',
  void_batchClosed: 'The card batch of this sale is closed, so it can’t be voided.',

  count_nothingToCount: 'Nothing was taken in this drawer since the last count.',
  count_unknown: 'There is no such count.',
  count_alreadyClosed: 'This drawer is already closed.',
  count_notBegun: 'Begin the count first.',
  count_denomination: 'There is no such coin or note.',
  count_pieces: 'Pieces are whole numbers, zero or more.',

  slip_empty: 'Put at least one day on the slip.',
  slip_itemGone: 'Something on the slip has left the safe meanwhile. Look at the safe again.',
  slip_itemTwice: 'The same item is on the slip twice.',
  slip_itemTooMuch: 'Only {{left}} of it is in the safe.',
  slip_totalDiffers:
    'The bank’s slip and the items differ by {{difference}}. Count again or change the items.',
  slip_notPositive: 'A slip must come to more than zero.',
  bank_unknownAccount: 'The shop has no such bank account in its currency.',

  file_notText: 'This is no text file. Export the file again from where it came.',
  file_alreadyImported:
    'This file is here already, as “{{name}}” since {{on}}. Nothing was added.',

  settlement_notCsv: 'The file is not a CSV file, or it is cut short here. Download it again.',
  settlement_columns:
    'Columns are missing: {{missing}}. Export with the layout of the settlement.',
  settlement_noTotal: 'The total row is missing: the file is cut short. Download it again.',
  settlement_record: '“{{text}}” is no kind of record. Rows are batch, the last one total.',
  settlement_currency: 'The file is in {{text}}, the shop’s books are in {{currency}}.',
  settlement_mixed:
    'Reference or date is another than in the total row. One settlement a file.',
  settlement_date: '“{{text}}” is not a date. Dates look like 2026-03-31.',
  settlement_scheme: 'The card scheme is missing.',
  settlement_items: 'The number of items must be a whole number.',
  settlement_rowSum:
    'gross − refunds − fee is {{expected}}, but net says {{found}}. Ask the processor for the file again.',
  settlement_totalDiffers:
    'The rows come to {{rows}}, the total row says {{total}} (difference {{difference}}). Ask the processor for the file again.',
  settlement_itemsDiffer: 'The items of the rows don’t add up to the total row.',
  settlement_reference: 'The settlement has no reference.',
  settlement_noBatch: 'The file has no batch.',
  settlement_schemeTwice: '{{scheme}} stands twice for the same batch.',
  settlement_referenceTwice: 'Settlement {{reference}} is here already as {{number}}.',
  settlement_processor: 'Choose the processor.',

  statement_notCsv: 'The file is not a CSV file, or it is cut short here. Download it again.',
  statement_columns:
    'Columns are missing: {{missing}}. Export with the layout of the statement.',
  statement_empty: 'The file has no line.',
  statement_mixed: 'Account or currency is another than in the first row. One account a file.',
  statement_date: '“{{text}}” is not a date. Dates look like 2026-03-31.',
  statement_order: 'The rows are not in the order of their dates, oldest first.',
  statement_balance:
    'The balance should be {{expected}} after this row, but says {{found}}. A row is missing: download the file again.',
  statement_unknownAccount: 'The shop has no bank account {{text}}. Choose the right file.',
  statement_currency: 'The statement is in {{text}}, the account is kept in {{currency}}.',
  statement_balancesPart:
    'With this file the lines to {{date}} come to {{expected}}, but its closing balance is {{found}}. It repeats or leaves out lines that are here already.',
  camt_notXml:
    'The file is no whole XML document: it is cut short or damaged. Download it again.',
  camt_doctype: 'The file declares entities of its own and was refused.',
  camt_notCamt053: 'This is XML, but no camt.053 statement. Choose the right file.',
  camt_noStatement: 'The file holds no statement.',
  camt_account: 'The statement names no account.',
  camt_balances: 'Opening or closing balance is missing. Ask the bank for the full statement.',
  camt_date: '“{{text}}” is not a date.',
  camt_indicator: '“{{text}}” is neither credit nor debit.',
  camt_currency: 'This amount is in {{text}}, the statement is in {{currency}}.',
  camt_sum:
    'Opening balance and entries come to {{expected}}, the closing balance says {{found}}. Download the file again.',
  match_taken: 'One of them has been matched meanwhile. Look at the list again.',
  match_amountDiffers: 'They differ by {{difference}} and can’t be matched one to one.',
  match_unknown: 'This match is not here (any more).',
  match_alreadyUndone: 'This match is undone already.',
  job_unknown: 'This run is not here (any more).',
  entry_unknown: 'There is no such journal entry.',
  statementLine_unknown: 'There is no such statement line.',
  http_noEndpoint: 'The server does not know this address. Load the page again.',
  trail_unknown: 'Nothing was taken there on that day.',
};
