import { PartsScreen } from '~/screens';

export default PartsScreen;
