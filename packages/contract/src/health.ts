/** How much is free where Gangway writes: plenty, little, or so little that nothing more is written. */
export type SpaceLevel = 'plenty' | 'low' | 'full';

export interface DiskSpace {
  readonly level: SpaceLevel;
  /** On the disk with the least of it, bytes; `null` where it is not known. */
  readonly freeBytes: number | null;
}

/** Whether the server and its database answer. */
export interface Health {
  readonly status: 'ok';
  readonly database: 'ok';
  /** `null` where nobody watches it. */
  readonly space: DiskSpace | null;
  /** When everything was last backed up, `null` for not yet; `null` as a whole where Gangway makes no backups of its own. */
  readonly backup: { readonly at: string | null } | null;
}
