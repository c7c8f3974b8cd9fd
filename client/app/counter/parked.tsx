import { ParkedScreen } from '~/screens';

export default ParkedScreen;
