import { told } from './told';

/** Has the server said that it does not know this device? */
export const { put: keyWanted, use: useKeyWanted } = told(false);
