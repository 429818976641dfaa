import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { chromium, expect, test, type BrowserContext, type Page } from '@playwright/test';
import { jobSchema, jobSummarySchema } from '@gangway/contract/job';
import { kitSchema } from '@gangway/contract/kit';
import { logSchema } from '@gangway/contract/log';
import { setupSchema } from '@gangway/contract/setup';
import { Client } from 'pg';
import sharp from 'sharp';
import config from '../playwright.config';
import { commandOf, processesOf, start, stopped, type Started } from './startCommand';

// Somebody works, and things are killed at random: tab, browser, server, worker,
// database, start command; or the network goes. Whatever was shown as done is
// found in the end. `npm run chaos` goes on for two hundred rounds.

const ROUNDS = Number(process.env.GANGWAY_ROUNDS ?? 6);
const SEED = Number(process.env.GANGWAY_DICE ?? 31);
const PORT = 4410;
const KINDS = ['tab', 'browser', 'server', 'worker', 'database', 'start', 'offline', 'nothing'] as const;
type Kind = (typeof KINDS)[number];

/** Draws from 0 to 1, the same for the same seed (Numerical Recipes, “An Even Quicker Generator”). */
function drawing(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

const pause = (ms: number) => new Promise((next) => setTimeout(next, ms));

/** What has to be found: what was shown as done last, and what was begun after that, which may be there or not. */
class Expected {
  rise: { shown: number | null; tried: number[] } = { shown: null, tried: [] };
  ticked: { shown: boolean; tried: boolean[] } = { shown: false, tried: [] };
  shots = { shown: 0, tried: 0 };
  boards = { shown: new Set<string>(), tried: new Set<string>() };
  photographs = { shown: new Set<string>(), tried: new Set<string>() };
}

class World {
  readonly folder = mkdtempSync(join(tmpdir(), 'gangway-chaos-'));
  readonly profile = mkdtempSync(join(tmpdir(), 'gangway-chaos-browser-'));
  started: Started | null = null;
  context: BrowserContext | null = null;
  page: Page | null = null;
  jobId = '';
  setupId = '';

  get url(): string {
    return `http://127.0.0.1:${PORT}`;
  }

  pids(which: RegExp): readonly number[] {
    return processesOf(this.folder)
      .filter((pid) => which.test(commandOf(pid)))
      .map(Number);
  }

  kill(which: RegExp): void {
    for (const pid of this.pids(which)) killed(pid);
  }

  /** Brings back whatever is gone, as a person would: by the start command, by opening the page. */
  async whole(): Promise<void> {
    for (let i = 0; !(await this.answers('health')); i++) {
      if (i === 90) throw new Error('Gangway does not answer again');
      const { started } = this;
      if (started && started.child.exitCode === null && started.child.signalCode === null) {
        await pause(1000);
        continue;
      }
      try {
        this.started = await start(this.folder, '--port', String(PORT));
      } catch (error) {
        // The one before is on its way out, and holds the port or the folder for a moment.
        if (!/is taken|is running on/u.test(String(error))) throw error;
        await pause(1000);
      }
    }
    const [job] = jobSummarySchema.array().parse(await this.get('jobs'));
    this.jobId = job?.id ?? '';
    this.setupId = jobSchema.parse(await this.get(`jobs/${this.jobId}`)).setups[0]?.id ?? '';
    if (!this.context) {
      this.context = await chromium.launchPersistentContext(this.profile, {
        ...config.use?.launchOptions,
        locale: 'en-GB',
        viewport: { width: 1280, height: 800 },
      });
      this.page = null;
    }
    await this.context.setOffline(false);
    if (!this.page || this.page.isClosed()) this.page = await this.context.newPage();
    this.page.setDefaultTimeout(20_000);
    this.page.setDefaultNavigationTimeout(20_000);
  }

  async answers(path: string): Promise<boolean> {
    try {
      return (await fetch(`${this.url}/api/${path}`)).ok;
    } catch {
      return false;
    }
  }

  async get(path: string): Promise<unknown> {
    for (let i = 0; ; i++) {
      const answer = await fetch(`${this.url}/api/${path}`).catch(() => null);
      if (answer?.ok) return answer.json();
      // A database that was killed may answer a last time before it is gone.
      if (i === 60 || (answer && answer.status !== 503)) throw new Error(`${path} answered ${answer?.status}`);
      await pause(500);
    }
  }

  openPage(): Page {
    if (!this.page) throw new Error('no page');
    return this.page;
  }

  async bench(step: 'Coverage' | 'Card'): Promise<Page> {
    const page = this.openPage();
    const address = `${this.url}/jobs/${this.jobId}/setups/${this.setupId}`;
    if (!page.url().startsWith(address)) await page.goto(address);
    await page.getByRole('radio', { name: step, exact: true }).click();
    return page;
  }

  async strike(kind: Kind): Promise<void> {
    switch (kind) {
      case 'tab':
        await this.page?.close({ runBeforeUnload: false });
        break;
      case 'browser':
        for (const pid of readdirSync('/proc')) if (/^\d+$/u.test(pid) && commandOf(pid).includes(this.profile)) killed(Number(pid));
        this.context = null;
        break;
      case 'server':
        this.kill(/server\.mjs/u);
        break;
      case 'worker':
        this.kill(/worker\.mjs/u);
        break;
      case 'database': {
        const pid = Number(readFileSync(join(this.folder, 'postgres', 'postmaster.pid'), 'utf8').split('\n')[0]);
        killed(pid);
        break;
      }
      case 'start':
        this.started?.child.kill('SIGKILL');
        // What it started ends by itself.
        await expect.poll(() => this.pids(/server\.mjs/u), { timeout: 15_000 }).toEqual([]);
        break;
      case 'offline':
        await this.context?.setOffline(true);
        break;
      case 'nothing':
        break;
    }
  }
}

function killed(pid: number): void {
  try {
    process.kill(pid, 'SIGKILL');
  } catch {
    // It ended by itself meanwhile.
  }
}

/** The bench says that what it shows is safe: with the server, or on this device. */
const safe = (page: Page) =>
  expect(page.locator('[data-saving=saved], [data-saving=waiting]')).toHaveText(/^(Saved|Stored on this device)/u, { timeout: 20_000 });

/** What a person does; each tells when the screen has shown it as done. */
const ACTIONS = {
  rise: async (world: World, { rise }: Expected, draw: () => number) => {
    const page = await world.bench('Coverage');
    const value = Math.round(draw() * 100) / 10;
    const field = page.getByRole('textbox', { name: 'Rise', exact: true });
    await field.fill(value.toFixed(1));
    rise.tried.push(value);
    await field.press('Enter');
    await safe(page);
    [rise.shown, rise.tried] = [value, []];
  },
  tick: async (world: World, { ticked }: Expected) => {
    const page = await world.bench('Card');
    const box = page.getByRole('region', { name: 'Card' }).getByRole('checkbox').first();
    const value = !(await box.isChecked());
    ticked.tried.push(value);
    await box.setChecked(value);
    await safe(page);
    [ticked.shown, ticked.tried] = [value, []];
  },
  shot: async (world: World, { shots }: Expected) => {
    const page = await world.bench('Card');
    const button = page.getByRole('button', { name: 'Log a shot' });
    await expect(button).toBeEnabled();
    const label = page.getByText(/^\d+ logged here/u);
    const before = (await label.count()) > 0 ? Number(/^\d+/u.exec((await label.textContent()) ?? '')?.[0]) : 0;
    shots.tried++;
    await button.click();
    await expect(page.getByText(`${before + 1} logged here`)).toBeVisible({ timeout: 20_000 });
    shots.shown++;
  },
  board: async (world: World, { boards }: Expected, draw: () => number) => {
    const page = world.openPage();
    // By links, as there may be no network.
    await page.getByRole('link', { name: 'Kit', exact: false }).first().click();
    await page.getByRole('link', { name: 'Lens boards' }).click();
    await page.getByRole('button', { name: 'New' }).click();
    const name = `Board ${Math.round(draw() * 1e9)}`;
    const dialog = page.getByRole('dialog', { name: 'Lens board' });
    await dialog.getByLabel('Name').fill(name);
    boards.tried.add(name);
    await dialog.getByRole('button', { name: 'Add to the kit' }).click();
    await expect(page.getByRole('row').filter({ hasText: name })).toBeVisible({ timeout: 20_000 });
    boards.shown.add(name);
  },
  photograph: async (world: World, { photographs }: Expected) => {
    // As a device sends it from its outbox: acknowledged is kept.
    const id = randomUUID();
    const file = await sharp({
      create: { width: 300, height: 200, channels: 3, background: '#557', noise: { type: 'gaussian', mean: 120, sigma: 50 } },
    })
      .png()
      .toBuffer();
    photographs.tried.add(id);
    const answer = await fetch(`${world.url}/api/jobs/${world.jobId}/attachments?id=${id}&name=note.png&setupId=${world.setupId}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: new Uint8Array(file),
    });
    if (answer.status === 201) photographs.shown.add(id);
  },
} as const;
type Action = keyof typeof ACTIONS;

/** How many changes the device has not sent yet. */
const waitingOn = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((done, failed) => {
        const request = indexedDB.open('gangway-outbox');
        request.onerror = () => failed(new Error('the outbox cannot be opened'));
        request.onsuccess = () => {
          const count = request.result.transaction('entries').objectStore('entries').count();
          count.onerror = () => failed(new Error('the outbox cannot be read'));
          count.onsuccess = () => {
            request.result.close();
            done(count.result);
          };
        };
      }),
  );

/** Everything that was shown as done is on the server, once, when nothing waits any more. */
async function verify(world: World, expected: Expected, what: string): Promise<void> {
  const page = world.openPage();
  await page.goto(`${world.url}/jobs/${world.jobId}/setups/${world.setupId}`);
  await expect(page.locator('[data-saving=saved]'), what).toBeVisible({ timeout: 60_000 });
  // In the device’s own database: the label of what waits appears a little later than the page.
  await expect.poll(() => waitingOn(page), { message: what, timeout: 60_000 }).toBe(0);
  const { rise, ticked, shots, boards, photographs } = expected;
  const { settings } = setupSchema.parse(await world.get(`setups/${world.setupId}`));
  const mm = settings.movements.riseMm;
  if (rise.shown !== null || rise.tried.length > 0) {
    expect([what, [...(rise.shown === null ? [] : [rise.shown]), ...rise.tried], rise.shown === null ? mm : undefined]).toEqual([
      what,
      rise.shown === null ? expect.anything() : expect.arrayContaining([mm]),
      rise.shown === null ? mm : undefined,
    ]);
  }
  const isTicked = settings.card.ticked.length > 0;
  expect([what, [ticked.shown, ...ticked.tried]]).toEqual([what, expect.arrayContaining([isTicked])]);
  const log = logSchema.parse(await world.get(`jobs/${world.jobId}/log`));
  expect([what, log.shots.length >= shots.shown && log.shots.length <= shots.tried, log.shots.length, shots.shown, shots.tried]).toEqual([
    what,
    true,
    ...Array.from({ length: 3 }, () => expect.anything() as unknown),
  ]);
  const names = kitSchema
    .parse(await world.get('kit'))
    .items.map(({ item }) => item.name)
    .filter((name) => name.startsWith('Board '));
  expect([what, names.length]).toEqual([what, new Set(names).size]);
  expect([what, [...boards.shown].filter((name) => !names.includes(name))]).toEqual([what, []]);
  expect([what, names.filter((name) => !boards.tried.has(name))]).toEqual([what, []]);
  const kept = new Map(log.attachments.map((each) => [each.id, each]));
  expect([what, [...photographs.shown].filter((id) => !kept.has(id))]).toEqual([what, []]);
  for (const { id, bytes } of kept.values()) {
    const file = await (await fetch(`${world.url}/api/attachments/${id}/file`)).arrayBuffer();
    expect([what, file.byteLength]).toEqual([what, bytes]);
  }
  // From here on this is what is there.
  Object.assign(rise, { shown: mm, tried: [] });
  Object.assign(ticked, { shown: isTicked, tried: [] });
  Object.assign(shots, { shown: log.shots.length, tried: log.shots.length });
}

/** Files of the store that no row owns and nobody has noted to remove. */
async function leftOver(world: World): Promise<readonly string[]> {
  const [server] = world.pids(/server\.mjs/u);
  const url = /(?:^|\0)DATABASE_URL=([^\0]+)/u.exec(readFileSync(`/proc/${server}/environ`, 'utf8'))?.[1];
  const client = new Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<{ key: string }>(
    'select store_key as key from attachments union select store_key from frames union select store_key from lens_test_frames union select key from loose_files',
  );
  await client.end();
  const owned = new Set(rows.map(({ key }) => key));
  const store = join(world.folder, 'store');
  const files = readdirSync(store, { recursive: true, withFileTypes: true }).filter((each) => each.isFile());
  return files
    .map((each) => relative(store, join(each.parentPath, each.name)))
    .filter((key) => !owned.has(key.replace(/\.[0-9a-f-]{36}\.part$/u, '')));
}

test(`after ${ROUNDS} rounds of kills everything that was shown is there, and nothing is left running or lying about`, async () => {
  test.setTimeout(ROUNDS * 180_000 + 120_000);
  const world = new World();
  chmodSync(world.folder, 0o755);
  const expected = new Expected();
  const draw = drawing(SEED);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(draw() * of.length)] as T;
  const actions = Object.keys(ACTIONS) as Action[];
  try {
    await world.whole();
    for (let round = 1; round <= ROUNDS; round++) {
      // The first rounds strike with each kind once.
      const kind = round <= KINDS.length ? (KINDS[(round + SEED) % KINDS.length] ?? 'nothing') : pick(KINDS);
      const done: string[] = [];
      const until = Date.now() + 60_000;
      const doing = async (): Promise<void> => {
        for (let i = 0; i < 3 && Date.now() < until; i++) {
          const action = pick(actions);
          done.push(action);
          try {
            await ACTIONS[action](world, expected, draw);
            done.push('shown');
          } catch {
            // What it worked with was killed under its hands.
            done.push('not shown');
          }
        }
      };
      // Waited for to its end, however slow the machine: what went on into the next round would be taken for a loss.
      const working = doing();
      await pause(draw() * 2500);
      done.push(`(${kind})`);
      await world.strike(kind);
      await working;
      await world.whole();
      const what = `round ${round} of ${ROUNDS}, GANGWAY_DICE=${SEED}: ${done.join(', ')}`;
      if (process.env.GANGWAY_ROUNDS !== undefined) console.log(what);
      await verify(world, expected, what);
    }
    expect(await leftOver(world)).toEqual([]);
    const [own] = world.pids(/server\.mjs/u);
    expect(readdirSync(join(world.folder, 'scratch')).filter((name) => !name.startsWith('of-') && !name.includes(`-${own}-`))).toEqual([]);
    await world.context?.close();
    await stopped('SIGINT');
    await expect.poll(() => processesOf(world.folder).map((pid) => commandOf(pid)), { timeout: 15_000 }).toEqual([]);
    expect(readdirSync(join(world.folder, 'scratch')).filter((name) => !name.startsWith('of-'))).toEqual([]);
  } finally {
    await world.context?.close().catch(() => undefined);
    await stopped();
    for (const each of [world.folder, world.profile]) execFileSync('rm', ['-rf', each]);
    rmSync(world.folder, { recursive: true, force: true });
  }
});
