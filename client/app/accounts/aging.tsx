import { AgingScreen } from '~/screens';

export default AgingScreen;
