import { CounterScreen } from '~/features/counter';

export default CounterScreen;
