// The router would list every page here; to whoever looks there is none.
export { NotFound as default } from '~/features/shell';
