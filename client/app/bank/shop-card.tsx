import { ShopCardScreen } from '~/screens';

export default ShopCardScreen;
