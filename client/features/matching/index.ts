export { Choices } from './Choices';
export * from './picking';
