import type { KitChange } from '@gangway/contract/kit';
import type { JobPatch } from '@gangway/contract/job';
import type { StoredSettings } from '@gangway/contract/storedSetup';
import type { CardTemplate } from '@gangway/contract/card';
import type { KitItem } from '@gangway/core/kit/item';
import type { Shot } from '@gangway/core/log/shotFields';

/** A setup as it is to be, with what it was when it was opened: the ancestor of both sides of a conflict. */
export interface SetupWrite {
  readonly kind: 'setup';
  /** The version of the record in which its values are written. */
  readonly schema: number;
  readonly jobId: string;
  readonly setupId: string;
  /** The version that this changes, as far as it is known where the change is made. */
  readonly version: number;
  readonly name: string;
  readonly settings: StoredSettings;
  readonly ancestor: { readonly name: string; readonly settings: StoredSettings } | null;
}

export interface NewSetupWrite {
  readonly kind: 'newSetup';
  /** The version of the record in which its values are written. */
  readonly schema: number;
  readonly jobId: string;
  readonly setupId: string;
  readonly name: string;
  readonly settings: StoredSettings;
}

export interface JobWrite {
  readonly kind: 'job';
  readonly jobId: string;
  readonly version: number;
  readonly patch: JobPatch;
  /** What was there before, of the fields that change. */
  readonly was: JobPatch;
}

export interface NewJobWrite {
  readonly kind: 'newJob';
  readonly jobId: string;
  readonly name: string;
}

/** Something deleted, or brought back: a setup, a job, an attached photograph, a card template. */
export interface RemovalWrite {
  readonly kind: 'removal';
  readonly of: 'setup' | 'job' | 'attachment' | 'template';
  readonly id: string;
  readonly name: string;
  readonly back: boolean;
}

/** Shots put into a log and taken out of it, with those that were there before under the same ids. */
export interface LogWrite {
  readonly kind: 'log';
  /** The version of the record in which its values are written. */
  readonly schema: number;
  readonly jobId: string;
  readonly put: readonly Shot[];
  readonly remove: readonly string[];
  readonly was: readonly Shot[];
  /** The version of each shot concerned; 0 for one that is new. */
  readonly versions: Readonly<Record<string, number>>;
}

export interface KitWrite {
  readonly kind: 'kit';
  /** The version of the record in which its values are written. */
  readonly schema: number;
  readonly changes: readonly KitChange[];
  /** The items that it changes as they were before. */
  readonly was: readonly { readonly item: KitItem; readonly archived: boolean }[];
  /** What it was about, in words. */
  readonly said: string;
}

export interface AttachmentWrite {
  readonly kind: 'attachment';
  readonly jobId: string;
  readonly setupId: string;
  readonly shotId: string | null;
  readonly attachmentId: string;
  readonly name: string;
  readonly file: Blob;
}

export interface TemplateWrite {
  readonly kind: 'template';
  readonly template: CardTemplate;
}

/** One change on its way to the server, with all that it takes to send it from any page, now or days later. */
export type Write =
  SetupWrite | NewSetupWrite | JobWrite | NewJobWrite | RemovalWrite | LogWrite | KitWrite | AttachmentWrite | TemplateWrite;

export type WriteKind = Write['kind'];
export type WriteOf<K extends WriteKind> = Extract<Write, { readonly kind: K }>;

/** Why a change is not sent any further until somebody decides. */
export type Trouble =
  | { readonly kind: 'refused'; readonly message: string }
  /** The server could not process it, several times in a row. */
  | { readonly kind: 'failed'; readonly message: string }
  /** What it changes is not there any more. */
  | { readonly kind: 'gone'; readonly message: string }
  /** It was changed elsewhere meanwhile; what it is there. */
  | { readonly kind: 'conflict'; readonly message: string; readonly present: unknown };

/** A change that waits in the outbox. */
export interface Entry {
  /** Its place in the order of sending. */
  readonly seq: number;
  /** The id of the write, by which the server knows a repeated one. */
  readonly id: string;
  /** Changes of one lane are sent one after the other; one in trouble holds up its lane alone. */
  readonly lane: string;
  /** Where the change comes from: one opening of a setup. Changes of one chain build on each other. */
  readonly chain: string | null;
  readonly write: Write;
  /** When it was made first, ms. */
  readonly since: number;
  /** How often it was sent. */
  readonly attempts: number;
  /** How often the server could not process it. */
  readonly failures: number;
  readonly trouble: Trouble | null;
}

/** What is put into the outbox. */
export type Draft = Pick<Entry, 'id' | 'lane' | 'chain' | 'write' | 'since'>;

/** The last write of a lane that reached the server: who builds on the same chain goes on from its version. */
export interface Head {
  readonly lane: string;
  readonly chain: string;
  readonly version: number;
}
