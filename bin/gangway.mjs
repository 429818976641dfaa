#!/usr/bin/env node
// The command line. What it runs is bundled once from the core and the contract, and
// bundled again when one of them has changed.
import { existsSync, readdirSync, realpathSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const here = dirname(realpathSync(fileURLToPath(import.meta.url)));
const bundle = join(here, 'dist', 'gangway.mjs');
const sources = [join(here, 'src'), ...['core', 'contract', 'messages', 'vision'].map((name) => join(here, '..', 'packages', name, 'src'))];

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return readdirSync(path).reduce((latest, name) => Math.max(latest, newest(join(path, name))), 0);
}

if (!existsSync(bundle) || statSync(bundle).mtimeMs < Math.max(...sources.map(newest))) {
  try {
    const { build } = await import('esbuild');
    await build({
      entryPoints: { gangway: join(here, 'src', 'main.ts') },
      outdir: dirname(bundle),
      outExtension: { '.js': '.mjs' },
      bundle: true,
      // What reads pictures is loaded by the commands that need it.
      splitting: true,
      external: ['sharp', '@techstark/opencv-js', 'heic-decode'],
      platform: 'node',
      format: 'esm',
      target: 'node20',
      // Packages in the older form ask for Node's own modules as it runs.
      banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
      minify: true,
      logLevel: 'error',
    });
  } catch (error) {
    process.stderr.write(`The command line could not be put together (${error.message}). Run npm install first.\n`);
    process.exit(2);
  }
}
const { main } = await import(pathToFileURL(bundle).href);
process.exitCode = await main(process.argv.slice(2));
