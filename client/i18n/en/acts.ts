import type { DrawerActKind } from '@abacist/core/drawerActs';

type OfEach = Record<DrawerActKind, string>;
const kind: OfEach = {
  paidOut: 'Paid out',
  ownerPays: 'Paid by the owner',
  ownerDraws: 'Owner takes',
  moneyIn: 'Money in',
  ownerPutsIn: 'Owner puts in',
  drop: 'Drop to the safe',
  floatUp: 'Fill up the float',
};
const act: OfEach = {
  paidOut: 'Pay out {{amount}}',
  ownerPays: 'Record {{amount}}',
  ownerDraws: 'Hand over {{amount}}',
  moneyIn: 'Take in {{amount}}',
  ownerPutsIn: 'Put in {{amount}}',
  drop: 'Drop {{amount}}',
  floatUp: 'Fetch {{amount}}',
};
const under = <P extends string>(prefix: P, words: OfEach) =>
  Object.fromEntries(
    Object.entries(words).map(([name, word]) => [`${prefix}_${name}`, word]),
  ) as { [K in DrawerActKind as `${P}_${K}`]: string };

export const acts = {
  acts: {
    title: 'Money in and out',
    drawer: '{{drawer}} drawer',
    what: 'What happens',
    ...under('kind', kind),
    ...under('do', act),
    amount: 'Amount',
    account: 'Account',
    tax: 'Tax inside',
    noTax: 'None',
    taxInside: 'tax {{amount}}',
    netAndTax: 'Net {{net}}, tax {{tax}}',
    comment: 'What it is for',
    words: 'What it is for',
    party_out: 'Paid to',
    party_in: 'Paid by',
    party_none: 'Paid to',
    addPart: 'Divide it',
    removePart: 'Remove this part',
    before: 'As before',
    inDrawer: 'Cash in the drawer',
    after: 'After it',
    inSafe: 'Cash in the safe',
    row: '{{kind}} · {{number}}',
    made: '{{drawer}}, {{by}}, {{time}}',
    sum: 'In less out',
    slip: 'Slip {{at}} of {{number}}',
    addSlip: 'Picture of the slip of {{number}}',
    undo: 'Undo',
    undoOf: 'Undo {{number}}',
    undone: 'Undone by {{number}}',
    undoTitle: 'Undo {{number}}?',
    undoText:
      'A reversing entry is posted and both stay in sight. If the drawer was counted since, the cash goes to over and short.',
    done: '{{number}} is posted: {{kind}}, {{amount}}.',
  },
};
