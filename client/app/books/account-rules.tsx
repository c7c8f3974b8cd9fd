import { AccountRulesScreen } from '~/screens';

export default AccountRulesScreen;
