import { OrdersScreen } from '~/features/orders';

export default OrdersScreen;
