import { RemindersScreen } from '~/screens';

export default RemindersScreen;
