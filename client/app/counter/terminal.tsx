import { OrphansScreen } from '~/screens';

export default OrphansScreen;
