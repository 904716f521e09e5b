// What stands behind the first tab of the record, fetched as one: each by itself would be too small to be worth a request.
export { CloseTab } from './CloseTab';
export { FilesTab } from './FilesTab';
export { FindTab } from './FindTab';
export { TiesTab } from './TiesTab';
export { TodoTab } from './TodoTab';
