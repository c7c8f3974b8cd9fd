import { lazyScreen } from './lazyScreen';

/*
 * Every screen, loaded when it is first shown: four files to the browser, what a day's work needs,
 * what is done beside it (regular customers, orders, change, books), what is about cards and who pays
 * them out, and what is done at the desk now and then. What two of them need loads with the first page: before a screen goes from one to another,
 * see what `npm run bench` says of both sizes.
 */

/** Its words come with it. */
const worded = async <M>(screens: Promise<M>): Promise<M> =>
  (await Promise.all([screens, import('~/i18n/words')]))[0];
const work = () => worded(import('./work'));
const beside = () => worded(import('./beside'));
const cards = () => worded(import('./cards'));
const desk = () => worded(import('./desk'));

export const AccountFilesScreen = lazyScreen(desk, 'AccountFilesScreen');
export const AccountRulesScreen = lazyScreen(desk, 'AccountRulesScreen');
export const AccountScreen = lazyScreen(beside, 'AccountScreen');
export const AccountsLayout = lazyScreen(beside, 'AccountsLayout');
export const AccountsScreen = lazyScreen(beside, 'AccountsScreen');
export const AgingScreen = lazyScreen(desk, 'AgingScreen');
export const BankScreen = lazyScreen(work, 'BankScreen');
export const BeadTrailScreen = lazyScreen(work, 'BeadTrailScreen');
export const BooksLayout = lazyScreen(beside, 'BooksLayout');
export const BooksScreen = lazyScreen(beside, 'BooksScreen');
export const ChangeAccountScreen = lazyScreen(beside, 'ChangeAccountScreen');
export const ChangeScreen = lazyScreen(beside, 'ChangeScreen');
export const CountScreen = lazyScreen(work, 'CountScreen');
export const ComingScreen = lazyScreen(cards, 'ComingScreen');
export const CounterScreen = lazyScreen(work, 'CounterScreen');
export const CreditsScreen = lazyScreen(beside, 'CreditsScreen');
export const CustomerScreen = lazyScreen(beside, 'CustomerScreen');
export const CustomersScreen = lazyScreen(beside, 'CustomersScreen');
export const DayScreen = lazyScreen(work, 'DayScreen');
export const DaysLayout = lazyScreen(work, 'DaysLayout');
export const DaysScreen = lazyScreen(work, 'DaysScreen');
export const DepartmentsScreen = lazyScreen(desk, 'DepartmentsScreen');
export const DeskPaymentsScreen = lazyScreen(work, 'DeskPaymentsScreen');
export const DisputeScreen = lazyScreen(cards, 'DisputeScreen');
export const DisputesScreen = lazyScreen(cards, 'DisputesScreen');
export const FailedTriesScreen = lazyScreen(desk, 'FailedTriesScreen');
export const FeePlanScreen = lazyScreen(cards, 'FeePlanScreen');
export const FeesScreen = lazyScreen(cards, 'FeesScreen');
export const FloatScreen = lazyScreen(work, 'FloatScreen');
export const HelpScreen = lazyScreen(desk, 'HelpScreen');
export const ItemScreen = lazyScreen(desk, 'ItemScreen');
export const ItemsScreen = lazyScreen(desk, 'ItemsScreen');
export const KeySheet = lazyScreen(work, 'KeySheet');
export const LateChargesScreen = lazyScreen(desk, 'LateChargesScreen');
export const LineTrailScreen = lazyScreen(work, 'LineTrailScreen');
export const LooseEndsScreen = lazyScreen(work, 'LooseEndsScreen');
export const MatchScreen = lazyScreen(work, 'MatchScreen');
export const MoneyScreen = lazyScreen(work, 'MoneyScreen');
export const NewAccountScreen = lazyScreen(beside, 'NewAccountScreen');
export const OrderScreen = lazyScreen(beside, 'OrderScreen');
export const OrdersScreen = lazyScreen(beside, 'OrdersScreen');
export const OrphansScreen = lazyScreen(work, 'OrphansScreen');
export const PapersScreen = lazyScreen(desk, 'PapersScreen');
export const ParkedScreen = lazyScreen(work, 'ParkedScreen');
export const PartsScreen = lazyScreen(work, 'PartsScreen');
export const PayScreen = lazyScreen(work, 'PayScreen');
export const PaymentScreen = lazyScreen(beside, 'PaymentScreen');
export const ProcessorScreen = lazyScreen(cards, 'ProcessorScreen');
export const ProcessorsScreen = lazyScreen(cards, 'ProcessorsScreen');
export const QuarterScreen = lazyScreen(work, 'QuarterScreen');
export const ReconcileScreen = lazyScreen(desk, 'ReconcileScreen');
export const RemindersScreen = lazyScreen(desk, 'RemindersScreen');
export const ReturnScreen = lazyScreen(work, 'ReturnScreen');
export const RulesScreen = lazyScreen(desk, 'RulesScreen');
export const SaleScreen = lazyScreen(work, 'SaleScreen');
export const SalesScreen = lazyScreen(work, 'SalesScreen');
export const SearchDialog = lazyScreen(work, 'SearchDialog');
export const SettlementFileScreen = lazyScreen(cards, 'SettlementFileScreen');
export const SettlementScreen = lazyScreen(cards, 'SettlementScreen');
export const ShopScreen = lazyScreen(beside, 'ShopScreen');
export const StatementFileScreen = lazyScreen(cards, 'StatementFileScreen');
export const SlipScreen = lazyScreen(work, 'SlipScreen');
export const ShopCardScreen = lazyScreen(desk, 'ShopCardScreen');
export const StatementsScreen = lazyScreen(desk, 'StatementsScreen');
export const TaughtRulesScreen = lazyScreen(desk, 'TaughtRulesScreen');
export const TaxCodeScreen = lazyScreen(desk, 'TaxCodeScreen');
export const TaxesScreen = lazyScreen(desk, 'TaxesScreen');
export const TendersScreen = lazyScreen(work, 'TendersScreen');
export const TotalsScreen = lazyScreen(
  () => worded(import('~/features/totals/screens')),
  'TotalsScreen',
);
export const VouchersScreen = lazyScreen(beside, 'VouchersScreen');
