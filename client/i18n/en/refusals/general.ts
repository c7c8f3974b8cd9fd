/** What may be said of anything. */
export const general = {
  unknown: 'It was refused ({{code}}). Nothing was kept.',
  input: 'This can’t be taken as it is ({{at}}). Correct it and send it again.',
  input_idempotencyKey: 'The request had no key of its own. Load the page again.',
  client_unreachable:
    'The server did not answer. Press again: what already arrived is not posted twice.',
  client_notSent:
    'There is no connection. It was not sent: press again when the connection is back.',
  command_burned: 'This was cancelled when its answer was lost. Enter it again.',
  client_broken: 'Something in this page went wrong. Load it again; what you typed is kept.',
  server_broken: 'Something went wrong on the server. Nothing was kept; try again.',
  http_notSignedIn: 'You are signed out. Sign in and go on; what you typed is kept.',
  http_forbidden: 'Your role does not allow this.',
  http_notFound: 'It is not here (any more).',
  http_otherSite: 'This came from another site and was refused.',
  people_signIn: 'User name and password don’t belong together.',
  people_role: 'Your role does not allow this. Ask a bookkeeper or manager.',
  people_tooMany: 'Too many tries. Wait {{waitSeconds}} seconds.',
  text_control: 'It holds a sign that cannot be read. Type it again.',
  text_reason: 'Say why in words.',
  server_away:
    'The database does not answer. It may have been kept: press again, it will not be posted twice.',
  input_request: 'The request could not be read.',
  lock_filed: 'The books are filed through {{through}}. Use a later date.',
  command_alreadyPosted:
    'It is already posted as {{number}}; your changes are not. Look at that document first.',

  amount_notANumber: '“{{text}}” is not an amount. Write it like 1234.50.',
  amount_tooManyDecimals: '“{{text}}” has more than {{digits}} decimals. Write whole cents.',
  amount_outOfRange: '“{{text}}” is larger than any amount here. Check the figure.',
  date_before: 'This day is before the one that it begins with.',
  date_notADate: 'That is no date. Write it like 27 Nov, or 2026-03-31.',
  date_tooFarAhead: '{{text}} lies too far ahead. Check the date.',
  text_email: 'That is no e-mail address. Write it like name@example.org.',
  text_cardNumber:
    'This holds a full card number, which is never stored. Type the last four digits only.',

  ticket_empty: 'Ring a line first.',
  people_pin: 'That is not the PIN of this person.',
  rules_changed: 'Someone changed the rules meanwhile. Load the page again.',
  job_unknown: 'This run is not here (any more).',
  entry_unknown: 'There is no such journal entry.',
  http_noEndpoint: 'The server does not know this address. Load the page again.',
};
