import { fetchAhead } from './ahead';

/** The code of the screen at the address the program was opened at, once it has come: what opens its run. */
export const screenCome = fetchAhead(location.pathname);
