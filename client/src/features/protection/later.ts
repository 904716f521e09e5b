// What stands behind the first tab, fetched as one: each by itself would be too small to be worth a request.
export { StepsTab } from './StepsTab';
export { SupportsTab } from './SupportsTab';
export { WaysTab } from './WaysTab';
