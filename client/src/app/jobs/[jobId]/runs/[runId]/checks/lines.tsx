export { ChecksScreen as default } from '../../../../../../features/checks/ChecksScreen';
