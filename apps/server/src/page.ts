import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import express, { Router, type RequestHandler, type Response } from 'express';
import staticCompressed from 'express-static-gzip';
import helmet from 'helmet';
import { z } from 'zod';

const NONCE_MARK = '__GANGWAY_NONCE__';

/** Strict headers: everything from Gangway itself, no inline script, inline style sheets only with this answer's nonce. */
export function strictHeaders(): RequestHandler[] {
  return [
    (_req, res, next) => {
      res.locals.nonce = randomBytes(18).toString('base64');
      next();
    },
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", (_req, res) => `'nonce-${nonceOf(res)}'`],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          formAction: ["'self'"],
          baseUri: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      // Loopback is plain http; a browser must not be told to insist on https.
      strictTransportSecurity: false,
      referrerPolicy: { policy: 'no-referrer' },
    }),
  ];
}

function nonceOf(res: unknown): string {
  const locals = (res as Partial<Response>).locals;
  return typeof locals?.nonce === 'string' ? locals.nonce : '';
}

/**
 * Which parts of the application a page begins with, by address: they are
 * fetched with it, not after one another. A part is a source file, or a file of
 * several that the build puts together under a name.
 */
export const FIRST_PARTS: readonly (readonly [path: RegExp, parts: readonly string[]])[] = [
  [/^\/jobs\/[^/]+\/setups\/[^/]+\/?$/u, ['src/bench/BenchPage.tsx']],
  [/^\/kit(?:\/|$)/u, ['src/kit/KitFrame.tsx']],
  [/^\/calculators(?:\/|$)/u, ['src/calculators/CalculatorsPage.tsx']],
  [/^\/first\/?$/u, ['src/first/FirstPage.tsx']],
];
/** What every page needs before it asks for anything: the part with the place where changes wait. */
export const EVERYWHERE = 'jobs';
const ENTRY = 'index.html';

/** What the build says of each file that it made. */
const manifestSchema = z.record(
  z.string(),
  z.object({ file: z.string(), name: z.string().optional(), imports: z.array(z.string()).optional() }),
);
type Manifest = z.infer<typeof manifestSchema>;

/** The files of some parts and of what they cannot do without, in the order in which they are found. */
function filesOf(manifest: Manifest, parts: readonly string[]): readonly string[] {
  const found = new Set<string>();
  const take = (name: string): void => {
    const part = manifest[name] ?? Object.values(manifest).find((each) => each.name === name);
    if (!part || found.has(part.file)) return;
    found.add(part.file);
    part.imports?.forEach(take);
  };
  parts.forEach(take);
  return [...found];
}

/**
 * Links for the head of a page to the parts that it begins with.
 *
 * @param manifest what the build says of its files
 * @param path the address of the page
 */
export function firstLinks(manifest: Manifest, path: string): string {
  const parts = [EVERYWHERE, ...(FIRST_PARTS.find(([pattern]) => pattern.test(path))?.[1] ?? [])];
  const linked = new Set(filesOf(manifest, [ENTRY]));
  return filesOf(manifest, parts)
    .filter((file) => !linked.has(file))
    .map((file) => `<link rel="modulepreload" fetchpriority="low" crossorigin href="/${file}">`)
    .join('');
}

/** The id of the answers in the page, by which the page finds them. */
const FIRST_ANSWERS = 'first-answers';
/** More than this would hold up the page itself, bytes. */
const MOST_FIRST_BYTES = 100_000;

/**
 * What a page asks for first, answered in the page: a block of data, no script,
 * in which no text can end it. Nothing where there is nothing, or too much.
 *
 * @param answers by the address below /api/ that would give them
 */
export function firstData(answers: Readonly<Record<string, unknown>>): string {
  const json = JSON.stringify(answers).replaceAll('<', '\\u003c');
  if (json === '{}' || Buffer.byteLength(json) > MOST_FIRST_BYTES) return '';
  return `<script type="application/json" id="${FIRST_ANSWERS}">${json}</script>`;
}

async function manifestOf(webDir: string): Promise<Manifest> {
  return manifestSchema.parse(JSON.parse(await readFile(join(webDir, '.vite/manifest.json'), 'utf8')));
}

/** The built application: its files for a long time, its page fresh each time with the nonce in it and what it asks for first. */
export function pages(webDir: string, answersOf: (path: string) => Promise<Readonly<Record<string, unknown>>>): Router {
  const router = Router();
  // The build leaves each file beside itself compressed.
  router.use(
    '/assets',
    staticCompressed(join(webDir, 'assets'), {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
    }),
  );
  router.use(express.static(webDir, { index: false, maxAge: 0 }));
  router.get(/^\/(?!api\/|assets\/).*/, async (req, res) => {
    const [page, files, answers] = await Promise.all([
      readFile(join(webDir, ENTRY), 'utf8'),
      manifestOf(webDir),
      // The page asks again for what it is not given, and is told then what is wrong.
      answersOf(req.path).catch((error: unknown) => {
        req.log.warn({ err: error }, 'the page is sent without its first answers');
        return {};
      }),
    ]);
    res
      .set('Cache-Control', 'no-store')
      .type('html')
      // Through functions, so that a “$” in a name stays a “$”.
      .send(
        page
          .replaceAll(NONCE_MARK, () => nonceOf(res))
          .replace('</head>', () => `${firstLinks(files, req.path)}${firstData(answers)}</head>`),
      );
  });
  return router;
}
