import { PartsScreen } from '~/features/parts';

export default PartsScreen;
