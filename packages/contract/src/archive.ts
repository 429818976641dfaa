import { z } from 'zod';
import { templateSchema } from './card';
import { jobPlaceSchema } from './job';
import { kitItemSchema, kitRigSchema } from './kit';
import { attachmentSchema, shotSchema } from './log';
import { nameSchema } from './name';
import { assemblyOptionsSchema, ORIGINS, planSchema, reportSchema, ROLES } from './proof';
import { ITEM_RECORD } from './record/itemRecord';
import { RIG_RECORD, TEMPLATE_RECORD } from './record/records';
import { SHOT_RECORD } from './record/shotRecord';
import { SETUP_RECORD } from './record/setupRecord';
import { jobWithPresentNames } from './record/earlierNames';
import { isJson, presentVersion, upgraded } from './record/versions';
import { setupSettingsSchema } from './setup';

/** The version of the archive of a job; docs/archive.md says what is in it. From version 2 the manifest says in which versions its records are; version 3 speaks of setups and shots; version 4 brings kit and templates. */
export const ARCHIVE_VERSION = 4;

/** The versions of the records that an archive written now holds. */
export const ARCHIVED_RECORDS = {
  setup: presentVersion(SETUP_RECORD),
  shot: presentVersion(SHOT_RECORD),
  item: presentVersion(ITEM_RECORD),
  rig: presentVersion(RIG_RECORD),
  template: presentVersion(TEMPLATE_RECORD),
} as const;

const recordVersion = z.number().int().positive().default(1);

const sha256 = z.string().regex(/^[0-9a-f]{64}$/u);

/** What the archive holds, with checksums; the last file that is written. */
export const manifestSchema = z.strictObject({
  format: z.literal('gangway-job'),
  version: z.number().int().min(1).max(ARCHIVE_VERSION),
  records: z
    .strictObject({ setup: recordVersion, shot: recordVersion, item: recordVersion, rig: recordVersion, template: recordVersion })
    .prefault({}),
  made: z.iso.datetime(),
  job: z.string(),
  files: z.array(z.strictObject({ path: z.string(), bytes: z.number().int().nonnegative(), sha256 })),
});
export type Manifest = z.infer<typeof manifestSchema>;

const stamp = z.iso.datetime();
/** The name of a file as it came in. */
const fileName = z.string().trim().min(1).max(255);
const keysOf = <T extends object>(of: T) => Object.keys(of) as [keyof T & string, ...(keyof T & string)[]];

export const archivedJobSchema = z.strictObject({
  name: nameSchema,
  dismissedCautions: z.array(z.string().max(60)).max(100),
  place: jobPlaceSchema.nullable(),
  day: z.iso.date().nullable(),
  setups: z.array(z.strictObject({ id: z.uuid(), name: nameSchema, settings: setupSettingsSchema })).max(2000),
  /** What its setups are made with; an archive of before version 4 brings none. */
  kit: z.strictObject({ items: z.array(kitItemSchema).max(5000), rigs: z.array(kitRigSchema).max(2000) }).default({ items: [], rigs: [] }),
  templates: z.array(templateSchema).max(2000).default([]),
  shots: z.array(shotSchema).max(50_000),
  attachments: z.array(attachmentSchema.extend({ name: fileName, path: z.string() })).max(5000),
  sets: z
    .array(
      z.strictObject({
        id: z.uuid(),
        setupId: z.uuid(),
        name: nameSchema,
        origin: z.enum(keysOf(ORIGINS)),
        plan: planSchema.nullable(),
        order: z.array(z.uuid().nullable()).max(400),
        createdAt: stamp,
        frames: z.array(
          z.strictObject({
            id: z.uuid(),
            name: fileName,
            role: z.enum(keysOf(ROLES)),
            bytes: z.number().int().nonnegative(),
            sha256,
            /** What was seen of it when it came in; whoever reads the archive looks again. */
            seen: z.unknown(),
            createdAt: stamp,
            path: z.string(),
          }),
        ),
        assemblies: z.array(
          z.strictObject({
            id: z.uuid(),
            options: assemblyOptionsSchema,
            report: reportSchema,
            bytes: z.number().int().nonnegative(),
            createdAt: stamp,
            path: z.string(),
            sidecar: z.string(),
          }),
        ),
      }),
    )
    .max(2000),
});
export type ArchivedJob = z.infer<typeof archivedJobSchema>;

/**
 * The job of an archive with its setups and shots in their present versions,
 * still to be judged by `archivedJobSchema`.
 *
 * @throws CoreError `newer_version` where a newer Gangway wrote one of them
 */
export function upgradedJob(job: unknown, versions: Manifest['records']): unknown {
  if (!isJson(job)) return job;
  const named = jobWithPresentNames(job);
  const setups = listed(named.setups, (setup) =>
    isJson(setup) ? { ...setup, settings: upgraded(SETUP_RECORD, setup.settings, versions.setup) } : setup,
  );
  const kit = isJson(named.kit)
    ? {
        ...named.kit,
        items: listed(named.kit.items, (item) => upgraded(ITEM_RECORD, item, versions.item)),
        rigs: listed(named.kit.rigs, (rig) => (isJson(rig) ? { ...rig, plan: upgraded(RIG_RECORD, rig.plan, versions.rig) } : rig)),
      }
    : named.kit;
  const templates = listed(named.templates, (each) =>
    isJson(each) ? { ...each, card: upgraded(TEMPLATE_RECORD, each.card, versions.template) } : each,
  );
  const shots = listed(named.shots, (shot) => upgraded(SHOT_RECORD, shot, versions.shot));
  return { ...named, setups, shots, ...(kit !== undefined && { kit }), ...(templates !== undefined && { templates }) };
}

function listed(value: unknown, each: (member: unknown) => unknown): unknown {
  return Array.isArray(value) ? value.map(each) : value;
}
