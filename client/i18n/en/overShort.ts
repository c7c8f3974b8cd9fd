/** What counts found too much or too little, over time. */
export const overShort = {
  overShort: {
    title: 'Over and short',
    drawer: 'Drawer',
    clerk: 'Counted by',
    weekday: 'Weekday',
    any: 'All',
    chart: 'Differences of {{count}} counts, the oldest first',
    over: 'Over',
    short: 'Short',
    mean: 'Mean {{amount}}',
    limits: 'By itself a count lies between {{lower}} and {{upper}}.',
    tooFew: 'With fewer than {{count}} counts nothing can be told of a pattern.',
    noise: 'No pattern: the differences vary as they do by themselves.',
    signal_outside:
      '{{date}}: {{amount}} is too far off for chance. It has a cause of its own.',
    signal_jump:
      '{{from}} to {{to}}: from one count to the next it jumps further than counts do by themselves.',
    signal_above: '{{from}} to {{to}}: {{count}} counts in a row above the mean.',
    signal_below: '{{from}} to {{to}}: {{count}} counts in a row below the mean.',
    signal_rising: '{{from}} to {{to}}: {{count}} counts in a row that rise.',
    signal_falling: '{{from}} to {{to}}: {{count}} counts in a row that fall.',
    by_drawer: 'By drawer',
    by_by: 'By clerk',
    by_weekday: 'By weekday',
    counts_one: '{{count}} count, {{mean}} on average',
    counts_other: '{{count}} counts, {{mean}} on average',
    differing: 'Counts that differ',
    noneTitle: 'No count yet',
    noneText: 'Close a day, and its difference stands here.',
    agreeText: 'Each of these counts agrees to the cent.',
  },
};
