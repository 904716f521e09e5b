// What stands behind the first tab, fetched as one: each by itself would be too small to be worth a request.
export { BookTab } from './BookTab';
export { IssueTab } from './IssueTab';
export { PhotosTab } from './PhotosTab';
