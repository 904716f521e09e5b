import { told } from './told';

/** Has the server said that somebody has to sign in on this device first? */
export const { put: signInWanted, use: useSignInWanted } = told(false);
