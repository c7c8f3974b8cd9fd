import { AgingScreen } from '~/features/accounts';

export default AgingScreen;
