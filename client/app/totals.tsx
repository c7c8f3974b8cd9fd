import { TotalsScreen } from '~/screens';

export default TotalsScreen;
