import { PayScreen } from '~/features/counter';

export default PayScreen;
