/*
 * What a new shop begins with, in words, until it says otherwise: why goods come back, and its
 * reminders in three steps of tone.
 */

/** Reasons of returns; a special order bears the restocking fee. */
export const RETURN_REASONS = [
  { code: 'wrongItem', name: 'Wrong item or size', restocking: false },
  { code: 'faulty', name: 'Faulty', restocking: false },
  { code: 'notNeeded', name: 'No longer needed', restocking: false },
  { code: 'specialOrder', name: 'Ordered specially', restocking: true },
] as const;

/** Letters by step: after how many days past due, and what they say. */
export const REMINDERS = [
  {
    afterDays: 7,
    subject: 'A friendly reminder from {{shop}}',
    text: [
      'Good day {{name}},',
      'perhaps it was overlooked: {{overdue}} on your account is due since {{since}}. What it is made of stands below. If your payment is on its way already, please take our thanks for it.',
      'With kind regards\n{{shop}}',
    ],
  },
  {
    afterDays: 21,
    subject: 'Your account at {{shop}} is overdue',
    text: [
      'Good day {{name}},',
      '{{overdue}} on your account is {{days}} days overdue. Please pay it within seven days, or tell us what holds it up.',
      'With kind regards\n{{shop}}',
    ],
  },
  {
    afterDays: 45,
    subject: 'Last reminder: your account at {{shop}}',
    text: [
      'Good day {{name}},',
      'in spite of our reminders {{overdue}} on your account is open since {{since}}, {{days}} days past due. Until it is paid nothing more can be charged to the account. Please pay it at once, or call us today.',
      '{{shop}}',
    ],
  },
] as const;
