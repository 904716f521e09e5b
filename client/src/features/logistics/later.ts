// What stands behind the first tabs of the works, fetched as one: each by itself would be too small to be worth a request.
export { BetterTab } from './BetterTab';
export { DaysTab } from './DaysTab';
export { OrderTab } from './OrderTab';
