import { RemindersScreen } from '~/features/accounts';

export default RemindersScreen;
