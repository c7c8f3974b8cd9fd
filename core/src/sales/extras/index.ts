export * from './decide';
export { extraRoomOf } from './kinds';
export * from './types';
