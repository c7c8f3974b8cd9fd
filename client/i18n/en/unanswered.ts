/** Where an answer did not come: what is known, and what a person can do. */
export const unanswered = {
  notYet: 'No answer from the shop’s server yet. What you entered is kept here.',
  reading: 'The file is being read: {{percent}} %. If you stop it, nothing of it is kept.',
  dontWait: 'Don’t wait',
  title: 'No answer came',
  away: 'There is no connection to the shop’s server.',
  awayText:
    'It was sent, and may have been kept. It is being asked for again and again; until it is known, nothing of it can be changed.',
  asking: 'Asking what became of it…',
  none: 'The server has not kept it.',
  noneText:
    'It did not arrive, or is still on its way. Send it again, or cancel it: then no copy of it is ever posted.',
  again: 'Send it again',
  cancel: 'Cancel it',
  kept: 'What had no answer did arrive, and is posted once. Don’t enter it again.',
  brokenTitle: 'This page stopped',
  broken:
    'Something in this page went wrong. Nothing that was kept is lost; what you typed is here.',
  noPage: 'There is no such page',
  noPageText: 'The address may be an old one. Everything has its place below.',
};
