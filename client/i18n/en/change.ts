export const change = {
  change: {
    title: 'Change',
    leftBy: 'Left in by {{number}}, {{date}}',
    notKnown: 'Its pieces are known after its next count',
    wanted: 'Wanted',
    left: 'There',
    lacks: 'Lacks',
    wantedOf: 'Wanted of {{value}}',
    ofFloat: '{{total}} wanted, of a float of {{float}}',
    keep: 'Keep what is wanted',
    toFetch: 'To fetch from the bank',
    fromSafe: 'In the safe already: {{pieces}}',
    safeUnknown:
      'What lies in the safe is not known by denomination: count the safe, and this takes it into account.',
    waits: '{{drawers}}: what is lacking is known after the next count.',
    nothing: 'No drawer lacks what is wanted in it.',
    allInSafe: 'What the drawers lack lies in the safe.',
    begin:
      'Say for each drawer what should be in its float. After its next count, what it lacks stands here.',
    hint: 'What you fetch lies in the safe; the bank’s side waits for its line of the statement.',
    fetch: 'Fetch {{amount}}',
    done: '{{number}} is posted: the change lies in the safe.',
  },
};
