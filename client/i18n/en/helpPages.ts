/** What a place is for, in what order one works there, what its states mean: shipped with the application. */
export const helpPages = {
  counter: {
    title: 'Counter',
    what: 'Everything that a customer pays or gets back is rung here, on one ticket: goods, returns, vouchers, prepayments, payments on account.',
    steps: [
      'In the morning, count the float under More: what is missing of it says why.',
      'Type a part of an item’s name, its code, or scan it. Enter rings the first that fits. Digits alone are an amount: press the department it belongs to.',
      'A quantity is typed before its item, then ×. Press a line to change its price or enter a discount.',
      'Choose a customer where the sale goes on account, is free of tax, or wants an invoice.',
      'Pay: choose the tender, then the amount that was handed over. Several tenders pay one ticket in parts.',
      'Return finds the sale by its number, an item, a card’s last four digits or the amount. New goods on the same ticket make it an exchange.',
      'More, then “Money in and out”: what is paid out of the drawer, other money that comes in, a drop to the safe, a float that is filled up from it, change from the bank or another drawer, what the bank, the shop’s card or the owner paid.',
      '“What will it post?” shows the journal entry before anything is posted.',
    ],
    states: [
      [
        'Parked',
        'A ticket put aside under a word; it waits under More, and any drawer may take it up.',
      ],
      [
        'Void',
        'A sale undone on its own day, before its drawer was counted. Later, goods are returned instead.',
      ],
      [
        'Needs an approval',
        'A rule of the shop is broken. A manager types a PIN and a reason, and both are kept.',
      ],
    ],
  },
  days: {
    title: 'Days',
    what: 'Of what was taken on a day: where is every cent now? A day opens into its day sheet, and a bead into the trail of its money.',
    steps: [
      'In the evening, count each drawer: by pieces, rolls or amounts, cheques ticked off one by one, cards typed from the terminal’s report. A second person may sign; a count that is made again keeps the first.',
      'Look at the difference. The sheet searches for a document of just that amount, for two digits swapped, for equal and opposite differences. What was left out is recorded from there, and a wrong tender is corrected on its receipt.',
      'What can’t be explained gets a note and goes to over and short.',
      'Close the day when its checklist is done: the sheet is frozen as a paper. What comes after asks a manager; reopened, it gets a second sheet.',
      'A shop that rings on its own till types its days by totals: a column a drawer or a day, cheques and charges one by one. It is posted when takings and tenders agree, and undone as one.',
      'The rest of the way is the bank’s: a slip for what lies in the safe, a settlement for the cards, a statement line for each.',
    ],
    states: [
      [
        'Taken',
        'Recorded at the counter; still in the drawer, or in a card batch that is open.',
      ],
      [
        'Counted',
        'In a closed day sheet, or in a closed batch: in the safe, or with the processor.',
      ],
      ['Sent', 'On a deposit slip, or in a settlement.'],
      ['Home', 'A line of the bank’s statement has shown it.'],
      [
        'Loose end',
        'Something does not tie and needs a person. Each says since when, how much, and what to do next.',
      ],
    ],
  },
  accounts: {
    title: 'Accounts',
    what: 'Regular customers who buy now and pay later, each with a limit and terms. The table compares what each owes with its limit and its age.',
    steps: [
      'Open an account with a limit and terms; a manager approves it.',
      'Charge it at the counter: “On account” shows what is left of the limit before and after.',
      'Take a payment: the set of invoices that makes the sum is proposed, else the oldest first. What is not allocated stays as a credit.',
      'What comes by post, or to the bank, is received at the desk: the total first, then each cheque and transfer. Cheques lie in the safe at once.',
      'At the month’s end: late charges, statements, reminders, each looked at before it is posted or sent.',
    ],
    states: [
      ['Overdue', 'Past its due date and the days of grace.'],
      ['On hold', 'Nothing is charged without an approval; the reason stands on the account.'],
      ['Unallocated', 'A payment or credit that no invoice has taken yet.'],
      ['Over the limit', 'It owes more than agreed; a manager approved it.'],
    ],
  },
  bank: {
    title: 'Bank',
    what: 'The proof that the money came home: cash and cheques by slips, cards by settlements, and the bank’s statement for both.',
    steps: [
      'Safe: pick what goes to the bank until the difference to the slip’s total is zero, and send it. Count the cash for the slip where some of it stays as change; the slip is a paper for the teller.',
      'Cards: import the processor’s settlement. What differs from the till stands there by batch and scheme.',
      'Statement: import the bank’s file, of whatever format; a table of the bank’s own is made out once. What is certain is matched, with its evidence; the rest waits for a person, on a phone one thing at a time: a swipe leads to the next.',
      'Say what an open line is: from the line itself, or by a rule that you teach. What is said twice alike is proposed as a rule.',
      'Reconcile at a month’s end: both sides of the account, to the cent, and what stands on one of them alone. Finished, its lines are locked.',
      'Whatever was matched by mistake is undone there; nothing is ever changed silently.',
    ],
    states: [
      ['Certain', 'Only one set of movements can be that line.'],
      ['Likely', 'The figures agree; a person says whether it is that.'],
      [
        'Open',
        'No movement that is expected fits. It stays a loose end until somebody says what it is.',
      ],
      ['Finished', 'Reconciled up to a day. A manager opens it again.'],
    ],
  },
  books: {
    title: 'Books',
    what: 'The journal behind every document, the trial balance, the list of all documents, and what the shop sets up.',
    steps: [
      'Trial balance: debits and credits are equal at the end of every day. An account opens into its entries.',
      'Journal: searched by number, date, account and amount.',
      'Over and short: the counts as a chart. It says whether their differences are noise or have a cause.',
      'Documents: everything of every day, narrowed by kind, date, person, customer, tender and amount.',
      'Shop: items, departments, taxes, tenders, rules, papers.',
    ],
    states: [
      [
        'Sealed',
        'Numbered without a gap and chained to the entry before; done within a second.',
      ],
      ['Undone', 'Another entry turned it around. Both stay in sight.'],
      ['Filed', 'The period was handed in; nothing is posted in it any more.'],
    ],
  },
} as const satisfies Record<string, HelpPage>;
export type HelpPlace = keyof typeof helpPages;

export type HelpPage = {
  title: string;
  what: string;
  steps: readonly string[];
  /** A state as screens name it, and what it means. */
  states: readonly (readonly [string, string])[];
};
