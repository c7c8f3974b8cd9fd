export { ColumnMeanings } from './ColumnMeanings';
export * from './shape';
export { Written } from './Written';
