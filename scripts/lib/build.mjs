import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { root } from './paths.mjs';
import { say } from './say.mjs';

/** What each built thing is made from. */
const SHARED = [
  'packages/core/src',
  'packages/messages/src',
  'packages/contract/src',
  'packages/vision/src',
  'package-lock.json',
  'tsconfig.json',
  'scripts/lib/build.mjs',
];
const PARTS = {
  server: { from: ['apps/server/src', ...SHARED], makes: 'apps/server/dist/server.mjs', build: buildServer },
  web: {
    from: ['apps/web/src', 'apps/web/index.html', 'apps/web/vite.config.ts', 'apps/web/public', ...SHARED],
    makes: 'apps/web/dist/index.html',
    build: buildWeb,
  },
};

/** Builds what is stale: what has never been built or whose sources are not the ones it was built from. */
export async function buildStale() {
  for (const [name, part] of Object.entries(PARTS)) {
    const stamp = join(root, 'node_modules', '.gangway-built', name);
    const now = fingerprint(part.from);
    if (existsSync(join(root, part.makes)) && existsSync(stamp) && readFileSync(stamp, 'utf8') === now) continue;
    say(`Building the ${name} …`);
    await part.build();
    mkdirSync(join(root, 'node_modules', '.gangway-built'), { recursive: true });
    writeFileSync(stamp, now);
  }
}

function fingerprint(paths) {
  const hash = createHash('sha256');
  const take = (path) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) {
      for (const name of readdirSync(path).sort()) take(join(path, name));
      return;
    }
    if (/\.test(-support)?\.tsx?$/.test(path)) return;
    hash
      .update(`${relative(root, path)}\0`)
      .update(readFileSync(path))
      .update('\0');
  };
  for (const path of paths) take(join(root, path));
  return hash.digest('hex');
}

async function buildServer() {
  const { build } = await import('esbuild');
  rmSync(join(root, 'apps/server/dist'), { recursive: true, force: true });
  await build({
    entryPoints: {
      server: join(root, 'apps/server/src/main.ts'),
      worker: join(root, 'apps/server/src/proof/worker.ts'),
      assembleThread: join(root, 'apps/server/src/proof/assembleThread.ts'),
      printThread: join(root, 'apps/server/src/card/printThread.ts'),
      laneProcess: join(root, 'apps/server/src/lane/laneProcess.ts'),
    },
    outdir: join(root, 'apps/server/dist'),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    // What is imported when it is first needed is loaded then: computer vision alone takes as long as the rest of the start.
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    logLevel: 'warning',
    plugins: [outsidePackages],
  });
}

// Our own workspaces go into the bundle; installed packages stay outside it.
const outsidePackages = {
  name: 'outside-packages',
  setup(build) {
    build.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || path.startsWith('@gangway/') ? undefined : { path, external: true },
    );
  },
};

async function buildWeb() {
  const { build } = await import('vite');
  await build({ root: join(root, 'apps/web'), logLevel: 'warn' });
}
