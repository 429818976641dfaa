// Measures, never judges: how fast the core evaluates a setup, in one run with
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
  const only = ['--core', '--drag', '--assembly', '--large', '--back'].filter((flag) => process.argv.includes(flag));
  const wanted = (flag) => (only.length === 0 ? flag !== '--large' : only.includes(flag));
  if (wanted('--core')) await core();
  if (wanted('--assembly')) await assembly(false);
  // Twelve frames of fifty megapixels: some minutes, and some ten gigabytes of disk.
  if (wanted('--large')) await assembly(true);
  if (wanted('--back')) await back();
  if (wanted('--drag')) await drag();
});

/** The core's own benchmark, bundled as it would be for a page. */
async function core() {
  const { build } = await import('esbuild');
  const folder = mkdtempSync(join(tmpdir(), 'gangway-bench-'));
  const outfile = join(folder, 'core.mjs');
  await build({
    entryPoints: [join(root, 'benchmarks/core.ts')],
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

/** Frames put together, against what libvips itself needs without blending. */
async function assembly(large) {
  const { build } = await import('esbuild');
  // Beside the packages of the server, which it uses.
  const outfile = join(root, 'apps/server/dist/bench-assembly.mjs');
  await build({
    entryPoints: [join(root, 'benchmarks/assembly.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
    external: ['sharp'],
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  });
  const { run } = await import(pathToFileURL(outfile).href);
  for (const line of await run(large)) say(line);
  rmSync(outfile, { force: true });
}

/** The simulated back in this machine's WebGL: one frame of a demo setup, binned, through 4 points of the aperture and through 16, from the order to expose it to its samples; falloff, noise and curve included, delivery not. */
async function back() {
  await withDemo(async (url, browser) => {
    const page = await openAt(url, browser, /Ledger sheet/, 'Stitch');
    await page.getByRole('link', { name: 'Proof', exact: true }).click();
    await page.getByLabel('Pixels').selectOption('8');
    for (const points of ['4', '16']) {
      await page.getByLabel('Points of the aperture').selectOption(points);
      await page.getByRole('button', { name: 'Shoot the series' }).click();
      await page
        .getByTestId('back-state')
        .filter({ hasText: /exposing|delivering/ })
        .waitFor();
      await page.getByTestId('back-state').filter({ hasText: 'ready' }).waitFor({ timeout: 300_000 });
      say(`simulated back, ${points} points of the aperture: ${await page.getByText('Last frame:').textContent()}`);
    }
  });
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
  say(
    `calc --batch of 10 000 mixed cases: ${Math.round(median(ours))} ms, ${median(ratios).toFixed(1)} times as long as Node takes to parse and print the same JSON (target: under 10)`,
  );
}

/** A scripted drag of the frame in Chromium on the built application. */
async function drag() {
  await withDemo(async (url, browser) => {
    await dragFocus(url, browser);
    await dragStitch(url, browser);
    await finder(url, browser);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(url);
    await page.getByRole('link', { name: /small format/ }).click();
    await page.getByRole('slider', { name: 'Rise' }).waitFor();
    await page.waitForTimeout(1000);
    await page.evaluate(watchPointer);
    await toAndFro(page, page.getByRole('application', { name: /^Frame in the circle/ }), 'drag of the frame in the circle', {
      dx: 70,
      dy: 50,
    });
    await toAndFro(page, page.getByRole('slider', { name: 'Rise' }), 'drag of the rise scale, tower', { dy: 60 });
  });
}

/** The reference: a bare page on which one rectangle follows the pointer. What this machine takes for that at this moment, no application goes below. */
async function bare(browser) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.setContent('<svg width="1280" height="800"><rect id="r" width="300" height="200" fill="none" stroke="black"/></svg>');
  await page.evaluate(() =>
    addEventListener('pointermove', (event) =>
      document.getElementById('r').setAttribute('transform', `translate(${event.clientX - 150} ${event.clientY - 100})`),
    ),
  );
  await page.evaluate(watchPointer);
  for (let i = 0; i <= 120; i++) await page.mouse.move(600 + 70 * Math.sin(i / 20), 400 - 60 * Math.cos(i / 20));
  const samples = await page.evaluate(() => window.samples);
  await page.close();
  return samples;
}

/** Opens a demo setup at a step of the bench. */
async function openAt(url, browser, stand, step) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(url);
  await page.getByRole('link', { name: stand }).click();
  await page.getByRole('radio', { name: step, exact: true }).click();
  return page;
}

/** The lens turned by hand in the section, its pins, planes and checks following. */
async function dragFocus(url, browser) {
  const page = await openAt(url, browser, /Slipway/, 'Focus');
  // Twelve pins in all, as many as a careful photographer puts.
  for (let i = 0; i < 10; i++) await page.getByRole('button', { name: 'A point', exact: true }).click();
  const grip = page.locator('[data-grip=lens]');
  await grip.waitFor();
  await page.waitForTimeout(2000);
  await page.evaluate(watchPointer);
  await toAndFro(page, grip, 'drag of the lens in the section with 12 pins', { dy: 9 });
  await toAndFro(page, page.locator('[data-grip=plane]'), 'drag of the plane in the section with 12 pins', { dx: 25 });
  await toAndFro(page, page.locator('[data-pin] rect').first(), 'drag of a pin in the section with 12 pins', { dx: 12, dy: 9 });
  await toAndFro(page, page.getByRole('slider', { name: 'Tilt', exact: true }), 'drag of the tilt scale with 12 pins', { dy: 40 });
  await toAndFro(page, page.getByRole('slider', { name: 'Focus on the rail' }), 'drag of the rail with 12 pins', { dx: 60 });
  await page.close();
}

/** A frame of a mosaic moved by hand, the joined picture and its checks following; then the lens tilted with the mosaic laid out. */
async function dragStitch(url, browser) {
  const page = await openAt(url, browser, /Ropewalk front/, 'Stitch');
  await page.locator('[data-answer=fewest]').getByRole('button', { name: 'Use this layout' }).click();
  const frame = page.locator('[data-frame]').first();
  await frame.waitFor();
  await page.waitForTimeout(2000);
  await page.evaluate(watchPointer);
  await toAndFro(page, frame, 'drag of a frame of a mosaic', { dx: 30, dy: 10 });
  await page.getByRole('radio', { name: 'Focus', exact: true }).click();
  await page.locator('[data-grip=lens]').waitFor();
  await page.waitForTimeout(2000);
  await toAndFro(page, page.locator('[data-grip=lens]'), 'drag of the lens in the section with a mosaic', { dy: 9 });
  await page.close();
}

/** Drags something three times to and fro, as far as is said in pixels, and tells how its drawing followed. */
async function toAndFro(page, what, words, { dx = 0, dy = 0 }) {
  const before = await bare(page.context().browser());
  await page.bringToFront();
  const box = await what.boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.evaluate(() => (window.samples = []));
  for (let i = 0; i <= 200; i++)
    await page.mouse.move(x + dx * Math.sin((i / 200) * 6 * Math.PI), y + dy * Math.sin((i / 200) * 6 * Math.PI));
  await page.mouse.up();
  const samples = await page.evaluate(() => window.samples);
  await page.waitForTimeout(1000);
  report(samples, [...before, ...(await bare(page.context().browser()))], words);
}

/** How long the Finder takes from a change to its first picture and to the whole of it, in the graphics of this machine. */
async function finder(url, browser) {
  const page = await openAt(url, browser, /small format/, 'Frame');
  const picture = page.getByTestId('finder');
  await page.locator('canvas[data-whole="true"]').waitFor({ timeout: 60_000 });
  const field = page.getByRole('textbox', { name: 'Rise' });
  const times = [];
  for (const mm of ['7', '9', '5']) {
    await field.fill(mm);
    const at = Date.now();
    await field.press('Enter');
    await page.waitForFunction(() => Number(document.querySelector('[data-testid=finder]')?.dataset.samples) >= 1);
    const first = Date.now() - at;
    await page.locator('canvas[data-whole="true"]').waitFor({ timeout: 60_000 });
    times.push([first, Date.now() - at]);
  }
  const { width, height } = await picture.boundingBox();
  const middle = (k) => times.map((each) => each[k]).sort((a, b) => a - b)[1];
  say(
    `Finder, ${Math.round(width)} × ${Math.round(height)}, drawn in a worker: first picture ${middle(0)} ms after a change, the whole picture after ${middle(1)} ms`,
  );
  await page.close();
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

/** Says how long it took, and how long the bare page took just before and after: a machine that is busy with something else shows in both. */
function report(samples, reference, what) {
  const at = (values, share) => {
    const sorted = [...values].sort((a, b) => a - b);
    return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
  };
  const [half, most, bareHalf, bareMost] = [at(samples, 0.5), at(samples, 0.95), at(reference, 0.5), at(reference, 0.95)];
  say(
    `${what}, pointer move to painted drawing, ${samples.length} moves: median ${half.toFixed(1)} ms, 95th percentile ${most.toFixed(1)} ms (one frame at 60 Hz: 16.7 ms); a rectangle on a bare page: ${bareHalf.toFixed(1)} and ${bareMost.toFixed(1)} ms, so ${(half / bareHalf).toFixed(1)} and ${(most / bareMost).toFixed(1)} times as long`,
  );
}
