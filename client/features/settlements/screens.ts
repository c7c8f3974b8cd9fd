export { SettlementScreen } from './Settlement';
