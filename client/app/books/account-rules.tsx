import { AccountRulesScreen } from '~/features/rules';

export default AccountRulesScreen;
