import { TendersScreen } from '~/screens';

export default TendersScreen;
