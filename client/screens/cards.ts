import '~/i18n/cards';

export { ComingScreen } from '~/features/funding/screens';
export {
  FeePlanScreen,
  FeesScreen,
  ProcessorScreen,
  ProcessorsScreen,
} from '~/features/processors/screens';
export { SettlementFileScreen } from '~/features/settlementFiles/screens';
export { SettlementScreen } from '~/features/settlements/screens';
