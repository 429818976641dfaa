// Many clients at once, and everything heavy at once: how long readers wait.
// Prints figures; it is no test, since a busy machine would fail it.
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { randomUUID } from 'node:crypto';
import { withDemo } from './lib/demo.mjs';
import { main, say } from './lib/say.mjs';

const CLIENTS = 50;
const SECONDS = 20;
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

/** Asks for something again and again, pausing a little, and notes how long each answer took, ms. */
async function asking(url, until, times) {
  while (Date.now() < until) {
    const begun = performance.now();
    const answer = await fetch(url);
    await answer.arrayBuffer();
    times.push(performance.now() - begun);
    if (!answer.ok) throw new Error(`${url} answered ${answer.status}`);
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

const rssMb = (pid) => Number(/VmRSS:\s+(\d+)/u.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1000;

await main(async () => {
  say('Making a picture …');
  const picture = await sharp({
    create: { width: PICTURE_PX, height: PICTURE_PX, channels: 3, background: '#456' },
    limitInputPixels: false,
  })
    .png({ compressionLevel: 1 })
    .toBuffer();
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
    const health = asking(`${api}/health`, until, healths);
    const readers = Array.from({ length: CLIENTS }, (_, i) =>
      asking([`${api}/jobs`, `${api}/setups/${setups[i].id}`, `${api}/jobs/${demo}`, `${api}/card-templates`][i % 4], until, reads),
    );
    const heavy = {
      'PDF of all setups': () => fetch(`${api}/jobs/${job.id}/cards.pdf`).then((answer) => answer.arrayBuffer()),
      'removal of 100 items': () =>
        json(`${api}/kit/changes`, 'POST', { changes: copies.slice(0, 100).map(({ id }) => ({ op: 'removeItem', id, version: 1 })) }),
      'five large uploads': () =>
        Promise.all(
          Array.from({ length: 5 }, (_, i) =>
            fetch(`${api}/frame-sets/${set.id}/frames?name=${i}.png&role=frame`, {
              method: 'POST',
              headers: { 'Content-Type': 'application/octet-stream' },
              body: picture,
            }).then((answer) => answer.text()),
          ),
        ),
      'log of all shots': () => fetch(`${api}/jobs/${job.id}/log`).then((answer) => answer.arrayBuffer()),
      'job with all setups': () => fetch(`${api}/jobs/${job.id}`).then((answer) => answer.arrayBuffer()),
      archive: () => fetch(`${api}/jobs/${job.id}/archive`).then((answer) => answer.arrayBuffer()),
    };
    const took = await Promise.all(
      Object.entries(heavy).map(async ([name, make]) => {
        const begun = performance.now();
        await make();
        return `${name} ${((performance.now() - begun) / 1000).toFixed(1)} s`;
      }),
    );
    await Promise.all([...readers, health]);
    clearInterval(watching);
    say(took.join('\n'));
    for (const [name, times] of Object.entries({ reads, health: healths })) {
      times.sort((a, b) => a - b);
      const [half, nearly, all] = [0.5, 0.99, 1].map((part) => share(times, part).toFixed(0));
      say(`${name}: ${times.length}, median ${half} ms, 99 % within ${nearly} ms, longest ${all} ms`);
    }
    say(`memory of the server: ${most.toFixed(0)} MB at most`);
  });
});
