import { ATTEMPTS_AT_ONCE, type Exchanged } from '@tamper/core/practiceAttempt';
import type { Attempt } from '@tamper/core/practiceProgress';
import { isPractised } from '@tamper/core/practised';
import type { RuleSetId } from '@tamper/core/rules';
import type { UnitSystem } from '@tamper/core/units';
import { useEffect } from 'react';
import { ApiError, call } from '../../data/api';
import { deviceClock } from '../../data/deviceClock';
import { newId } from '../../data/newId';
import { holderOf, readMe, useMe } from '../../store/me';
import { putOwn, readOwn, useOwn } from '../../store/own';

/** Attempts of one person as a device has them. */
interface Kept {
  all: readonly Attempt[];
  /** Ids of those the server may not have. */
  unsent: readonly string[];
  /** Up to where the server's have been heard of. */
  known: number;
}
const NONE: Kept = { all: [], unsent: [], known: 0 };
/** Kept with whoever holds the device; with the device where nobody signs in. */
const keyOf = (account: string | undefined): string => `practised/${account ?? 'device'}`;
const kept = (account: string | undefined): Kept => readOwn<Kept>(keyOf(account)) ?? NONE;

const useKept = (): Kept => useOwn<Kept>(keyOf(holderOf(useMe())?.id)) ?? NONE;
/** All attempts of whoever holds the device. */
export const useAttempts = (): readonly Attempt[] => useKept().all;
/** How many of them the server may not have yet. */
export const useUnsent = (): number => useKept().unsent.length;

/** Who is practising, as it stands on the record. */
export const useWho = (): string => holderOf(useMe())?.name ?? 'This device';

/** Keeps an attempt, and sends it where there are accounts. @returns whether the device keeps it. */
export async function addAttempt(attempt: Omit<Attempt, 'id' | 'at'>): Promise<boolean> {
  const account = holderOf(readMe())?.id;
  const made: Attempt = { ...attempt, id: newId(), at: new Date(deviceClock().now()).toISOString() };
  const before = kept(account);
  const put = await putOwn(keyOf(account), {
    ...before,
    all: [...before.all, made],
    unsent: account === undefined ? before.unsent : [...before.unsent, made.id],
  });
  void exchange();
  return put;
}

/** Why a server will never take something as it is. */
const isRefused = (error: unknown): error is ApiError => error instanceof ApiError && (error.status === 400 || error.status === 409);

/** Sends some of what the server may not have and hears what it has past where this device knows it. @returns whether there may be more. */
async function exchangeSome(account: string, most: number): Promise<boolean> {
  const { all, unsent, known } = kept(account);
  const sent = new Set(unsent.slice(0, most));
  const answer = await call<Exchanged>('POST', '/practice', { known, attempts: all.filter(({ id }) => sent.has(id)) }, account).catch(
    (error: unknown) => {
      if (!isRefused(error)) throw error;
      return undefined;
    },
  );
  // One that is refused by itself stays on this device; among others it does not keep them back.
  if (!answer && sent.size > 1) return exchangeSome(account, 1);
  // Something may have been practised meanwhile.
  const now = kept(account);
  const here = new Set(now.all.map(({ id }) => id));
  const heard = (answer?.items ?? []).filter((one): one is Attempt => !here.has(one.id) && isPractised(one.what));
  const left = now.unsent.filter((id) => !sent.has(id));
  if (heard.length > 0 || sent.size > 0 || (answer && answer.known !== now.known))
    await putOwn(keyOf(account), { all: [...now.all, ...heard], unsent: left, known: answer?.known ?? now.known });
  return (answer?.more ?? false) || left.length > 0;
}

let exchanging: Promise<void> = Promise.resolve();
/** Sends what the server may not have of whoever holds the device, and hears what they did on others. Without a line it is tried again the next time. */
export function exchange(): Promise<void> {
  return (exchanging = exchanging.then(async () => {
    const account = holderOf(readMe())?.id;
    if (account === undefined) return;
    try {
      while (await exchangeSome(account, ATTEMPTS_AT_ONCE));
    } catch (error) {
      console.warn('What was practised is not sent yet', error);
    }
  }));
}
/** Exchanges while a screen of practice is open: when it opens, and when the line comes back. */
export function useExchange(): void {
  const account = holderOf(useMe())?.id;
  useEffect(() => {
    void exchange();
    const again = () => void exchange();
    globalThis.addEventListener?.('online', again);
    return () => globalThis.removeEventListener?.('online', again);
  }, [account]);
}

/** By which rules and with which machine this device practises. */
export interface Setting {
  rules: RuleSetId;
  units: UnitSystem;
  machine: string;
}
const SETTING = 'practice setting';
const USUAL: Setting = { rules: 'UK', units: 'metric', machine: 't17' };
export const useSetting = (): Setting => useOwn<Setting>(SETTING) ?? USUAL;
export const putSetting = (setting: Setting): void => void putOwn(SETTING, setting);
