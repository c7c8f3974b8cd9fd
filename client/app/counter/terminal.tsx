import { OrphansScreen } from '~/features/counter';

export default OrphansScreen;
