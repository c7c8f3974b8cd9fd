import { StatementFileScreen } from '~/screens';

export default StatementFileScreen;
