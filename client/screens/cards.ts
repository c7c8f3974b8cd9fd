import '~/i18n/cards';

export { DisputeScreen, DisputesScreen } from '~/features/disputes/screens';
export { ComingScreen } from '~/features/funding/screens';
export {
  FeePlanScreen,
  FeesScreen,
  ProcessorScreen,
  ProcessorsScreen,
} from '~/features/processors/screens';
export { SettlementFileScreen } from '~/features/settlementFiles/screens';
export { StatementFileScreen } from '~/features/statementFiles/screens';
export { SettlementScreen } from '~/features/settlements/screens';
