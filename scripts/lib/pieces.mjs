// The exporter puts whatever two lazily loaded pieces share into one file that the first screen loads as well. Here that file is taken apart: what the first
// screen needs stays, the rest goes into files of what the same pieces share, each fetched with the first piece that wants it.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createContext, runInContext } from 'node:vm';

const SCRIPTS = '/_expo/static/js/web/';
/**
 * Tells a browser that knows it to compile all of a script beside the page, not function by function while the page waits. What was compiled when a script had run is
 * what it keeps for the next time: of a piece that only defines modules that would be next to nothing.
 */
const CALLED_AT_ONCE = '//# allFunctionsCalledOnLoad\n';
/**
 * Each file costs a slow phone a hundredth of a second while it opens: of what an address asks for at once, shared files smaller than this, characters, are copied into
 * what asks for them.
 */
const WORTH_WAITING_FOR = 20_000;
/** Digits of a hash in a name: every one stands on the first screen, which names all it may load. */
const HASH = 8;
/** Shared code smaller than this, characters, is not worth a request of its own, */
const WORTH_A_FILE = 7_000;
/** unless more than this, characters times screens, would be fetched by who does not want it. */
const TOO_WASTEFUL = 35_000;
/** Two small ones with more than this between them, characters times screens that do not want them, stay apart. */
const TOO_UNLIKE = 15_000;

/**
 * The modules a script defines: their numbers, and of what each hangs on at once and what it loads when asked.
 * A script that brings its own loader (the runtime, a worker) is not a piece: undefined.
 */
export function modulesOf(code) {
  if (!code.startsWith('__d(')) return undefined;
  const modules = new Map();
  const calls = [];
  const define = (factory, id, needs) => {
    const paths = needs.paths ?? {};
    const list = Object.entries(needs).flatMap(([key, value]) => (key === 'paths' || value === null ? [] : [value]));
    modules.set(id, { factory: String(factory), id, needs, paths, hangsOn: list.filter((one) => !(one in paths)) });
  };
  runInContext(code, createContext({ __d: define, __r: (id) => calls.push(id) }));
  return { modules, calls };
}

const define = ({ factory, id, needs }, paths) =>
  `__d(${factory},${id},${JSON.stringify(Object.keys(paths).length > 0 ? { ...needs, paths } : needs)});`;

/**
 * Which shared modules go where. A module may be in several files: the loader knows it by its number and keeps the first.
 * @param pieces name → `{ modules }` @param shared name of the piece all share @param kinds what pieces are: `first` those of the first screen; `route` those an address
 * asks for at once; `framed` the `frame` of others, or what stands `inside` it; `seldom` those hardly anybody fetches: they take the files as the others share them
 * @returns the files, each a list of module ids; which of them each piece wants; what each is given into its own; what is in the shared piece no more; and the name of the frame.
 */
export function group(pieces, shared, kinds) {
  const known = { route: () => false, framed: () => undefined, seldom: () => false, ...kinds };
  const want = whoWants(pieces, shared, known);
  const groups = together(want, known.seldom);
  return { ...inFewFiles(groups, want, known.route), taken: new Set(groups.flat()), frame: want.frame };
}

/** Who wants which of the shared modules that the first screen leaves, and how long each is. */
function whoWants(pieces, shared, { first, framed }) {
  const all = new Map([...pieces.values()].flatMap(({ modules }) => [...modules]));
  const common = pieces.get(shared).modules;
  const reached = (roots) => {
    const seen = new Set();
    const open = [...roots];
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      if (seen.has(id)) continue;
      seen.add(id);
      open.push(...(all.get(id)?.hangsOn ?? []));
    }
    return [...seen].filter((id) => common.has(id));
  };
  const names = [...pieces.keys()].filter((name) => name !== shared);
  const needed = new Map(names.map((name) => [name, reached(pieces.get(name).modules.keys())]));
  // What the shared file runs by itself belongs to everybody.
  const stays = new Set([...reached(pieces.get(shared).calls), ...names.filter((name) => first(name)).flatMap((name) => needed.get(name))]);
  const wanted = new Map();
  for (const [name, ids] of needed) for (const id of ids) if (!stays.has(id)) wanted.set(id, [...(wanted.get(id) ?? []), name]);
  const frame = names.find((name) => framed(name, pieces.get(name)) === 'frame');
  const inside = new Set(
    names.filter((name) => framed(name, { modules: new Map(needed.get(name).map((id) => [id, all.get(id)])) }) === 'inside'),
  );
  const size = (ids) => ids.reduce((sum, id) => sum + all.get(id).factory.length, 0);
  return { names, wanted, frame, inside, size };
}

/** Shared modules by who wants them. @returns groups of module ids, each worth a file. */
function together({ wanted, frame, inside, size }, seldom) {
  const often = (by) => (by.every(seldom) ? by : by.filter((name) => !seldom(name)));
  // What a frame wants is there before whatever stands in it: who of those wants it too makes no difference.
  const told = (by) => {
    const usual = often(by);
    return frame !== undefined && usual.includes(frame) ? usual.filter((name) => !inside.has(name)) : usual;
  };
  const bySame = new Map();
  for (const [id, by] of wanted) bySame.set(told(by).join(' '), [...(bySame.get(told(by).join(' ')) ?? []), id]);
  const [large, small] = [[], []];
  for (const ids of bySame.values()) (size(ids) >= WORTH_A_FILE ? large : small).push(ids);
  // What is too small goes into the file that all who want it fetch anyway and fewest others do.
  const by = (ids) => told(wanted.get(ids[0]));
  const files = large.map((ids) => ({ ids: [...ids], by: by(ids) }));
  let left = [];
  for (const ids of small) {
    const fit = files.filter((file) => by(ids).every((name) => file.by.includes(name))).sort((a, b) => a.by.length - b.by.length)[0];
    if (fit && (fit.by.length - by(ids).length) * size(ids) <= TOO_WASTEFUL) fit.ids.push(...ids);
    else left.push({ ids: [...ids], by: by(ids) });
  }
  // What finds none is put together with the like, where fewest fetch what they do not want.
  const unwanted = (a, b) => a.by.filter((name) => !b.by.includes(name)).length * size(b.ids);
  const alone = [];
  while (left.length > 1) {
    const [least, ...others] = left.sort((a, b) => size(a.ids) - size(b.ids));
    if (size(least.ids) >= WORTH_A_FILE) break;
    const cost = (one) => unwanted(least, one) + unwanted(one, least);
    const nearest = others.reduce((best, one) => (cost(one) < cost(best) ? one : best));
    left = others.filter((one) => one !== nearest);
    // A small file is better than one most who fetch it do not want.
    if (cost(nearest) > TOO_UNLIKE) {
      alone.push(least);
      left.push(nearest);
    } else left.push({ ids: [...nearest.ids, ...least.ids], by: [...new Set([...nearest.by, ...least.by])] });
  }
  return [...files, ...alone, ...left].map(({ ids }) => ids);
}

/** Brings what an address asks for at once into few files: all that the frame wants into one, by which whatever stands in it finds it, and what is small into what asks for it. */
function inFewFiles(groups, { names, wanted, frame, inside, size }, route) {
  const wantedBy = (name, ids) => ids.filter((id) => wanted.get(id).includes(name));
  const framing = groups.flatMap((ids) => wantedBy(frame, ids));
  const withFrame = new Set(framing);
  const isFramed = (name) => name === frame || inside.has(name);
  const still = (name, ids) => wantedBy(name, ids).filter((id) => !isFramed(name) || !withFrame.has(id));
  const isCopied = (name, ids) => route(name) && size(ids) < WORTH_WAITING_FOR;
  const wants = new Map(
    names.map((name) => [
      name,
      [
        ...(isFramed(name) && wantedBy(name, framing).length > 0 ? [framing] : []),
        ...groups.filter((ids) => !isCopied(name, ids) && still(name, ids).length > 0),
      ],
    ]),
  );
  const files = [...new Set([...wants.values()].flat())];
  return {
    files,
    wants: new Map([...wants].map(([name, its]) => [name, its.map((ids) => files.indexOf(ids))])),
    given: new Map(names.map((name) => [name, groups.filter((ids) => isCopied(name, ids)).flatMap((ids) => still(name, ids))])),
  };
}

/**
 * A path of several files is fetched as all of them; the piece itself is run last, as whoever asks for it a second time runs it at once, whether or not
 * what it hangs on is there. What the frame of runs shares with others is asked for by an address of a run while the browser still reads the rest.
 */
const loadAll = (frame) => `
(function(g){let all;const here={};const add=(tag,as)=>document.head.append(Object.assign(document.createElement(tag),as));
if(/^\\/jobs\\/[^/]+\\/runs\\//.test(location.pathname))for(const src of ${JSON.stringify(frame)})
(here[src]=new Promise((onload,onerror)=>add('script',{src,async:false,onload,onerror}))).catch(()=>0);
Object.defineProperty(g,'__loadBundleAsync',{configurable:true,get:()=>all,set(one){all=(paths)=>{
const [piece,...shared]=paths.split(' ');if(shared.length===0)return one(piece);
add('link',{rel:'preload',as:'script',href:piece});
return Promise.all(shared.map((path)=>here[path]?here[path].catch(()=>one(path)):one(path))).then(()=>one(piece))}}})})(globalThis);`;

/** Takes the shared file of an export apart. @param folder the export @param kinds as `group` has them; `first` is told of a piece's code too */
export function splitShared(folder, kinds) {
  const at = join(folder, SCRIPTS);
  const page = join(folder, 'index.html');
  const codes = new Map(readdirSync(at).map((name) => [name, readFileSync(join(at, name), 'utf8')]));
  const pieces = new Map([...codes].flatMap(([name, code]) => [[name, modulesOf(code)]].filter(([, modules]) => modules)));
  const nameOf = (start) => [...codes.keys()].find((name) => name.startsWith(start));
  const [shared, runtime, entry] = [nameOf('__common-'), nameOf('__expo-metro-runtime-'), nameOf('entry-')];
  const early = (name) => kinds.first(name, codes.get(name));
  const { files, wants, given, taken, frame } = group(pieces, shared, { ...kinds, first: early });
  const common = pieces.get(shared);
  const ofShared = (ids) => ids.map((id) => common.modules.get(id));
  // What the entry would ask for only once it runs: layouts, which every screen wants, and the first screen. They are in its own file, before it, with what all share.
  const ahead = [...pieces.keys()].filter((name) => /^(_layout|index)-/.test(name) && early(name));
  const isAhead = new Set(ahead.map((name) => SCRIPTS + name));
  const merged = new Set([shared, ...ahead, entry]);
  const first = [
    ...[...common.modules.values()].filter(({ id }) => !taken.has(id)),
    ...[...ahead, entry].flatMap((name) => [...pieces.get(name).modules.values()]),
  ];
  const others = [...pieces].filter(([name]) => !merged.has(name));
  const parts = new Map([
    ...others.map(([name, { modules, calls }]) => [name, { modules: [...ofShared(given.get(name)), ...modules.values()], calls }]),
    [entry, { modules: first, calls: [...common.calls, ...pieces.get(entry).calls] }],
    ...files.map((ids, i) => [`shared${i + 1}-`, { modules: ofShared(ids), calls: [] }]),
  ]);
  const named = new Map();
  const begun = new Set();
  /** What is fetched for a path: the piece itself and what it shares with others. */
  const fetched = (path) => {
    const target = path.slice(SCRIPTS.length);
    return [target, ...(wants.get(target) ?? []).map((i) => `shared${i + 1}-`)].map((one) => SCRIPTS + settle(one).name).join(' ');
  };
  /** A name follows from what a file says, and so from the names of what it loads. Files that are no pieces, such as workers, keep theirs. */
  const settle = (name) => {
    const known = named.get(name) ?? (parts.has(name) ? undefined : { name });
    if (known) return known;
    if (begun.has(name)) throw new Error(`${name} loads itself by way of others: neither can be named by what it says.`);
    begun.add(name);
    const { modules, calls } = parts.get(name);
    const paths = (of) => Object.fromEntries(Object.entries(of).flatMap(([id, path]) => (isAhead.has(path) ? [] : [[id, fetched(path)]])));
    const code = [...modules.map((module) => define(module, paths(module.paths))), ...calls.map((id) => `__r(${id});`)].join('\n');
    const done = hashed(name, CALLED_AT_ONCE + code);
    named.set(name, done);
    return done;
  };
  for (const name of parts.keys()) settle(name);
  const shares =
    frame === undefined
      ? []
      : fetched(SCRIPTS + frame)
          .split(' ')
          .slice(1);
  named.set(runtime, hashed(runtime, codes.get(runtime) + loadAll(shares)));
  for (const name of pieces.keys()) rmSync(join(at, name));
  rmSync(join(at, runtime));
  for (const { name, code } of named.values()) writeFileSync(join(at, name), code);
  let html = readFileSync(page, 'utf8');
  for (const [name, made] of named) html = html.replaceAll(SCRIPTS + name, SCRIPTS + made.name);
  html = html.replace(`<script src="${SCRIPTS}${shared}" defer></script>`, '');
  const preload = fontsIn(folder)
    .map((href) => `<link rel="preload" as="font" type="font/woff2" crossorigin href="${href}">`)
    .join('');
  writeFileSync(page, html.replace('</head>', `${preload}</head>`));
}

/** Where the fonts of an export are, from its root. */
const fontsIn = (folder) =>
  existsSync(join(folder, 'assets'))
    ? readdirSync(join(folder, 'assets'), { recursive: true })
        .filter((name) => name.endsWith('.woff2'))
        .map((name) => `/assets/${name}`)
    : [];

/** @returns the code with the name it goes by: the name's start and a hash of the code. */
const hashed = (name, code) => ({
  name: `${name.replace(/-([0-9a-f]{32})?(\.js)?$/, '')}-${createHash('md5').update(code).digest('hex').slice(0, HASH)}.js`,
  code,
});
