import type { Role } from '@tamper/core/roles';
import { call } from '../../data/api';
import { tell } from '../../store/bus';
import type { Me } from '../../store/me';
import { heardMe } from '../../store/meAgain';

/** A device on which somebody is signed in. `here`: this one. */
export interface SignedIn {
  id: string;
  device: string;
  since: string;
  used: string;
  here: boolean;
}
export interface Member {
  id: string;
  name: string;
  keeper: boolean;
  roles: Role[];
}
export interface Account {
  id: string;
  name: string;
  keeper: boolean;
  createdAt: string;
  closedAt: string | null;
}
export interface Invitation {
  id: string;
  roles: Role[];
  endsAt: string;
}
/** A code as it is told, once. */
export interface Code {
  id: string;
  code: string;
  endsAt: string;
}
export interface Done {
  seq: number;
  at: string;
  name: string;
  what: string;
  job: string | null;
}
export interface List<T> {
  items: T[];
}

/** Comes in, and goes on with what waits here. */
async function come(path: string, body: unknown): Promise<void> {
  await heardMe(await call<Me>('POST', path, body));
  again();
}
/** Everything is asked for anew, and what waits is sent: somebody else is here. */
export function again(): void {
  tell({ kind: 'again' });
  tell({ kind: 'poke', now: true });
}

export const peopleApi = {
  first: (name: string, passphrase: string) => come('/first', { name, passphrase }),
  signIn: (name: string, passphrase: string) => come('/sign-in', { name, passphrase }),
  join: (code: string, name: string, passphrase: string) => come('/join', { code, name, passphrase }),
  accept: (code: string) => come('/accept', { code }),
  /** Signs somebody out on this device: whoever holds it, or another. */
  async signOut(id: string): Promise<void> {
    await call<void>('POST', '/sign-out', {}, id);
    await heardMe(await call<Me>('GET', '/me'));
    again();
  },
  signOutElsewhere: () => call<void>('POST', '/sign-out/everywhere', {}),
  newPassphrase: (old: string, passphrase: string) => call<void>('POST', '/passphrase', { old, passphrase }),
  signOutDevice: (id: string) => call<void>('DELETE', `/devices/${id}`),
  close: (id: string) => call<void>('POST', `/people/${id}/close`, {}),
  setKeeper: (id: string, keeper: boolean) => call<void>('PUT', `/people/${id}/keeper`, { keeper }),
  codeFor: (id: string) => call<Code>('POST', `/people/${id}/code`, {}),
  setRoles: (jobId: string, id: string, roles: readonly Role[]) => call<List<Member>>('PUT', `/jobs/${jobId}/people/${id}`, { roles }),
  invite: (jobId: string, roles: readonly Role[]) => call<Code>('POST', `/jobs/${jobId}/invitations`, { roles }),
  takeBack: (jobId: string, id: string) => call<void>('DELETE', `/jobs/${jobId}/invitations/${id}`),
};
