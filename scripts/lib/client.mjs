import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join, parse, relative } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { root } from './packages.mjs';
import { splitShared } from './pieces.mjs';
import { Failure, step } from './say.mjs';

/** The frame of a run, and what stands inside it: that asks for what the frame gives. */
const ofRun = (name, { modules }) =>
  name.startsWith('RunFrame-')
    ? 'frame'
    : [...modules.values()].some(({ factory }) => factory.includes('the frame of a run'))
      ? 'inside'
      : undefined;

export const clientDir = join(root, 'client', 'dist');
const SOURCES = ['client', 'core/src', 'core/package.json', 'package-lock.json', 'scripts/lib/client.mjs', 'scripts/lib/pieces.mjs'];
const SKIP = new Set(['node_modules', 'dist', '.expo']);

/** Who works here and practice are looked at once in a while; what was deleted and what is stuck hardly ever. */
const isSeldom = (name) => /^(people|practice|Bin|StuckThings|ArmScreen|DrillScreen|OwnRunScreen|planned)-/.test(name);

/** What an address asks for at once, when the program is opened at it: the screens of the router, each called as its file is, and the frame of a run. */
function routes() {
  const names = [...files(join(root, 'client', 'src', 'app'))].map((file) => `${parse(file).name}-`);
  return (name) => ['RunFrame-', ...names].some((start) => name.startsWith(start));
}

/** Does the first screen, the list of jobs, load this script? The router reads every layout when it starts; of the routes called index the list is the one right below src/app. */
export const onFirstScreen = (name, code) =>
  /^(__|entry|_layout-|work-|KeptHere-)/.test(name) || (name.startsWith('index-') && /JobsScreen/.test(code));

/** Every file below a path, sorted, without build results and tests. */
function* files(path) {
  if (!statSync(path).isDirectory()) return yield path;
  for (const name of readdirSync(path).sort()) if (!SKIP.has(name) && !/\.test\.tsx?$/.test(name)) yield* files(join(path, name));
}

function sourceHash() {
  const hash = createHash('sha256');
  for (const source of SOURCES) for (const file of files(join(root, source))) hash.update(relative(root, file)).update(readFileSync(file));
  return hash.digest('hex');
}

/** Exports the web client unless the last export was made from the same sources. */
export async function buildClient() {
  // The solver's program is fetched by its worker on first use.
  mkdirSync(join(root, 'client', 'public'), { recursive: true });
  copyFileSync(join(root, 'node_modules', 'highs', 'build', 'highs.wasm'), join(root, 'client', 'public', 'highs.wasm'));
  // The PDF writer reads fonts as it embeds them: not the packed ones the page uses.
  const fonts = join(root, 'node_modules', '@fontsource', 'source-sans-3', 'files');
  for (const weight of [400, 600])
    copyFileSync(join(fonts, `source-sans-3-latin-${weight}-normal.woff`), join(root, 'client', 'public', `source-sans-${weight}.woff`));
  const stamp = join(clientDir, '.sources');
  const hash = sourceHash();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  step('Building the web client (about a minute the first time)');
  rmSync(clientDir, { recursive: true, force: true });
  const env = { ...process.env, EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', CI: '1', NODE_ENV: 'production' };
  await promisify(execFile)('npx', ['--no-install', 'expo', 'export', '-p', 'web'], {
    cwd: join(root, 'client'),
    env,
    maxBuffer: 1 << 28,
  }).catch(({ message, stdout, stderr }) => {
    throw new Failure(`The web client did not build: ${message}\n${stdout}\n${stderr}`);
  });
  splitShared(clientDir, { first: onFirstScreen, route: routes(), framed: ofRun, seldom: isSeldom });
  await addServiceWorker();
  await Promise.all([...files(clientDir)].filter((file) => /\.(js|css|html|json|wasm|svg|ttf)$/.test(file)).map(compress));
  writeFileSync(stamp, hash);
}

/** Files whose names say what is in them: they are kept as long as a version of the program wants them. */
const NAMED_BY_CONTENT = /\/_expo\/|\/assets\/|\.[0-9a-f]{32}\./;

/** Writes the service worker that keeps the whole program on the device: every piece, the solver, the fonts. A new version waits until it is told to take over. */
async function addServiceWorker() {
  const { generateSW } = await import('workbox-build');
  const { warnings } = await generateSW({
    globDirectory: clientDir,
    globPatterns: ['**/*.{js,css,html,wasm,woff,woff2,png,svg,webmanifest}'],
    maximumFileSizeToCacheInBytes: 10_000_000,
    dontCacheBustURLsMatching: NAMED_BY_CONTENT,
    swDest: join(clientDir, 'service-worker.js'),
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/api\//, /^\/live/],
    // A photo never changes under its name: once seen it is here without a line.
    runtimeCaching: [
      {
        urlPattern: /\/api\/photos\/[0-9a-f]{64}(\/small)?$/,
        handler: 'CacheFirst',
        options: {
          cacheName: 'photos',
          expiration: { maxEntries: 600, purgeOnQuotaError: true },
          cacheableResponse: { statuses: [200] },
        },
      },
    ],
    clientsClaim: true,
    skipWaiting: false,
    cleanupOutdatedCaches: true,
    inlineWorkboxRuntime: true,
    sourcemap: false,
    mode: 'production',
  });
  if (warnings.length > 0) throw new Failure(`The service worker leaves something out: ${warnings.join(' ')}`);
}

/** As small as takes some seconds: it is done once, and fetched over lines as there are on sites. */
async function compress(file) {
  const content = readFileSync(file);
  const params = { [constants.BROTLI_PARAM_QUALITY]: 10, [constants.BROTLI_PARAM_SIZE_HINT]: content.length };
  writeFileSync(`${file}.gz`, await promisify(gzip)(content, { level: 9 }));
  writeFileSync(`${file}.br`, await promisify(brotliCompress)(content, { params }));
}
