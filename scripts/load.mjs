// Many clients at once, and everything heavy at once: how long readers wait.
// Prints figures; it is no test, since a busy machine would fail it.
import { execFile } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { constants, setPriority } from 'node:os';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { randomUUID } from 'node:crypto';
import { withDemo } from './lib/demo.mjs';
import { main, say } from './lib/say.mjs';

const CLIENTS = 50;
const SECONDS = 30;
const SETUPS = 1000;
const SHOTS = 20_000;
const ITEMS = 1000;
const PICTURE_PX = 19_900;

const json = async (url, method = 'GET', body = undefined) => {
  const answer = await fetch(url, {
    method,
    ...(body !== undefined && { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
  });
  if (!answer.ok) throw new Error(`${method} ${url} answered ${answer.status}: ${await answer.text()}`);
  return answer.json();
};

const share = (sorted, part) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] ?? NaN;

const largePicture = () =>
  sharp({ create: { width: PICTURE_PX, height: PICTURE_PX, channels: 3, background: '#456' }, limitInputPixels: false })
    .png({ compressionLevel: 1 })
    .toBuffer();

/** Everything heavy at once; prints how long each took. */
async function allHeavy({ api, job, set, items }) {
  // A client that needs the processor itself must not be taken for a slow server.
  setPriority(constants.priority.PRIORITY_LOW);
  const picture = await largePicture();
  const bytes = (url) => fetch(url).then((answer) => answer.arrayBuffer());
  const heavy = {
    'PDF of all setups': () => bytes(`${api}/jobs/${job}/cards.pdf`),
    'removal of 100 items': () =>
      json(`${api}/kit/changes`, 'POST', { changes: items.map((id) => ({ op: 'removeItem', id, version: 1 })) }),
    'five large uploads': () =>
      Promise.all(
        Array.from({ length: 5 }, (_, i) =>
          fetch(`${api}/frame-sets/${set}/frames?name=${i}.png&role=frame`, {
            method: 'POST',
            headers: { 'Content-Type': 'application/octet-stream' },
            body: picture,
          }).then((answer) => answer.text()),
        ),
      ),
    'log of all shots': () => bytes(`${api}/jobs/${job}/log`),
    'job with all setups': () => bytes(`${api}/jobs/${job}`),
    archive: () => bytes(`${api}/jobs/${job}/archive`),
  };
  await Promise.all(
    Object.entries(heavy).map(async ([name, make]) => {
      const begun = performance.now();
      await make();
      say(`${name} ${((performance.now() - begun) / 1000).toFixed(1)} s`);
    }),
  );
}

const refused = [];
/** Asks for something again and again, pausing a little, and notes how long each answer took, ms. */
async function asking(url, until, times) {
  while (Date.now() < until) {
    const begun = performance.now();
    const answer = await fetch(url);
    await answer.arrayBuffer();
    times.push(performance.now() - begun);
    if (!answer.ok) refused.push(`${url.replace(/^.*\/api/u, '/api')} answered ${answer.status}`);
    await new Promise((next) => setTimeout(next, 100 + Math.random() * 400));
  }
}

/** A shot as the page logs it. */
async function loggedShot(base, browser, jobId) {
  const { setups } = await json(`${base}/api/jobs/${jobId}`);
  const page = await browser.newPage();
  await page.goto(`${base}/jobs/${jobId}/setups/${setups[0].id}?step=card`);
  await page.getByRole('radio', { name: 'Card', exact: true }).click();
  await page.getByRole('button', { name: 'Log a shot' }).click();
  for (;;) {
    const { shots } = await json(`${base}/api/jobs/${jobId}/log`);
    if (shots[0]) {
      await page.close();
      return shots[0];
    }
    await new Promise((next) => setTimeout(next, 200));
  }
}

/** The memory of a process and of those that it has started, MB. */
function rssMb(pid) {
  try {
    const own = Number(/VmRSS:\s+(\d+)/u.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1000;
    const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').filter(Boolean);
    return children.reduce((sum, child) => sum + rssMb(child), own);
  } catch {
    // It ended meanwhile.
    return 0;
  }
}

await main(async () => {
  const [, , given] = process.argv;
  if (given !== undefined) return allHeavy(JSON.parse(given));
  await withDemo(async (base, browser, pid) => {
    const api = `${base}/api`;
    const [{ id: demo }] = await json(`${api}/jobs`);
    const whole = await json(`${api}/jobs/${demo}`);
    const job = await json(`${api}/jobs`, 'POST', { name: 'Many setups' });
    say(`Making ${SETUPS} setups, ${SHOTS} shots and ${ITEMS} items …`);
    const setups = [];
    for (let i = 0; i < SETUPS; i++) {
      const { settings } = whole.setups[i % whole.setups.length];
      setups.push(await json(`${api}/jobs/${job.id}/setups`, 'POST', { name: `Setup ${i + 1}`, settings }));
    }
    const shot = await loggedShot(base, browser, demo);
    for (let from = 0; from < SHOTS; from += 5000) {
      const put = Array.from({ length: 5000 }, (_, i) => ({
        ...shot,
        id: randomUUID(),
        setupId: setups[(from + i) % SETUPS].id,
        at: new Date(Date.UTC(2026, 0, 1) + (from + i) * 1000).toISOString(),
      }));
      await json(`${api}/jobs/${job.id}/log/changes`, 'POST', { put, remove: [] });
    }
    const kit = await json(`${api}/kit`);
    const copies = Array.from({ length: ITEMS }, (_, i) => ({
      ...kit.items[i % kit.items.length].item,
      id: randomUUID(),
      name: `Item ${i}`,
    }));
    await json(`${api}/kit/changes`, 'POST', { changes: copies.map((item) => ({ op: 'putItem', item, archived: false, version: null })) });
    const set = await json(`${api}/setups/${setups[0].id}/frame-sets`, 'POST', { name: 'Large', origin: 'files', planned: false });

    const reads = [];
    const healths = [];
    let most = 0;
    const watching = setInterval(() => (most = Math.max(most, rssMb(pid))), 100);
    const until = Date.now() + SECONDS * 1000;
    const own = monitorEventLoopDelay({ resolution: 5 });
    own.enable();
    const health = asking(`${api}/health`, until, healths);
    const readers = Array.from({ length: CLIENTS }, (_, i) =>
      asking([`${api}/jobs`, `${api}/setups/${setups[i].id}`, `${api}/jobs/${demo}`, `${api}/card-templates`][i % 4], until, reads),
    );
    // Everybody is there before the heavy work begins.
    await new Promise((next) => setTimeout(next, 3000));
    // By another process: what this one has to take in must not be counted as waiting.
    const took = promisify(execFile)(process.execPath, [
      import.meta.filename,
      JSON.stringify({ api, job: job.id, set: set.id, items: copies.slice(0, 100).map(({ id }) => id) }),
    ]);
    await Promise.all([...readers, health]);
    const { stdout } = await took;
    clearInterval(watching);
    say(stdout.trim());
    for (const [name, times] of Object.entries({ reads, health: healths })) {
      times.sort((a, b) => a - b);
      const [half, nearly, all] = [0.5, 0.99, 1].map((part) => share(times, part).toFixed(0));
      say(`${name}: ${times.length}, median ${half} ms, 99 % within ${nearly} ms, longest ${all} ms`);
    }
    say(`waiting of this client itself: 99 % within ${(own.percentile(99) / 1e6).toFixed(0)} ms, longest ${(own.max / 1e6).toFixed(0)} ms`);
    say(`${refused.length} refused${refused.length > 0 ? `: ${[...new Set(refused)].slice(0, 5).join(', ')}` : ''}`);
    say(`memory of the server and its workers: ${most.toFixed(0)} MB at most`);
  });
});
