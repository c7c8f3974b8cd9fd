export { SettlementFileScreen } from './SettlementFile';
