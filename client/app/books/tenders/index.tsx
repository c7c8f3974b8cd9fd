import { TendersScreen } from '~/features/tenders';

export default TendersScreen;
