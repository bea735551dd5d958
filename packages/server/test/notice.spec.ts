import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(__dirname, '../../..');
const read = (path: string): string => readFileSync(join(root, path), 'utf8');

test('every package that ships stands in the NOTICE with its licence, and none is under the GPL or AGPL', () => {
  const notice = read('NOTICE.md');
  const names = ['core', 'kernels', 'shaping', 'server', 'web'].flatMap((each) => {
    const { dependencies = {} } = JSON.parse(read(`packages/${each}/package.json`)) as { dependencies?: Record<string, string> };
    return Object.keys(dependencies).filter((name) => !name.startsWith('@uvrant/'));
  });
  expect(names.length).toBeGreaterThan(20);
  const missing = names.filter((name) => !notice.includes(`| ${name} `));
  expect(missing).toEqual([]);
  for (const name of names) {
    const { license = '' } = JSON.parse(read(`node_modules/${name}/package.json`)) as { license?: string };
    expect([name, /(^|\W)A?GPL/.test(license)]).toEqual([name, false]);
    expect(notice).toMatch(new RegExp(`\\| ${name.replace(/[/.]/g, '\\$&')} +\\| ${license.replace(/[.]/g, '\\.')} +\\|`));
  }
});
