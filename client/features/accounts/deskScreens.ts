/* What the bookkeeper does with all accounts at once. */

export { AgingScreen } from './Aging';
export { AccountFilesScreen } from './Files';
export { LateChargesScreen } from './LateCharges';
export { RemindersScreen } from './Reminders';
export { StatementsScreen } from './Statements';
