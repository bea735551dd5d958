// Small steps shared by the commands of this folder.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';

export const root = dirname(import.meta.dirname);
const node = process.execPath;

/** Runs a command to its end with its output shown; stops this one where it fails. */
export const must = (name, args, options = {}) => {
  const { status, error } = spawnSync(name, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) console.error(`${name} cannot be run: ${error.message}`);
  if (status !== 0) process.exit(status ?? 1);
};

/** A command that npm installed. */
export const bin = (name) => join(root, 'node_modules/.bin', name);

/** Installs what is locked, where it is not installed yet or the lock is newer. */
export const install = () => {
  const marker = join(root, 'node_modules/.package-lock.json');
  const lock = join(root, 'package-lock.json');
  if (existsSync(marker) && statSync(marker).mtimeMs >= statSync(lock).mtimeMs) return;
  console.log('Installing packages; the first time takes a few minutes.');
  must('npm', ['ci', '--no-audit', '--no-fund']);
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

const PARTS = [
  {
    name: 'kernels',
    from: ['packages/kernels/assembly', 'packages/kernels/build.mjs'],
    to: 'packages/kernels/dist/module.ts',
    build: () => must(node, ['packages/kernels/build.mjs']),
  },
  {
    name: 'server',
    from: [
      'packages/server/src',
      'packages/server/build.mjs',
      'packages/core/src',
      'packages/kernels/src',
      'packages/kernels/dist/module.ts',
    ],
    to: 'packages/server/dist/main.js',
    build: () => must(node, ['packages/server/build.mjs']),
  },
  {
    name: 'web',
    from: ['packages/web/src', 'angular.json', 'packages/core/src', 'packages/kernels/src', 'packages/kernels/dist/module.ts'],
    to: 'packages/web/dist/browser/index.html',
    build: () => must(bin('ng'), ['build', 'web', '--progress=false'], { env: { ...process.env, NG_CLI_ANALYTICS: 'false' } }),
  },
];

/** Builds the parts that are older than what they are made from, or all of them. */
export const build = (names = PARTS.map((part) => part.name), all = false) => {
  for (const part of PARTS.filter(({ name }) => names.includes(name))) {
    const made = newest(join(root, part.to));
    if (!all && made > Math.max(...part.from.map((path) => newest(join(root, path))))) continue;
    console.log(`Building the ${part.name}…`);
    part.build();
  }
};

/** A long-running command, ended with this one. */
export const stay = (name, args) => {
  const child = spawn(name, args, { cwd: root, stdio: 'inherit' });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
};
