import { DeskPaymentsScreen } from '~/screens';

export default DeskPaymentsScreen;
