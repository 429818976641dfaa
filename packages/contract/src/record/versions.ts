import { recordText } from '@gangway/messages/contract/record';
import { say } from '@gangway/messages/say';
import { CoreError } from '@gangway/core/errors';

/** A plain JSON value as it was stored or exported, before anything is known of its shape. */
export type Json = Readonly<Record<string, unknown>>;

/** Takes a record from one version to the next. */
export type Upgrade = (record: Json) => Json;

/** A kind of stored record, with the way from every earlier version to the present one. */
export interface VersionedRecord {
  /** What it is called in messages: "setup", "shot". */
  readonly name: string;
  /** `upgrades[0]` takes version 1 to 2, and so on: the present version is one more than there are. */
  readonly upgrades: readonly Upgrade[];
}

/** The version in which a record is written now. */
export function presentVersion({ upgrades }: VersionedRecord): number {
  return upgrades.length + 1;
}

/** Whether a value is a plain object. */
export function isJson(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/**
 * A stored record brought to the present version, step by step. What was read
 * is not changed. Only the shape is: the schema still judges the values.
 *
 * @throws CoreError `newer_version` where a newer Gangway wrote it, and
 *   `no_version` where the version is no whole number from 1
 */
export function upgraded(kind: VersionedRecord, record: unknown, version: number): unknown {
  const present = presentVersion(kind);
  if (!Number.isInteger(version) || version < 1)
    throw new CoreError('no_version', ['version'], say(recordText.noVersion, { record: kind.name, version }));
  if (version > present) throw newerVersion(kind.name, version, present);
  if (!isJson(record)) return record;
  return kind.upgrades.slice(version - 1).reduce<Json>((at, step) => step(at), record);
}

/** The refusal of what a newer Gangway wrote. */
export function newerVersion(name: string, version: number, present: number): CoreError {
  return new CoreError('newer_version', ['version'], say(recordText.newerVersion, { record: name, version, present }));
}

/** The steps of a record whose catalogue only ever gains fields: each fills in what is not there yet. */
export function eachTime(version: number, fill: Upgrade): readonly Upgrade[] {
  return Array.from({ length: version - 1 }, () => fill);
}
