export { BothSides, PickedDiffers } from './BothSides';
export * from './picking';
