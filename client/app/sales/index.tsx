import { SalesScreen } from '~/screens';

export default SalesScreen;
