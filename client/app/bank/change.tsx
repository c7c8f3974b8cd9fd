import { ChangeScreen } from '~/screens';

export default ChangeScreen;
