// What stands behind the first tab or is asked for on it, fetched as one: each by itself would be too small to be worth a request.
export { SoilForm } from './SoilForm';
export { StepsTab } from './StepsTab';
export { SupportsTab } from './SupportsTab';
export { WaysTab } from './WaysTab';
