import { fork } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildStale } from './build.mjs';
import { CHROMIUM, ensureChromium } from './chromium.mjs';
import { root } from './paths.mjs';
import { startCluster } from './postgres.mjs';

/** Runs a part with the built application on a fresh database with the demo job, and a browser to look at it. */
export async function withDemo(part) {
  ensureChromium();
  await buildStale();
  const folder = mkdtempSync(join(tmpdir(), 'gangway-demo-'));
  chmodSync(folder, 0o755);
  const cluster = await startCluster(folder, { durable: false });
  const server = fork(join(root, 'apps/server/dist/server.mjs'), {
    env: {
      ...process.env,
      DATABASE_URL: cluster.url,
      PORT: '0',
      GANGWAY_SEED: 'if-empty',
      GANGWAY_STORE: join(folder, 'store'),
      LOG_LEVEL: 'error',
    },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  try {
    const { listening } = await new Promise((resolve) => server.once('message', resolve));
    const { chromium } = await import('@playwright/test');
    const browser = await chromium.launch({
      executablePath: CHROMIUM,
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    });
    await part(listening, browser, server.pid);
    await browser.close();
  } finally {
    server.kill('SIGTERM');
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
