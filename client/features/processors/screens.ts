export { FeesScreen } from './Fees';
export { FeePlanScreen } from './Plan';
export { ProcessorScreen } from './Processor';
export { ProcessorsScreen } from './Processors';
