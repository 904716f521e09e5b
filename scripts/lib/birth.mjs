import { readFileSync } from 'node:fs';

/** When a process began, as nothing else on this machine did: numbers of processes are given again. Undefined where there is none. */
export function birthOf(pid) {
  try {
    // The name stands in brackets and may hold anything; what comes after does not.
    const started = readFileSync(`/proc/${pid}/stat`, 'utf8')
      .replace(/^.*\) /s, '')
      .split(' ')[19];
    return `${readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim()} ${started}`;
  } catch {
    return undefined;
  }
}
