// The router would show a list of all its addresses here; for a crew there is nothing.
export { default } from './+not-found';
