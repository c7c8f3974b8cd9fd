import { QuarterScreen } from '~/screens';

export default QuarterScreen;
