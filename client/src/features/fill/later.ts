// What stands behind the first tab of filling, fetched as one: each by itself would be too small to be worth a request.
export { LadderTab } from './LadderTab';
export { MayCover } from './MayCover';
export { OutTab } from './OutTab';
export { ReadingCard } from './ReadingCard';
export { SettleTab } from './SettleTab';
export { SoilTab } from './SoilTab';
