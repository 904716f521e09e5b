/** What a device has to know of people: nothing that reads what it is sent. */
export * from './limits';
export * from './roles';
