import { TaxesScreen } from '~/features/taxes';

export default TaxesScreen;
