export { DisputesScreen } from './Disputes';
export { DisputeScreen } from './Dispute';
