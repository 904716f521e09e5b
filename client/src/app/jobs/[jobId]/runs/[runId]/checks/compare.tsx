export { CompareTab as default } from '../../../../../../features/compare/CompareTab';
