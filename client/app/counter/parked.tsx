import { ParkedScreen } from '~/features/counter';

export default ParkedScreen;
