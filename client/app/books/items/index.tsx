import { ItemsScreen } from '~/features/items';

export default ItemsScreen;
