import { AccountsScreen } from '~/features/accounts';

export default AccountsScreen;
