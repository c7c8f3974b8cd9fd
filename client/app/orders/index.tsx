import { OrdersScreen } from '~/screens';

export default OrdersScreen;
