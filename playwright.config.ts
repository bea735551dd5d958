import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

const port = Number(process.env['E2E_PORT'] ?? 4871);
// The configuration is read by every worker, but only the first reading starts the server.
const data = (process.env['E2E_DATA'] ??= mkdtempSync(join(tmpdir(), 'uvrant-e2e-')));

export default defineConfig({
  testDir: 'e2e',
  testMatch: process.env['UVRANT_BENCH'] ? /.*\.bench\.ts/ : /.*\.spec\.ts/,
  timeout: 240_000,
  // How long is waited for what must come, on machines that share their processors; how soon it comes is for the bench.
  expect: { timeout: 30_000 },
  workers: 1,
  reporter: [['list'], ['json']],
  outputDir: 'test-results',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env['CHROMIUM_PATH'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
  webServer: {
    command: `node --enable-source-maps packages/server/dist/main.js --port ${port} --data ${data}`,
    url: `http://127.0.0.1:${port}/api/jobs`,
    reuseExistingServer: false,
    stdout: 'ignore',
    timeout: 120_000,
  },
});
