import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { clearLeft } from './clock.mjs';

it('takes away what a killed process has left in shared memory, and nothing of one that runs or of others', () => {
  const folder = mkdtempSync(join(tmpdir(), 'tamper-clock-'));
  const gone = spawnSync(process.execPath, ['-e', '']).pid;
  const stay = [`sem.faketime_sem_${process.pid}`, `faketime_shm_${process.pid}`, `PostgreSQL.${gone}`];
  for (const name of [...stay, `sem.faketime_sem_${gone}`, `faketime_shm_${gone}`]) writeFileSync(join(folder, name), '');
  clearLeft(folder);
  expect(readdirSync(folder).sort()).toEqual(stay.sort());
  rmSync(folder, { recursive: true });
});
