import { TaxesScreen } from '~/screens';

export default TaxesScreen;
