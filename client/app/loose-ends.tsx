import { LooseEndsScreen } from '~/features/looseEnds';

export default LooseEndsScreen;
