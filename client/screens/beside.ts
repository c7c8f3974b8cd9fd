export {
  AccountScreen,
  AccountsLayout,
  AccountsScreen,
  ChangeAccountScreen,
  NewAccountScreen,
  PaymentScreen,
} from '~/features/accounts/screens';
export { CreditsScreen, VouchersScreen } from '~/features/credits/screens';
export { CustomerScreen, CustomersScreen } from '~/features/customers/screens';
export { ChangeScreen } from '~/features/change/screens';
export { OrderScreen, OrdersScreen } from '~/features/orders/screens';
export { BooksLayout, BooksScreen, ShopScreen } from '~/features/books/screens';
