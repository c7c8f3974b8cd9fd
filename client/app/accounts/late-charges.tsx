import { LateChargesScreen } from '~/features/accounts';

export default LateChargesScreen;
