import { RulesScreen } from '~/features/rules';

export default RulesScreen;
