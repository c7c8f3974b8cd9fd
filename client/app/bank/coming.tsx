import { ComingScreen } from '~/screens';

export default ComingScreen;
