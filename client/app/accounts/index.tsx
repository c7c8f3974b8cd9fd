import { AccountsScreen } from '~/screens';

export default AccountsScreen;
