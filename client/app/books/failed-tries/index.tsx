import { FailedTriesScreen } from '~/features/people';

export default FailedTriesScreen;
