import { ItemsScreen } from '~/screens';

export default ItemsScreen;
