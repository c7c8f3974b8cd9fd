import { DaysLayout } from '~/screens';

export default DaysLayout;
