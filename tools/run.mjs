// Small steps shared by the commands of this folder.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

export const root = dirname(import.meta.dirname);
const node = process.execPath;

/** Runs a command to its end with its output shown; stops this one where it fails. */
export const must = (name, args, options = {}) => {
  const { status, error } = spawnSync(name, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) console.error(`${name} cannot be run: ${error.message}`);
  if (status !== 0) process.exit(status ?? 1);
};

/** The same beside others; its output is shown once it has ended, and only where it failed. */
const quietly = async (name, args, options = {}) => {
  const child = spawn(name, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], ...options });
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
  const status = await new Promise((resolve) => child.once('close', resolve).once('error', () => resolve(1)));
  if (status === 0) return;
  console.error(`${name} ${args.join(' ')} failed:\n${Buffer.concat(said).toString()}`);
  process.exit(status ?? 1);
};

/** Names a step as it begins, and says how long it took. */
const timed = async (title, work) => {
  const started = performance.now();
  console.log(`${title} …`);
  await work();
  console.log(`${title}: ${((performance.now() - started) / 1000).toFixed(0)} s`);
};

/** A command that npm installed. */
export const bin = (name) => join(root, 'node_modules/.bin', name);

const PRODUCT = ['contract', 'core', 'kernels', 'shaping', 'server', 'web'];
const LOCK = join(root, 'package-lock.json');
const INSTALLED = join(root, 'node_modules/.uvrant-installed');
const SQLITE = join(root, 'node_modules/better-sqlite3/build/Release/better_sqlite3.node');

const lockHash = () => createHash('sha256').update(readFileSync(LOCK)).digest('hex');

/** What was installed last, and whether that is the lock as it is: everything, the product alone, or nothing. */
const installed = () => {
  const [what = 'nothing', hash] = existsSync(INSTALLED) ? readFileSync(INSTALLED, 'utf8').split(' ') : [];
  if (hash === lockHash()) return { what, isCurrent: true };
  const marker = join(root, 'node_modules/.package-lock.json');
  const isByHand = existsSync(marker) && statSync(marker).mtimeMs >= statSync(LOCK).mtimeMs && existsSync(bin('jest'));
  return isByHand ? { what: 'all', isCurrent: true } : { what, isCurrent: false };
};

/**
 * Installs what is locked where it is not installed yet: what the product is built of and runs with, or all that its tests need,
 * too. SQLite's own part is made afterwards, beside other work.
 */
const install = async (wanted) => {
  const before = installed();
  if (before.isCurrent && (before.what === 'all' || before.what === wanted)) return;
  // What tests need is not taken away again.
  if (before.what === 'all' || existsSync(bin('jest'))) wanted = 'all';
  const only = wanted === 'product' ? ['--include-workspace-root', ...PRODUCT.flatMap((name) => ['-w', `packages/${name}`])] : [];
  await timed(`Installing packages (${wanted === 'product' ? 'what it runs with' : 'with what tests need'})`, () =>
    quietly('npm', ['ci', '--no-audit', '--no-fund', '--ignore-scripts', ...only]),
  );
  writeFileSync(INSTALLED, `${wanted} ${lockHash()}`);
};

/**
 * Where there is no ready-made one for this machine it is compiled: without warnings and less optimised, which takes a fifth of the
 * time and is not felt here.
 */
const sqlite = async () => {
  if (existsSync(SQLITE)) return;
  const flags = '-O1 -Wno-all -Wno-extra';
  const env = { ...process.env, CFLAGS: flags, CXXFLAGS: flags, JOBS: 'max', npm_config_ignore_scripts: 'false' };
  await timed('Making SQLite for this machine', () => quietly('npm', ['rebuild', 'better-sqlite3'], { env }));
};

const newest = (path) => {
  if (!existsSync(path)) return 0;
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(
    0,
    ...readdirSync(path)
      .filter((name) => name !== 'dist' && name !== 'node_modules')
      .map((name) => newest(join(path, name))),
  );
};

/** What is built, from what, after what. */
const PARTS = [
  {
    name: 'kernels',
    after: [],
    from: ['packages/kernels/assembly', 'packages/kernels/build.mjs'],
    to: 'packages/kernels/dist/module.ts',
    build: () => quietly(node, ['packages/kernels/build.mjs']),
  },
  {
    name: 'server',
    after: ['kernels'],
    from: [
      'packages/server/src',
      'packages/server/build.mjs',
      'packages/contract/src',
      'packages/core/src',
      'packages/shaping/src',
      'packages/kernels/src',
      'packages/kernels/dist/module.ts',
    ],
    to: 'packages/server/dist/main.js',
    build: () => quietly(node, ['packages/server/build.mjs']),
  },
  {
    name: 'web',
    after: ['kernels'],
    from: [
      'packages/web/src',
      'angular.json',
      'packages/contract/src',
      'packages/core/src',
      'packages/shaping/src',
      'packages/kernels/src',
      'packages/kernels/dist/module.ts',
    ],
    to: 'packages/web/dist/browser/index.html',
    build: () => quietly(node, ['tools/build-web.mjs']),
  },
];

/** Builds the parts that are older than what they are made from, or all of them; those that do not wait for another side by side. */
const build = async (names, all) => {
  const builds = new Map();
  for (const part of PARTS.filter(({ name }) => names.includes(name))) {
    const built = async () => {
      await Promise.all(part.after.map((name) => builds.get(name)));
      const isFresh = newest(join(root, part.to)) > Math.max(...part.from.map((path) => newest(join(root, path))));
      if (all || !isFresh) await timed(`Building the ${part.name}`, part.build);
    };
    builds.set(part.name, built());
  }
  await Promise.all(builds.values());
};

/** Everything that a command needs before it can run: packages, SQLite, and what is built of this checkout. */
export const ready = async (wanted, { parts = PARTS.map(({ name }) => name), all = false } = {}) => {
  await install(wanted);
  await Promise.all([sqlite(), build(parts, all)]);
};

/** A long-running command, ended with this one. */
export const stay = (name, args) => {
  const child = spawn(name, args, { cwd: root, stdio: 'inherit' });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
};
