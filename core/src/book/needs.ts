import type { Ability } from '../people/roles';
import { saysNo } from './believed';
import { kindNamed, type AnyEntry } from './registry';

/** What somebody has to be able to do to say this. That something is wrong may be said by whoever writes in the book. */
export const needOf = (fact: AnyEntry['fact']): Ability => (saysNo(fact) ? 'enter' : (kindNamed(fact.kind)?.needs ?? 'enter'));
