export { NoSuchPlace as default } from '../../../../../features/frame/NoSuchPlace';
