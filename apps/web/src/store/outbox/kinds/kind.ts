import type { StoredJob, JobSummary } from '@gangway/contract/job';
import type { Kit } from '@gangway/contract/kit';
import type { Log } from '@gangway/contract/log';
import type { StoredSetup } from '@gangway/contract/storedSetup';
import type { Entry, WriteKind, WriteOf } from '../write';

/** How a change is put to the server. */
export interface Sending {
  readonly method: 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** Below `/api/`. */
  readonly path: string;
  readonly body: Blob | object | null;
}

/** What the pages list of the server, by the name of its query. */
export interface Listed {
  jobs: readonly JobSummary[];
  job: StoredJob;
  setup: StoredSetup;
  log: Log;
  kit: Kit;
}

/** Lays a change over what the server answered before it had that change. */
export type Overlays<W> = { readonly [L in keyof Listed]?: (listed: Listed[L], write: W) => Listed[L] };

/** One kind of change: where it belongs, how it is sent, and how the pages show it before it has arrived. */
export interface WriteKindDefinition<K extends WriteKind> {
  readonly kind: K;
  readonly lane: (write: WriteOf<K>) => string;
  readonly sending: (write: WriteOf<K>, id: string) => Sending;
  readonly overlays: Overlays<WriteOf<K>>;
  /** The queries that have to be asked again when it has arrived or was discarded. */
  readonly lists: readonly ('jobs' | 'job' | 'deleted' | 'log' | 'kit' | 'templates')[];
  /** The version that it left behind, read from the server’s answer; `null` where none is counted. */
  readonly versionAfter?: (answer: unknown) => number | null;
  /** Whether the answer says that it was overwritten since: the same write, sent again, when another came after it. */
  readonly overtaken?: (answer: unknown, entry: Entry) => boolean;
}
