import { execFile, fork, type ChildProcess } from 'node:child_process';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { promisify } from 'node:util';
import { test as base, expect, type Page } from '@playwright/test';
import { jobSummarySchema } from '@gangway/contract/job';
import { setupSchema } from '@gangway/contract/setup';
import { openedSetup } from '@gangway/contract/storedSetup';
import { Client } from 'pg';
import type { SetupSettings } from '@gangway/core/model/setup';

/** The built server on a database of its own, which tests may kill and start again. */
export interface Gangway {
  readonly url: string;
  /** Ends the server as a crash would, without any goodbye. */
  readonly kill: () => Promise<void>;
  /** Starts it again at the same address. */
  readonly start: () => Promise<void>;
}

async function asAdmin(sql: string): Promise<void> {
  const client = new Client({ connectionString: adminUrl() });
  await client.connect();
  await client.query(sql);
  await client.end();
}

function adminUrl(): string {
  const url = process.env.TEST_DATABASE_URL;
  if (url === undefined) throw new Error('TEST_DATABASE_URL is not set: run these tests with `npm test`.');
  return url;
}

/** Where the files of a database are. */
const storeOf = (name: string) => join(tmpdir(), 'gangway-browser-store', name);
const copied = promisify(execFile);

function launch(name: string, port: number): Promise<{ child: ChildProcess; url: string }> {
  return new Promise((done, failed) => {
    const child = fork(resolve('apps/server/dist/server.mjs'), {
      env: {
        ...process.env,
        DATABASE_URL: urlOf(name),
        PORT: String(port),
        GANGWAY_SEED: 'if-empty',
        GANGWAY_STORE: storeOf(name),
        GANGWAY_SCRATCH: join(tmpdir(), 'gangway-browser-scratch'),
        LOG_LEVEL: 'error',
      },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    child.once('message', (message: { listening: string }) => done({ child, url: message.listening }));
    child.once('exit', (code) => failed(new Error(`the server ended with ${code}`)));
  });
}

const newName = () => `browser_${Date.now().toString(36)}_${Math.random().toString(36).slice(2, 8)}`;
const urlOf = (name: string) => adminUrl().replace(/\/[^/]*$/, `/${name}`);

async function killed(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((done) => child.once('exit', done));
  child.kill('SIGKILL');
  await gone;
}

interface Fixtures {
  readonly gangway: Gangway;
  readonly allowErrors: RegExp | null;
  readonly watched: undefined;
}

/** Tests on a fresh database with the demo job; a page that logs an error, breaks or is refused by the policy fails its test. */
export const test = base.extend<Fixtures, { readonly seeded: string }>({
  allowErrors: [null, { option: true }],
  /** A database as a first start makes it, which every test gets a copy of. */
  seeded: [
    // eslint-disable-next-line no-empty-pattern -- the framework reads what a fixture needs from its pattern
    async ({}, use) => {
      const name = newName();
      await asAdmin(`create database ${name}`);
      const { child } = await launch(name, 0);
      await killed(child);
      // Nothing may be connected to what is copied: the worker of the killed server may still be.
      await asAdmin(`alter database ${name} allow_connections false`);
      await asAdmin(`select pg_terminate_backend(pid) from pg_stat_activity where datname = '${name}'`);
      await use(name);
      await asAdmin(`drop database if exists ${name} with (force)`);
      await rm(storeOf(name), { recursive: true, force: true });
    },
    { scope: 'worker' },
  ],
  gangway: async ({ seeded }, use) => {
    const name = newName();
    await asAdmin(`create database ${name} template ${seeded}`);
    // Its own names for the same files: what one test deletes is there for the next.
    await copied('cp', ['-al', storeOf(seeded), storeOf(name)]);
    let { child, url } = await launch(name, 0);
    const kill = () => killed(child);
    await use({
      get url() {
        return url;
      },
      kill,
      start: async () => {
        ({ child, url } = await launch(name, Number(new URL(url).port)));
      },
    });
    await kill();
    await asAdmin(`drop database if exists ${name} with (force)`);
    await rm(storeOf(name), { recursive: true, force: true, maxRetries: 5 });
  },
  watched: [
    async ({ page, allowErrors, gangway }, use) => {
      // Drawn in software, materials take three times as long: tests that are not about them do without.
      await page.context().addInitScript(() => {
        if (location.protocol !== 'http:') return;
        if (localStorage.getItem('gangway.materials') === null) localStorage.setItem('gangway.materials', 'off');
        // As for somebody who has opened the parts of the panels that are closed at first.
        for (const part of ['direction', 'obstacle', 'turned', 'depth', 'level', 'stretch', 'flash', 'brackets', 'moving', 'sharpEnough'])
          if (localStorage.getItem(`gangway.open.${part}`) === null) localStorage.setItem(`gangway.open.${part}`, 'yes');
      });
      // Asked for so that the server goes down only after this has looked.
      expect(gangway.url).toMatch(/^http:/);
      const wrong: string[] = [];
      page.on('pageerror', (error) => wrong.push(error.message));
      page.on('console', (message) => {
        if (message.type() === 'error') wrong.push(message.text());
      });
      await use(undefined);
      expect(wrong.filter((line) => !allowErrors?.test(line))).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** Opens the demo setup whose name matches, on its bench. */
export async function openSetup(page: Page, gangway: Gangway, name: RegExp): Promise<void> {
  await page.goto(gangway.url);
  await page.getByRole('link', { name }).click();
  await expect(page.getByRole('region', { name: 'Checks' })).toBeVisible();
}

/** Goes to another address of Gangway as a link in it does, without loading the page anew. */
export async function follow(page: Page, address: string): Promise<void> {
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, address);
}

/** Undoes what was said last, from the list of messages: the note itself is gone after four seconds. */
export async function undoLast(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Recent messages' }).click();
  await page.getByRole('dialog', { name: 'Recent messages' }).getByRole('button', { name: 'Undo' }).first().click();
  await page.keyboard.press('Escape');
}

/** Waits until the bench says that everything is kept. */
export async function saved(page: Page): Promise<void> {
  await expect(page.locator('[data-saving=saved]')).toBeVisible();
}

/** The setup as the server keeps it. */
export async function stored(page: Page): Promise<SetupSettings> {
  await saved(page);
  const id = /\/setups\/([^/]+)/u.exec(page.url())?.[1] ?? '';
  return openedSetup(setupSchema.parse(await (await page.request.get(new URL(`/api/setups/${id}`, page.url()).href)).json())).settings;
}

/** Takes place and day from the demo job. */
export async function withoutPlace(page: Page, gangway: Gangway): Promise<void> {
  const [job] = jobSummarySchema.array().parse(await (await page.request.get(`${gangway.url}/api/jobs`)).json());
  const changed = await page.request.patch(`${gangway.url}/api/jobs/${job?.id ?? ''}`, {
    data: { version: job?.version, writeId: crypto.randomUUID(), place: null, day: null },
  });
  expect(changed.status()).toBe(200);
}
