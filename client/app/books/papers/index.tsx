import { PapersScreen } from '~/screens';

export default PapersScreen;
