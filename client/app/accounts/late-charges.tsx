import { LateChargesScreen } from '~/screens';

export default LateChargesScreen;
