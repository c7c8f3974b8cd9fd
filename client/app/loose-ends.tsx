import { LooseEndsScreen } from '~/screens';

export default LooseEndsScreen;
