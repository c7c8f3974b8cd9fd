import { PapersScreen } from '~/features/papers';

export default PapersScreen;
