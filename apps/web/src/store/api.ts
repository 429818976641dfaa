import { storeText } from '@gangway/messages/web/store';
import { createApi, fetchBaseQuery, retry, type FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import type { ApiError } from '@gangway/contract/apiError';
import type { Deleted, Job, JobName, JobPatch, JobSummary, StoredDeleted, StoredJob } from '@gangway/contract/job';
import type { Assembly, AssemblyOptions, FrameSet, NewSet } from '@gangway/contract/proof';
import type { CardTemplate } from '@gangway/contract/card';
import type { Attachment, Log, LogChange } from '@gangway/contract/log';
import type { Kit, KitChange } from '@gangway/contract/kit';
import type { Setup, StoredSettings, StoredSetup } from '@gangway/contract/storedSetup';

/** Puts the rigs of what was read together. Loaded with the first answer, so that the first page does not wait for it. */
const opener = () => import('@gangway/contract/storedSetup');
const openedSetup = async (setup: StoredSetup): Promise<Setup> => (await opener()).openedSetup(setup);
const openedSetups = async (setups: readonly StoredSetup[]): Promise<Setup[]> => setups.map((await opener()).openedSetup);
const openedJob = async (job: StoredJob): Promise<Job> => ({ ...job, setups: await openedSetups(job.setups) });

/** Shots with a change laid over them, in the order of time. */
function changedShots(shots: Log['shots'], put: Log['shots'], remove: readonly string[]): Log['shots'] {
  const gone = new Set([...remove, ...put.map(({ id }) => id)]);
  return [...shots.filter(({ id }) => !gone.has(id)), ...put].sort((a, b) => {
    if (a.at < b.at) return -1;
    if (a.at > b.at) return 1;
    if (a.id < b.id) return -1;
    return 1;
  });
}

/** What is read is asked for again a little later while the server is away; what is written is not, since its answer alone may be lost. */
const baseQuery = retry(fetchBaseQuery({ baseUrl: '/api/' }), {
  retryCondition: (error, _args, { attempt, baseQueryApi }) =>
    baseQueryApi.type === 'query' && attempt <= 2 && (error as FetchBaseQueryError).status === 'FETCH_ERROR',
});

/** Server state that is listed or fetched; the setup under edit is kept by `bench/keeping`. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery,
  tagTypes: ['jobs', 'job', 'deleted', 'kit', 'proofs', 'log', 'templates'],
  refetchOnFocus: true,
  refetchOnReconnect: true,
  endpoints: (build) => ({
    jobs: build.query<JobSummary[], undefined>({ query: () => 'jobs', providesTags: ['jobs'] }),
    job: build.query<Job, string>({ query: (id) => `jobs/${id}`, transformResponse: openedJob, providesTags: ['job'] }),
    deleted: build.query<Deleted, undefined>({
      query: () => 'deleted',
      transformResponse: async ({ jobs, setups }: StoredDeleted) => ({ jobs, setups: await openedSetups(setups) }),
      providesTags: ['deleted'],
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
    log: build.query<Log, string>({ query: (jobId) => `jobs/${jobId}/log`, providesTags: ['log'] }),
    changeLog: build.mutation<{ put: number; removed: number }, LogChange & { jobId: string }>({
      query: ({ jobId, ...body }) => ({ url: `jobs/${jobId}/log/changes`, method: 'POST', body }),
      // In the table at once; as the server has it again if that could not be kept.
      onQueryStarted: async ({ jobId, put, remove }, { dispatch, queryFulfilled }) => {
        const patch = dispatch(api.util.updateQueryData('log', jobId, (log) => ({ ...log, shots: changedShots(log.shots, put, remove) })));
        await queryFulfilled.catch(() => patch.undo());
      },
    }),
    attach: build.mutation<Attachment, { jobId: string; setupId: string; shotId: string | null; file: File }>({
      query: ({ jobId, setupId, shotId, file }) => ({
        url: `jobs/${jobId}/attachments?${new URLSearchParams({ name: file.name, setupId, ...(shotId !== null && { shotId }) })}`,
        method: 'POST',
        body: file,
        headers: { 'Content-Type': 'application/octet-stream' },
      }),
      invalidatesTags: ['log'],
    }),
    detach: build.mutation<{ id: string }, string>({
      query: (id) => ({ url: `attachments/${id}`, method: 'DELETE' }),
      invalidatesTags: ['log'],
    }),
    templates: build.query<readonly CardTemplate[], undefined>({ query: () => 'card-templates', providesTags: ['templates'] }),
    putTemplate: build.mutation<CardTemplate, CardTemplate>({
      query: ({ id, ...body }) => ({ url: `card-templates/${id}`, method: 'PUT', body }),
      invalidatesTags: ['templates'],
    }),
    deleteTemplate: build.mutation<{ id: string }, string>({
      query: (id) => ({ url: `card-templates/${id}`, method: 'DELETE' }),
      invalidatesTags: ['templates'],
    }),
    changeJob: build.mutation<JobSummary, JobPatch & { id: string }>({
      query: ({ id, ...body }) => ({ url: `jobs/${id}`, method: 'PATCH', body }),
      invalidatesTags: ['jobs', 'job'],
    }),
    orderSetups: build.mutation<JobSummary, { id: string; setupOrder: readonly string[] }>({
      query: ({ id, setupOrder }) => ({ url: `jobs/${id}`, method: 'PATCH', body: { setupOrder } }),
      onQueryStarted: async ({ id, setupOrder }, { dispatch, queryFulfilled }) => {
        const patch = dispatch(
          api.util.updateQueryData('job', id, (job) => ({
            ...job,
            setups: setupOrder.flatMap((each) => job.setups.filter((setup) => setup.id === each)),
          })),
        );
        await queryFulfilled.catch(() => patch.undo());
      },
    }),
    importJob: build.mutation<StoredJob, File>({
      query: (file) => ({ url: 'jobs/import', method: 'POST', body: file, headers: { 'Content-Type': 'application/octet-stream' } }),
      invalidatesTags: ['jobs'],
    }),
    setup: build.query<Setup, string>({ query: (id) => `setups/${id}`, transformResponse: openedSetup, keepUnusedDataFor: 0 }),
    addJob: build.mutation<JobSummary, JobName>({
      query: (body) => ({ url: 'jobs', method: 'POST', body }),
      invalidatesTags: ['jobs'],
    }),
    renameJob: build.mutation<JobSummary, JobName & { id: string }>({
      query: ({ id, name }) => ({ url: `jobs/${id}`, method: 'PATCH', body: { name } }),
      invalidatesTags: ['jobs', 'job'],
    }),
    dismissCautions: build.mutation<JobSummary, { id: string; dismissedCautions: readonly string[] }>({
      query: ({ id, dismissedCautions }) => ({ url: `jobs/${id}`, method: 'PATCH', body: { dismissedCautions } }),
      // Gone from the screen at once; there again if it could not be kept.
      onQueryStarted: async ({ id, dismissedCautions }, { dispatch, queryFulfilled }) => {
        const patch = dispatch(api.util.updateQueryData('job', id, (job) => void (job.dismissedCautions = [...dismissedCautions])));
        await queryFulfilled.catch(() => patch.undo());
      },
    }),
    duplicateJob: build.mutation<JobSummary, string>({
      query: (id) => ({ url: `jobs/${id}/duplicate`, method: 'POST' }),
      invalidatesTags: ['jobs'],
    }),
    deleteJob: build.mutation<{ id: string }, string>({
      query: (id) => ({ url: `jobs/${id}`, method: 'DELETE' }),
      invalidatesTags: ['jobs', 'deleted'],
      // Out of the list at once, so that nothing leads back to it; in again if it could not be deleted.
      onQueryStarted: async (id, { dispatch, queryFulfilled }) => {
        const patch = dispatch(api.util.updateQueryData('jobs', undefined, (jobs) => jobs.filter((job) => job.id !== id)));
        await queryFulfilled.catch(() => patch.undo());
      },
    }),
    restoreJob: build.mutation<JobSummary, string>({
      query: (id) => ({ url: `jobs/${id}/restore`, method: 'POST' }),
      invalidatesTags: ['jobs', 'job', 'deleted'],
    }),
    addSetup: build.mutation<Setup, { jobId: string; name: string; settings: StoredSettings }>({
      query: ({ jobId, name, settings }) => ({
        url: `jobs/${jobId}/setups`,
        method: 'POST',
        body: { name, settings },
      }),
      transformResponse: openedSetup,
      invalidatesTags: ['jobs', 'job'],
    }),
    renameSetup: build.mutation<Setup, { id: string; version: number; settings: StoredSettings; name: string }>({
      query: ({ id, version, settings, name }) => ({
        url: `setups/${id}`,
        method: 'PUT',
        body: { version, writeId: crypto.randomUUID(), name, settings },
      }),
      transformResponse: openedSetup,
      invalidatesTags: ['job'],
    }),
    duplicateSetup: build.mutation<Setup, string>({
      query: (id) => ({ url: `setups/${id}/duplicate`, method: 'POST' }),
      transformResponse: openedSetup,
      invalidatesTags: ['jobs', 'job'],
    }),
    deleteSetup: build.mutation<StoredSetup, string>({
      query: (id) => ({ url: `setups/${id}`, method: 'DELETE' }),
      invalidatesTags: ['jobs', 'job', 'deleted'],
    }),
    restoreSetup: build.mutation<Setup, string>({
      query: (id) => ({ url: `setups/${id}/restore`, method: 'POST' }),
      transformResponse: openedSetup,
      invalidatesTags: ['jobs', 'job', 'deleted'],
    }),
    kit: build.query<Kit, undefined>({ query: () => 'kit', providesTags: ['kit'] }),
    changeKit: build.mutation<Kit, readonly KitChange[]>({
      query: (changes) => ({ url: 'kit/changes', method: 'POST', body: { changes } }),

      onQueryStarted: async (_changes, { dispatch, queryFulfilled }) => {
        try {
          const { data } = await queryFulfilled;
          dispatch(api.util.updateQueryData('kit', undefined, () => data));
        } catch {
          // Refused: what the kit is now is fetched again, so that the next try is against that.
          dispatch(api.util.invalidateTags(['kit']));
        }
      },
    }),
  }),
});

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
