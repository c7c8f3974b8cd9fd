import { ProcessorsScreen } from '~/screens';

export default ProcessorsScreen;
