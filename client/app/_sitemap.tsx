/** The router would list every page here; to whoever looks there is none. */
export { default } from './+not-found';
