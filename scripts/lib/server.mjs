import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { root } from './packages.mjs';
import { Failure } from './say.mjs';

/** Starts the Tamper server as a child and resolves when it serves. `stop()` ends it and waits until it is gone. */
export function startServer({ databaseUrl, port, clientDir }) {
  const env = { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port), CLIENT_DIR: clientDir };
  const child = spawn(process.execPath, ['--import', 'tsx', join(root, 'server', 'src', 'main.ts')], {
    cwd: root,
    env,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  const gone = new Promise((resolve) => child.once('exit', resolve));
  const stop = async () => {
    if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM');
    await gone;
  };
  return new Promise((resolve, reject) => {
    child.once('message', () => resolve({ url: `http://localhost:${port}`, pid: child.pid, stop, gone, child }));
    void gone.then((code) => reject(new Failure(`The server stopped while starting (code ${code}). What it said stands above.`)));
  });
}

/** How a Tamper on this port is: well, without its database, or not there at all. */
export async function healthOf(port, patience = 2000) {
  try {
    const response = await fetch(`http://127.0.0.1:${port}/api/health`, { signal: AbortSignal.timeout(patience) });
    const body = await response.json();
    if (body.ok === true && body.service === 'tamper') return 'well';
    return body.error?.code === 'database-down' ? 'no database' : 'away';
  } catch {
    return 'away';
  }
}
