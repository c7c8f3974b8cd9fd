import { AccountsLayout } from '~/screens';

export default AccountsLayout;
