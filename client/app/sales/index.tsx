import { SalesScreen } from '~/features/sales';

export default SalesScreen;
