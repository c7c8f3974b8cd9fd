export { useAccount, useAccountList } from './useAccounts';
export { ChargeEffect, useChargePreview } from './ChargePreview';
export { AccountFinder, FindAccount } from './FindAccount';
export { AccountTags, Gauge } from './Gauge';
