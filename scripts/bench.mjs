// Measures, never judges: how fast the core evaluates a stand, in one run with
// a reference, and how long a drag takes from pointer to painted drawing.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { withDemo } from './lib/demo.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root } from './lib/paths.mjs';
import { main, say } from './lib/say.mjs';

await main(async () => {
  checkNode();
  installPackages();
  if (!process.argv.includes('--drag')) await core();
  if (!process.argv.includes('--core')) await drag();
});

/** The core's own benchmark, bundled as it would be for a page. */
async function core() {
  const { build } = await import('esbuild');
  const folder = mkdtempSync(join(tmpdir(), 'gangway-bench-'));
  const outfile = join(folder, 'core.mjs');
  await build({
    entryPoints: [join(root, 'bench/core.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  });
  const { run, batchCases } = await import(pathToFileURL(outfile).href);
  for (const line of run()) say(line);
  batch(folder, batchCases());
  rmSync(folder, { recursive: true, force: true });
}

/** The command line on ten thousand cases, against a bare Node that only parses and prints the same JSON; whole processes in turn. */
function batch(folder, cases) {
  const file = join(folder, 'cases.json');
  writeFileSync(file, cases);
  const bare = "let t='';process.stdin.on('data',c=>t+=c).on('end',()=>process.stdout.write(JSON.stringify(JSON.parse(t))))";
  const timed = (args) => {
    const input = readFileSync(file);
    const at = performance.now();
    const ran = spawnSync('node', args, { input, maxBuffer: 1 << 28 });
    if (ran.status !== 0) throw new Error(String(ran.stderr));
    return performance.now() - at;
  };
  const calc = [join(root, 'bin/gangway.mjs'), 'calc', '--batch'];
  timed(calc);
  const ratios = [];
  const ours = [];
  for (let i = 0; i < 7; i++) {
    const mine = timed(calc);
    ours.push(mine);
    ratios.push(mine / timed(['-e', bare]));
  }
  const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
  say(`calc --batch of 10 000 mixed cases: ${Math.round(median(ours))} ms, ${median(ratios).toFixed(1)} times as long as Node takes to parse and print the same JSON (target: under 10)`);
}

/** A scripted drag of the frame in Chromium on the built application. */
async function drag() {
  await withDemo(async (url, browser) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(url);
    await page.getByRole('link', { name: /small format/ }).click();
    await page.getByRole('slider', { name: 'Rise' }).waitFor();
    await page.evaluate(watchPointer);
    const box = await page.getByRole('application').boundingBox();
    const x = box.x + box.width / 2;
    const y = box.y + box.height / 2;
    for (const round of ['warm-up', 'measured']) {
      await page.evaluate(() => (window.samples = []));
      await page.mouse.move(x, y);
      await page.mouse.down();
      for (let i = 0; i <= 240; i++) {
        const a = (i / 240) * 4 * Math.PI;
        await page.mouse.move(x + 70 * Math.sin(a), y + 60 - 60 * Math.cos(a));
      }
      await page.mouse.up();
      await page.keyboard.press('Control+z');
      if (round === 'measured') report(await page.evaluate(() => window.samples));
    }
  });
}

/** In the page: for every pointer move, when it was handled, when its frame's work was done, and when that was painted. */
function watchPointer() {
  window.samples = [];
  addEventListener(
    'pointermove',
    () => {
      const begun = performance.now();
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        // A message posted in the frame is delivered after style, layout and paint.
        channel.port1.onmessage = () => window.samples.push(performance.now() - begun);
        channel.port2.postMessage(null);
      });
    },
    { capture: true },
  );
}

function report(samples) {
  const sorted = [...samples].sort((a, b) => a - b);
  const at = (share) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
  say(`drag of the frame, pointer move to painted drawing, ${sorted.length} moves: median ${at(0.5).toFixed(1)} ms, 95th percentile ${at(0.95).toFixed(1)} ms (one frame at 60 Hz: 16.7 ms)`);
}
