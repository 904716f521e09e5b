import type { Attempt } from '@tamper/core/practiceProgress';
import type { RuleSetId } from '@tamper/core/rules';
import type { UnitSystem } from '@tamper/core/units';
import { deviceClock } from '../../data/deviceClock';
import { newId } from '../../data/newId';
import { holderOf, readMe, useMe } from '../../store/me';
import { putOwn, readOwn, useOwn } from '../../store/own';

const NONE: readonly Attempt[] = [];
/** Kept with whoever holds the device; with the device where nobody signs in. */
const keyOf = (account: string | undefined): string => `practice/${account ?? 'device'}`;

/** All attempts of whoever holds the device. */
export const useAttempts = (): readonly Attempt[] => useOwn<readonly Attempt[]>(keyOf(holderOf(useMe())?.id)) ?? NONE;

/** Who is practising, as it stands on the record. */
export const useWho = (): string => holderOf(useMe())?.name ?? 'This device';

/** Keeps an attempt. @returns whether the device keeps it. */
export function addAttempt(attempt: Omit<Attempt, 'id' | 'at'>): Promise<boolean> {
  const key = keyOf(holderOf(readMe())?.id);
  const made: Attempt = { ...attempt, id: newId(), at: new Date(deviceClock().now()).toISOString() };
  return putOwn(key, [...(readOwn<readonly Attempt[]>(key) ?? NONE), made]);
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
