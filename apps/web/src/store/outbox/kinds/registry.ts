import type { Entry, Write, WriteKind } from '../write';
import { job, newJob } from './job';
import type { Listed, Sending, WriteKindDefinition } from './kind';
import { kit } from './kit';
import { attachment, log } from './log';
import { removal } from './removal';
import { newSetup, setup } from './setup';
import { template } from './template';

/** Every kind of change. One without its definition is a type error. */
const KINDS: { readonly [K in WriteKind]: WriteKindDefinition<K> } = {
  setup,
  newSetup,
  job,
  newJob,
  removal,
  log,
  kit,
  attachment,
  template,
};

// The definition under a kind is that of its writes.
const of = (write: Write) => KINDS[write.kind] as unknown as WriteKindDefinition<WriteKind>;

export const laneOf = (write: Write): string => of(write).lane(write);
export const sendingOf = ({ write, id }: Entry): Sending => of(write).sending(write, id);
export const listsOf = (write: Write) => of(write).lists;
export const versionAfter = (write: Write, answer: unknown): number | null => of(write).versionAfter?.(answer) ?? null;
export const isOvertaken = (entry: Entry, answer: unknown): boolean => of(entry.write).overtaken?.(answer, entry) ?? false;

/** What the server answered with one change laid over it. */
export function overlaidBy<L extends keyof Listed>(name: L, listed: Listed[L], write: Write): Listed[L] {
  return of(write).overlays[name]?.(listed, write) ?? listed;
}

/** The names of the queries over which a change is laid. */
export const overlaysOf = (write: Write): readonly (keyof Listed)[] =>
  (['jobs', 'job', 'setup', 'log', 'kit'] as const).filter((name) => of(write).overlays[name] !== undefined);
