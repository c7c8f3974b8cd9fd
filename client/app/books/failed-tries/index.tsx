import { FailedTriesScreen } from '~/screens';

export default FailedTriesScreen;
