import type { Role } from './roles';

/** What each role lets somebody do, for whoever gives it. */
export const roleDoes: Readonly<Record<Role, string>> = {
  owner: 'everything, and says who comes in',
  planner: 'plans and issues',
  competent: 'inspects; opens Safe to enter and Ready to cover',
  crew: 'digs, lays, and writes in the book',
  reader: 'sees and exports; countersigns',
};
