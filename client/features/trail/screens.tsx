export { BeadTrailScreen } from './BeadTrail';
export { LineTrailScreen } from './LineTrail';
