/** Wording of lines beside movements. */
export const matching = {
  matching: {
    title: 'Match by hand',
    lines_one: '{{count}} open line',
    lines_other: '{{count}} open lines',
    say: 'Say what it is',
    taught: 'Taught',
    noneTitle: 'No line is open',
    noneText: 'All that the bank booked is known.',
  },
};
