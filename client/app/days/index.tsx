import { DaysScreen } from '~/screens';

export default DaysScreen;
