export { SalesOfDay } from './SalesOfDay';
