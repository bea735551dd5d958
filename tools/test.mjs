// npm test: installs, then checks types, style, the packages and the application in a browser. --long: the wide sweeps.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bin, ready, root } from './run.mjs';

const long = process.argv.includes('--long');
const CHROMIUM = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium';

const chromium = () => {
  if (existsSync(CHROMIUM)) return true;
  console.log('Chromium is missing; installing it from Debian.');
  const installed = ['apt-get update', 'apt-get install -y chromium'].every(
    (line) => spawnSync('sh', ['-c', line], { stdio: 'inherit' }).status === 0,
  );
  if (!installed)
    console.error(
      `The browser tests need Chromium: as root, apt-get install chromium; or set CHROMIUM_PATH to one that is installed elsewhere.`,
    );
  return installed && existsSync(CHROMIUM);
};

const results = [];
const reports = mkdtempSync(join(tmpdir(), 'uvrant-test-'));

/** One kind of check, timed; a report counts its tests, without one it counts as a test itself. */
const check = async (name, command, args, report) => {
  const started = performance.now();
  const env = {
    ...process.env,
    CHROMIUM_PATH: CHROMIUM,
    // Jest loads modules of the ES kind, such as the shaping library, only with this.
    NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --experimental-vm-modules --disable-warning=ExperimentalWarning`.trim(),
    PLAYWRIGHT_JSON_OUTPUT_NAME: join(reports, 'e2e.json'),
    ...(long ? { UVRANT_LONG: '1' } : {}),
  };
  const child = spawn(command, args, { cwd: root, stdio: 'inherit', env });
  const status = await new Promise((resolve) => child.once('exit', resolve).once('error', () => resolve(1)));
  const counts = report?.() ?? { passed: status === 0 ? 1 : 0, failed: status === 0 ? 0 : 1 };
  if (status !== 0 && counts.failed === 0) counts.failed = 1;
  results.push({ name, ...counts, seconds: Math.round((performance.now() - started) / 1000) });
};

const jestReport = () => {
  const file = join(reports, 'jest.json');
  if (!existsSync(file)) return undefined;
  const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(file, 'utf8'));
  return { passed: numPassedTests, failed: Math.max(numFailedTests, numFailedTestSuites) };
};
const browserReport = () => {
  const file = join(reports, 'e2e.json');
  if (!existsSync(file)) return undefined;
  const { expected, unexpected, flaky } = JSON.parse(readFileSync(file, 'utf8')).stats;
  return { passed: expected, failed: unexpected + flaky };
};

await ready('all');
const browser = async () => {
  if (chromium()) await check('browser', bin('playwright'), ['test'], browserReport);
  else results.push({ name: 'browser', passed: 0, failed: 1, seconds: 0 });
};
const reading = async () => {
  await check('types', 'npm', ['run', '--silent', 'typecheck']);
  await check('style', 'npm', ['run', '--silent', 'lint']);
};
// The browser mostly waits for its renderer, so there is room beside it.
await Promise.all([browser(), reading()]);
const jestArgs = ['--json', `--outputFile=${join(reports, 'jest.json')}`, ...(long ? ['--runInBand'] : [])];
await check('packages', bin('jest'), jestArgs, jestReport);

console.log('');
for (const { name, passed, failed, seconds } of results) console.log(`${name.padEnd(10)} ${passed} passed, ${failed} failed, ${seconds} s`);
const total = (key) => results.reduce((sum, each) => sum + each[key], 0);
console.log(`${total('passed')} passed, ${total('failed')} failed`);
process.exit(total('failed') > 0 ? 1 : 0);
