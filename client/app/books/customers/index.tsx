import { CustomersScreen } from '~/features/customers';

export default CustomersScreen;
