import { RulesScreen } from '~/screens';

export default RulesScreen;
