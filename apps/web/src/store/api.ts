import { storeText } from '@gangway/messages/web/store';
import {
  createApi,
  fetchBaseQuery,
  retry,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
  type FetchBaseQueryMeta,
} from '@reduxjs/toolkit/query/react';
import type { ApiError } from '@gangway/contract/apiError';
import type { Deleted, Job, JobSummary, StoredDeleted, StoredJob } from '@gangway/contract/job';
import type { Assembly, AssemblyOptions, FrameSet, NewSet } from '@gangway/contract/proof';
import type { CardTemplate } from '@gangway/contract/card';
import type { Health } from '@gangway/contract/health';
import type { LensTest, LensTestFrame, LensTestSettings, LensTestSummary } from '@gangway/contract/lensTest';
import type { Log, LogPage } from '@gangway/contract/log';
import type { Kit } from '@gangway/contract/kit';
import type { Setup, StoredSetup } from '@gangway/contract/storedSetup';
import type { Listed } from './outbox/kinds/kind';
import { overlaid, pendingNow } from './outbox/overlay';
import { allMade, outboxReady } from './outbox/page';
import type { Entry } from './outbox/write';
import { firstAnswer } from './firstAnswers';
import { logFrom, logReader, type KnownLog } from './logReading';

/** Puts the rigs of what was read together. Loaded with the first answer, so that the first page does not wait for it. */
const opener = () => import('@gangway/contract/storedSetup');
const openedSetup = async (setup: StoredSetup): Promise<Setup> => (await opener()).openedSetup(setup);
const openedSetups = async (setups: readonly StoredSetup[]): Promise<Setup[]> => setups.map((await opener()).openedSetup);
const openedJob = async (job: StoredJob): Promise<Job> => ({ ...job, setups: await openedSetups(job.setups) });

/** A lens test after a change. */
type ChangedLensTest = Pick<LensTest, 'version' | 'settings'>;

/** What the server answers when a frame has come into a lens test. */
export type GainedFrame = ChangedLensTest & { readonly frame: LensTestFrame };

const API = '/api/';

/** What is read is asked for again a little later while the server is away; what is written is not, since its answer alone may be lost. */
const fromServer = retry(fetchBaseQuery({ baseUrl: API }), {
  retryCondition: (error, _args, { attempt, baseQueryApi }) =>
    baseQueryApi.type === 'query' && attempt <= 2 && (error as FetchBaseQueryError).status === 'FETCH_ERROR',
});

/** Notes with each answer which changes waited when the server was asked: it may not have had them. */
const baseQuery: BaseQueryFn<
  string | FetchArgs,
  unknown,
  FetchBaseQueryError,
  object,
  FetchBaseQueryMeta & { before: readonly Entry[] }
> = async (args, of, extra) => {
  await outboxReady;
  // What came with the page will do, unless changes wait that the server may have had since.
  if (typeof args === 'string' && of.type === 'query') {
    const first = firstAnswer(args);
    if (first !== undefined && pendingNow().length === 0) return { data: first, meta: { request: new Request(API + args), before: [] } };
  }
  // What was made a moment ago is there when it is asked for.
  if (of.type === 'query') await allMade();
  const before = pendingNow();
  const answer = await fromServer(args, of, extra);
  const meta = answer.meta && { meta: { ...answer.meta, before } };
  return answer.error ? { error: answer.error, ...meta } : { data: answer.data, ...meta };
};
type Meta = { readonly before: readonly Entry[] } | undefined;

/** An answer with the changes laid over it that it may not have had. */
const withPending =
  <L extends keyof Listed>(name: L) =>
  (listed: Listed[L], meta: Meta): Listed[L] =>
    overlaid(name, listed, meta?.before ?? []);

/** The logs as far as they were read from the server, by job. */
const knownLogs = new Map<string, KnownLog>();

/** Bytes of a request that may outlive its page: browsers allow 64 KiB for all of them together. */
const KEPT_ALIVE = 40_000;

/** Server state that is listed or fetched. What is changed goes through the outbox. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery,
  tagTypes: ['jobs', 'job', 'deleted', 'kit', 'proofs', 'log', 'templates', 'lensTests', 'lensTest'],
  refetchOnFocus: true,
  refetchOnReconnect: true,
  endpoints: (build) => ({
    jobs: build.query<readonly JobSummary[], undefined>({
      query: () => 'jobs',
      transformResponse: withPending('jobs'),
      providesTags: ['jobs'],
    }),
    job: build.query<Job, string>({
      query: (id) => `jobs/${id}`,
      transformResponse: (job: StoredJob, meta: Meta) => openedJob(withPending('job')(job, meta)),
      providesTags: ['job'],
    }),
    health: build.query<Health, undefined>({ query: () => 'health' }),
    deleted: build.query<Deleted, undefined>({
      query: () => 'deleted',
      transformResponse: async ({ jobs, setups }: StoredDeleted) => ({ jobs, setups: await openedSetups(setups) }),
      providesTags: ['deleted'],
    }),
    deleteForGood: build.mutation<{ id: string }, { of: 'job' | 'setup'; id: string }>({
      query: ({ of, id }) => ({ url: `deleted/${of}s/${id}`, method: 'DELETE' }),
      invalidatesTags: ['deleted'],
    }),
    frameSets: build.query<readonly FrameSet[], string>({
      query: (setupId) => `setups/${setupId}/frame-sets`,
      transformResponse: ({ sets }: { sets: FrameSet[] }) => sets,
      providesTags: ['proofs'],
    }),
    beginSet: build.mutation<FrameSet, NewSet & { setupId: string }>({
      query: ({ setupId, ...body }) => ({ url: `setups/${setupId}/frame-sets`, method: 'POST', body }),
      invalidatesTags: ['proofs'],
    }),
    orderFrames: build.mutation<FrameSet, { id: string; setupId: string; order: readonly (string | null)[] }>({
      query: ({ id, order }) => ({ url: `frame-sets/${id}`, method: 'PATCH', body: { order } }),
      invalidatesTags: ['proofs'],
      // In its new place at once; back again if that could not be kept.
      onQueryStarted: async ({ id, setupId, order }, { dispatch, queryFulfilled }) => {
        const patch = dispatch(
          api.util.updateQueryData('frameSets', setupId, (sets) =>
            sets.map((set) =>
              set.id === id
                ? { ...set, frames: order.map((each) => (each === null ? null : (set.frames.find((frame) => frame?.id === each) ?? null))) }
                : set,
            ),
          ),
        );
        await queryFulfilled.catch(() => patch.undo());
      },
    }),
    deleteSet: build.mutation<{ id: string }, string>({
      query: (id) => ({ url: `frame-sets/${id}`, method: 'DELETE' }),
      invalidatesTags: ['proofs'],
    }),
    deleteFrame: build.mutation<FrameSet, string>({
      query: (id) => ({ url: `frames/${id}`, method: 'DELETE' }),
      invalidatesTags: ['proofs'],
    }),
    beginAssembly: build.mutation<Assembly, { setId: string; options: AssemblyOptions }>({
      query: ({ setId, options }) => ({ url: `frame-sets/${setId}/assemblies`, method: 'POST', body: options }),
      invalidatesTags: ['proofs'],
    }),
    cancelAssembly: build.mutation<Assembly, string>({
      query: (id) => ({ url: `assemblies/${id}/cancel`, method: 'POST' }),
      invalidatesTags: ['proofs'],
    }),
    deleteAssembly: build.mutation<{ id: string }, string>({
      query: (id) => ({ url: `assemblies/${id}`, method: 'DELETE' }),
      invalidatesTags: ['proofs'],
    }),
    log: build.query<Log, string>({
      queryFn: async (jobId, _api, _extra, ask) => {
        const before: Entry[] = [];
        const read = logReader(async (path) => {
          const answer = await ask(path);
          before.push(...((answer.meta as Meta)?.before ?? []));
          return answer.error ? { refusal: answer.error, stale: answer.error.status === 410 } : { page: answer.data as LogPage };
        });
        const result = await read(jobId, knownLogs.get(jobId) ?? null);
        if ('refusal' in result) return { error: result.refusal };
        knownLogs.set(jobId, result.known);
        return { data: overlaid('log', logFrom(result.known), before) };
      },
      providesTags: ['log'],
    }),
    templates: build.query<readonly CardTemplate[], undefined>({ query: () => 'card-templates', providesTags: ['templates'] }),
    importJob: build.mutation<StoredJob, File>({
      query: (file) => ({ url: 'jobs/import', method: 'POST', body: file, headers: { 'Content-Type': 'application/octet-stream' } }),
      invalidatesTags: ['jobs'],
    }),
    setup: build.query<Setup, string>({
      query: (id) => `setups/${id}`,
      transformResponse: (setup: StoredSetup, meta: Meta) => openedSetup(withPending('setup')(setup, meta)),
      keepUnusedDataFor: 0,
    }),
    duplicateJob: build.mutation<JobSummary, string>({
      query: (id) => ({ url: `jobs/${id}/duplicate`, method: 'POST' }),
      invalidatesTags: ['jobs'],
    }),
    duplicateSetup: build.mutation<Setup, string>({
      query: (id) => ({ url: `setups/${id}/duplicate`, method: 'POST' }),
      transformResponse: openedSetup,
      invalidatesTags: ['jobs', 'job'],
    }),
    lensTests: build.query<readonly LensTestSummary[], undefined>({
      query: () => 'lens-tests',
      transformResponse: ({ tests }: { tests: LensTestSummary[] }) => tests,
      providesTags: ['lensTests'],
    }),
    lensTest: build.query<LensTest, string>({ query: (id) => `lens-tests/${id}`, providesTags: ['lensTest'] }),
    beginLensTest: build.mutation<LensTest, LensTestSettings>({
      query: (body) => ({ url: 'lens-tests', method: 'POST', body }),
      invalidatesTags: ['lensTests'],
    }),
    changeLensTest: build.mutation<ChangedLensTest, { id: string; version: number; settings: LensTestSettings }>({
      // A page that goes does not take it along; a browser keeps so much alive and no more.
      query: ({ id, ...body }) => ({
        url: `lens-tests/${id}`,
        method: 'PUT',
        body,
        keepalive: JSON.stringify(body).length < KEPT_ALIVE,
      }),
      invalidatesTags: (_result, error) => (error ? ['lensTests', 'lensTest'] : ['lensTests']),
      // As it is wanted at once; as it is where that could not be kept.
      onQueryStarted: async ({ id, settings }, { dispatch, queryFulfilled }) => {
        const patch = dispatch(api.util.updateQueryData('lensTest', id, (test) => ({ ...test, settings })));
        await queryFulfilled.then(
          // The settings are those that were sent; the same objects, so that nothing is measured again for them.
          ({ data: { version } }) => dispatch(api.util.updateQueryData('lensTest', id, (test) => ({ ...test, version }))),
          () => patch.undo(),
        );
      },
    }),
    deleteLensTest: build.mutation<{ id: string }, string>({
      query: (id) => ({ url: `lens-tests/${id}`, method: 'DELETE' }),
      invalidatesTags: ['lensTests'],
    }),
    restoreLensTest: build.mutation<LensTest, string>({
      query: (id) => ({ url: `lens-tests/${id}/restore`, method: 'POST' }),
      invalidatesTags: ['lensTests'],
    }),
    deleteLensTestFrame: build.mutation<ChangedLensTest, { id: string; testId: string }>({
      query: ({ id }) => ({ url: `lens-test-frames/${id}`, method: 'DELETE' }),
      invalidatesTags: ['lensTests', 'lensTest'],
    }),
    kit: build.query<Kit, undefined>({ query: () => 'kit', transformResponse: withPending('kit'), providesTags: ['kit'] }),
  }),
});

/** A frame that came into a lens test, shown without fetching the light of all the others again. */
export function lensTestGained(id: string, { frame, ...changed }: GainedFrame) {
  return api.util.updateQueryData('lensTest', id, (test) => ({ ...test, ...changed, frames: [...test.frames, frame] }));
}

export const UNREACHABLE = storeText.gangwaysServerIsNotAnswering;

function isApiError(data: unknown): data is ApiError {
  if (typeof data !== 'object' || data === null || !('error' in data)) return false;
  const { error } = data;
  return typeof error === 'object' && error !== null && 'message' in error && typeof error.message === 'string';
}

/** What went wrong with a request, as a sentence to show. */
export function errorSentence(error: unknown): string {
  if (typeof error === 'object' && error !== null && 'status' in error) {
    if ('data' in error && isApiError(error.data)) return error.data.error.message;
    if (error.status === 'FETCH_ERROR' || error.status === 'TIMEOUT_ERROR') return UNREACHABLE;
  }
  return storeText.somethingWentWrongThatGangway;
}

/** Whether a request failed because there is no such thing (any more). */
export function isGone(error: unknown): boolean {
  return typeof error === 'object' && error !== null && 'status' in error && (error.status === 404 || error.status === 410);
}
