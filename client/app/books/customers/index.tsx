import { CustomersScreen } from '~/screens';

export default CustomersScreen;
