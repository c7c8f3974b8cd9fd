/* What draws with the packages of scales and paths: one file to the browser. */

export { OverShort } from '~/features/overShort/OverShort';
export { Rates } from '~/features/processors/Rates';
