export * from './decide';
export { extraRoomOf, extrasWhere } from './kinds';
export * from './types';
