export {
  AccountScreen,
  AccountsLayout,
  AccountsScreen,
  ChangeAccountScreen,
  NewAccountScreen,
  PaymentScreen,
} from '~/features/accounts/screens';
export {
  CounterScreen,
  OrphansScreen,
  ParkedScreen,
  PayScreen,
  ReturnScreen,
} from '~/features/counter/screens';
export { CreditsScreen, VouchersScreen } from '~/features/credits/screens';
export { CustomerScreen, CustomersScreen } from '~/features/customers/screens';
export { DayScreen, DaysLayout, DaysScreen, QuarterScreen } from '~/features/days/screens';
export { CountScreen, FloatScreen } from '~/features/drawer/screens';
export { ChangeScreen } from '~/features/change/screens';
export { DeskPaymentsScreen } from '~/features/deskPayments/screens';
export { MoneyScreen } from '~/features/drawerActs/screens';
export { LooseEndsScreen } from '~/features/looseEnds/screens';
export { OrderScreen, OrdersScreen } from '~/features/orders/screens';
export { KeySheet } from '~/features/shell/screens';
export { SearchDialog } from '~/features/search/screens';
export { SaleScreen, SalesScreen } from '~/features/sales/screens';
export { BeadTrailScreen, LineTrailScreen } from '~/features/trail/screens';
export { BankScreen } from '~/features/bank/screens';
export { BooksLayout, BooksScreen, ShopScreen } from '~/features/books/screens';
export { PartsScreen } from '~/features/parts/screens';
export { TendersScreen } from '~/features/tenders/screens';
