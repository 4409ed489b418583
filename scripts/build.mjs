import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { stateFolder } from './install.mjs';
import { FIRST } from '../client/bundle/first/index.js';
import { giveUp, HOME, run, say } from './say.mjs';

/** The folder of the built application. */
export const DIST = join(HOME, 'client', 'dist');

/** Builds the application, unless it stands there built from the same sources. */
export async function build() {
  const mark = join(stateFolder(), 'built');
  const sources = hashOfSources();
  const isBuilt =
    existsSync(mark) && existsSync(join(DIST, 'index.html')) && readFileSync(mark, 'utf8') === sources;
  if (isBuilt) return;
  say('Building the application, about a minute the first time …');
  await exportForBrowsers(join(HOME, 'client'), async () => {
    cutScripts();
    await keepOnDevices();
  });
  writeFileSync(mark, sources);
}

/**
 * Exports an application of Expo into its `dist`, each text with its compressed twins beside it.
 *
 * @param home - where it stands
 * @param more - writes what else belongs to it, before anything is compressed
 */
export async function exportForBrowsers(home, more = () => undefined) {
  const environment = {
    ...process.env,
    CI: '1',
    EXPO_NO_TELEMETRY: '1',
    EXPO_OFFLINE: '1',
    NODE_ENV: 'production',
  };
  // By itself it leaves one core free, which on two is half of them.
  const workers = ['--max-workers', String(availableParallelism())];
  const code = await run('npx', ['expo', 'export', '-p', 'web', '--output-dir', 'dist', ...workers], {
    cwd: home,
    env: environment,
  });
  if (code !== 0) giveUp('the application could not be built; the lines above say why.');
  await more();
  const texts = filesBelow(join(home, 'dist')).filter((file) => /\.(js|html|svg|webmanifest)$/.test(file));
  await Promise.all(texts.map(compress));
}

/**
 * Signs of a piece at most: a browser that takes a script in is held for no longer than so much of it takes. What a first visit waits for
 * comes in fewer pieces, as each is pressed by itself; what comes later is taken in while a student touches what stands.
 */
const MOST = { first: 380_000, later: 180_000 };

/**
 * Cuts scripts into pieces, as the browser is held while it takes one in: the one that every page begins with, and the one that comes after.
 * What is run before all else (`client/bundle/first`) stands in the first pieces, each with what it needs: it is run while the rest is on
 * its way. The ways in, with what they share with what comes after the first page, are fetched where they are wanted: a term is drawn without.
 */
function cutScripts() {
  const index = join(DIST, 'index.html');
  const page = readFileSync(index, 'utf8');
  const tags = [...page.matchAll(/<script src="([^"]+)" defer><\/script>/g)];
  const [runtime, shared, first] = ['__expo-metro-runtime', '__common', 'entry'].map((name) => {
    const path = tags.map(([, path]) => path).find((path) => path.includes(`/${name}-`));
    return scriptAt(path ?? giveUp(`the page has no script ${name}.`));
  });
  const waysIn = scriptNamed(first, 'ways-in');
  const later = scriptNamed(first, 'later-parts');
  const [door] = writePieces(waysIn, [[...modulesOf(shared).modules, ...modulesOf(waysIn).modules]]);
  const laterPaths = [door, ...writePieces(later, inPieces(modulesOf(later).modules, MOST.later))];
  const text = [runtime.text, first.text]
    .join('\n')
    .replace(`"${waysIn.path}"`, () => JSON.stringify(door))
    .replace(`"${later.path}"`, () => JSON.stringify(laterPaths));
  const paths = writePieces(first, firstPieces(text));
  for (const { path } of [runtime, shared]) rmSync(join(DIST, path));
  const [tag] = tags[0];
  const written = page
    .replace(tags.map(([tag]) => tag).join(''), paths.map((path) => tag.replace(runtime.path, path)).join(''))
    .replace('</head>', `  <meta name="ways-in" content="${door}" />\n  </head>`);
  writeFileSync(index, written);
}

const scriptAt = (path) => ({ path, text: readFileSync(join(DIST, path), 'utf8') });

/** A script that another one fetches by itself, by the name of its first module. */
function scriptNamed({ text }, name) {
  const [, path] = new RegExp(`"([^"]*/${name}-[^"]+)"`).exec(text) ?? giveUp(`there is no script ${name}.`);
  return scriptAt(path);
}

/** What comes before a script's modules, these, and the lines after them that run some. */
function modulesOf({ text }) {
  const [before, ...modules] = `\n${text}`.split(/\n(?=__d\()/);
  const runs = /(?:\n__r\(\d+\);)*\n?$/.exec(modules.at(-1))[0];
  modules.push(modules.pop().slice(0, -runs.length || undefined));
  return { before: before.slice(1), modules, runs: runs.trim().split('\n').filter(Boolean) };
}

/** The pieces of the first script: one for each module that is run first, with what it needs, and then the rest. */
function firstPieces(text) {
  const { before, modules, runs } = modulesOf({ text });
  const known = new Map(
    modules.map((module) => {
      const [, id, needs] = MODULE_END.exec(module) ?? giveUp(`a module ends as none: ${module.slice(-80)}`);
      return [Number(id), { module, needs: Object.values({ ...JSON.parse(needs), paths: null }) }];
    }),
  );
  const rest = new Set(known.keys());
  const taken = (id) => {
    if (!rest.delete(id)) return [];
    const { module, needs } = known.get(id);
    return [module, ...needs.flatMap(taken)];
  };
  const first = runs.slice(0, FIRST.length).map((run) => [...taken(Number(/\d+/.exec(run)[0])), run]);
  const others = inPieces(
    [...rest].map((id) => known.get(id).module),
    MOST.first,
  );
  first[0].unshift(before);
  others.at(-1).push(...runs.slice(FIRST.length));
  return [...first, ...others];
}

/** How a module ends: what it is called, and what it needs, in a list or by the places it has there. */
const MODULE_END = /\),(\d+),(\[[^[\]]*\]|\{(?:[^{}]|\{[^{}]*\})*\})\);?$/;

/** Modules in as few pieces as there must be, each of about the same size. */
function inPieces(modules, most) {
  const all = modules.join('\n').length;
  const size = all / Math.ceil(all / most);
  const pieces = [];
  let length = 0;
  for (const module of modules) {
    const piece = Math.floor(length / size);
    (pieces[piece] ??= []).push(module);
    length += module.length + 1;
  }
  return pieces.filter(Boolean);
}

/** Writes the pieces of a script in its place; answers their paths. */
function writePieces({ path }, pieces) {
  rmSync(join(DIST, path));
  return pieces.map((modules, index) => {
    const text = modules.join('\n');
    const hash = createHash('sha256').update(text).digest('hex').slice(0, 32);
    const named = path.replace(/[0-9a-f]{16,}\.js$/, `${index + 1}-${hash}.js`);
    writeFileSync(join(DIST, named), text);
    return named;
  });
}

/**
 * Writes the service worker, which keeps the application with its workers on the device: it opens without network on any address
 * of ours, and a newer version waits until it is taken. What the server says never passes through it.
 */
async function keepOnDevices() {
  // Not before the packages are there: this file is read first.
  const { generateSW } = await import('workbox-build');
  const { warnings } = await generateSW({
    globDirectory: DIST,
    globPatterns: ['index.html', 'manifest.webmanifest', 'icons/*', 'fonts/*.woff2', '_expo/**/*.js'],
    maximumFileSizeToCacheInBytes: 4_000_000,
    swDest: join(DIST, 'service-worker.js'),
    dontCacheBustURLsMatching: HASHED,
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/(api|feed|school|health)(\/|$)/],
    cleanupOutdatedCaches: true,
    clientsClaim: true,
    inlineWorkboxRuntime: true,
    sourcemap: false,
    mode: 'production',
  });
  if (warnings.length > 0) giveUp(`the service worker could not be made: ${warnings.join(' ')}`);
}

/** What a file's name has when it changes with what is in it. */
const HASHED = /[.-][0-9a-f]{16,}\.\w+$/;

/** Writes a file's compressed twins once, so that no request has to. What every first visit waits for is pressed the hardest. */
async function compress(file) {
  const content = readFileSync(file);
  const isFirst = /[\\/](entry|ways-in)-[^\\/]+$/.test(file);
  const params = {
    [constants.BROTLI_PARAM_QUALITY]: isFirst ? constants.BROTLI_MAX_QUALITY : 10,
    [constants.BROTLI_PARAM_LGWIN]: constants.BROTLI_MAX_WINDOW_BITS,
    [constants.BROTLI_PARAM_SIZE_HINT]: content.length,
  };
  const [br, gz] = await Promise.all([brotli(content, { params }), zip(content, { level: 9 })]);
  writeFileSync(`${file}.br`, br);
  writeFileSync(`${file}.gz`, gz);
}

const brotli = promisify(brotliCompress);
const zip = promisify(gzip);

const SOURCES = [
  'client/app',
  'client/src',
  'client/public',
  'client/app.json',
  'client/babel.config.js',
  'client/bundle',
  'client/metro.config.js',
  'client/package.json',
  'core/src',
  'package-lock.json',
  'scripts/build.mjs',
];

function hashOfSources() {
  const hash = createHash('sha256');
  for (const source of SOURCES) {
    const path = join(HOME, source);
    for (const file of statSync(path).isDirectory() ? filesBelow(path) : [path]) {
      hash.update(file.slice(HOME.length)).update(readFileSync(file));
    }
  }
  return hash.digest('hex');
}

function filesBelow(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name))
    .sort();
}
