import { AccountFilesScreen } from '~/features/accounts';

export default AccountFilesScreen;
