import { spawn, spawnSync } from 'node:child_process';
import { get } from 'node:http';
import { get as getSecure } from 'node:https';
import { join } from 'node:path';
import { isRoot, root } from './packages.mjs';
import { SERVER_ROLE } from './postgres.mjs';
import { Failure } from './say.mjs';

/** What the door was before is not passed on. */
const NO_DOOR = { HOST: '', HOSTS: '', TLS_CERT: '', TLS_KEY: '' };

/** Brings a database up to this program as its owner, and lets the server's role work on it. */
function migrate(ownerUrl, role) {
  const { status } = spawnSync(process.execPath, ['--import', 'tsx', join(root, 'server', 'src', 'migrate.ts')], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, DATABASE_URL: ownerUrl, SERVER_ROLE: role },
  });
  if (status !== 0) throw new Failure('The database could not be brought up to this program. What was said stands above.');
}

/** Makes a database of a cluster unless it is there, brings it up, and lets the server's role in. @returns its owner's address. */
export function prepareDatabase(cluster, name) {
  const owner = cluster.createDatabase(name);
  cluster.makeServerRole();
  migrate(owner, SERVER_ROLE);
  return owner;
}

/** Starts the Tamper server as a child and resolves when it serves. `stop()` ends it and waits until it is gone. */
export function startServer({ databaseUrl, migrated = false, port, clientDir, door = { HOST: '127.0.0.1' } }) {
  const env = {
    ...process.env,
    NODE_ENV: 'production',
    ...NO_DOOR,
    ...door,
    DATABASE_URL: databaseUrl,
    MIGRATED: migrated ? '1' : '',
    RUN_AS: isRoot && mayRead(NOBODY, clientDir) ? NOBODY : '',
    PORT: String(port),
    CLIENT_DIR: clientDir,
  };
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
    child.once('message', () =>
      resolve({ url: `${door.TLS_CERT ? 'https' : 'http'}://localhost:${port}`, pid: child.pid, stop, gone, child }),
    );
    void gone.then((code) => {
      const failure = new Failure(`The server stopped while starting (code ${code}). What it said stands above.`);
      reject(Object.assign(failure, { final: code === WILL_NOT_PASS }));
    });
  });
}

/** What a server ends with when starting it again would be of no use. */
const WILL_NOT_PASS = 78;

/** Whom a server that was started by root becomes once it listens. */
const NOBODY = 'nobody';
/** Can a user read the program and what it serves? In root's own folder nobody else can. */
const mayRead = (user, clientDir) =>
  [
    join(root, 'server', 'src', 'main.ts'),
    join(root, 'node_modules', 'tsx', 'package.json'),
    ...(clientDir ? [join(clientDir, 'index.html')] : []),
  ].every((file) => spawnSync('runuser', ['-u', user, '--', 'test', '-r', file], { cwd: '/' }).status === 0);

/** How a Tamper on this port is: well, without its database, or not there at all. @param at where it listens @param secure has it a certificate? Its own is taken as it is. */
export async function healthOf(port, { at = '127.0.0.1', secure = false, patience = 2000 } = {}) {
  try {
    const body = await getJson({ port, host: at, secure, patience });
    if (body.ok === true && body.service === 'tamper') return 'well';
    return body.error?.code === 'database-down' ? 'no database' : 'away';
  } catch {
    return 'away';
  }
}

const getJson = ({ port, host, secure, patience }) =>
  new Promise((done, fail) => {
    const options = {
      host,
      port,
      path: '/api/health',
      headers: { Host: `localhost:${port}` },
      timeout: patience,
      rejectUnauthorized: false,
      agent: false,
    };
    const request = (secure ? getSecure : get)(options, (response) => {
      let text = '';
      response.setEncoding('utf8');
      response.on('data', (part) => (text += part));
      response.on('end', () => {
        try {
          done(JSON.parse(text));
        } catch (error) {
          fail(error);
        }
      });
      response.on('error', fail);
    });
    request.on('timeout', () => request.destroy(new Error('It did not answer in time.')));
    request.on('error', fail);
  });
