import { PayScreen } from '~/screens';

export default PayScreen;
