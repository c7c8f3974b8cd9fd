import { DaysScreen } from '~/features/days';

export default DaysScreen;
