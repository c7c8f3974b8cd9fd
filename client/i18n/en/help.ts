/** What the help says around its pages; one line for whoever meets a place for the first time. */
export const help = {
  help: {
    title: 'Help',
    find: 'Find in the help',
    none: 'No help speaks of that. Try another word.',
    steps: 'In this order',
    states: 'What it means',
    seen: 'Got it',
    tip_counter: 'Scan, type a part of a name, or type an amount and press its department.',
    tip_days:
      'Each rod is a day. A bead slides from Taken to Home as its money gets to the bank.',
    tip_accounts:
      'Press a column’s head to order by it; press an account to see its open items beside it.',
    tip_bank:
      'Three lanes: what lies in the safe, what the card processor owes, what the bank has shown.',
    tip_books: 'Every document has its entry here; nothing in the journal is ever changed.',
  },
};
