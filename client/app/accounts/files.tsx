import { AccountFilesScreen } from '~/screens';

export default AccountFilesScreen;
