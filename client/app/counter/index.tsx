import { CounterScreen } from '~/screens';

export default CounterScreen;
