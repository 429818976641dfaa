import fc from 'fast-check';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { evaluateAll } from '@gangway/core/checks/evaluate';
import { patched } from '@gangway/core/setup/patch';
import { archivedJobSchema, manifestSchema, upgradedJob } from '../archive';
import { kitItemSchema, kitRigSchema } from '../kit';
import { readKitFile } from '../kitExchange';
import { readLog } from '../logExchange';
import { shotSchema } from '../log';
import { setupSettingsSchema } from '../setup';
import { SETUP_VERSION } from '@gangway/core/setup/fields';
import { KIND_NAMES, specsOf } from '@gangway/core/kit/item';
import { emptyValue } from '@gangway/core/kit/spec';
import { openedSettings, storedSettings, type StoredSettings } from '../storedSetup';
import { DEMO_SETUPS } from '../demo';
import { gainedByShotSince, inPresentTerms, SHAPES as shapes, VERSION_2 } from './shapes.test-support';
import { ITEM_RECORD } from './itemRecord';
import { SHOT_RECORD } from './shotRecord';
import { RIG_RECORD } from './records';
import { SETUP_RECORD } from './setupRecord';
import { quayPlate } from '@gangway/core/examples.test-support';
import { presentVersion, upgraded, type Json } from './versions';

const SETUP_ID = '7f1d0c52-6b55-4a39-8d43-0d1a3a5b6c7d';
const EARLIER_IDS = { id: '2b7f9a70-3a52-4a1f-9d0e-5b7a4c1d2e3f', standId: SETUP_ID, at: '2026-11-25T10:30:00.000Z' };
const IDS = { id: '2b7f9a70-3a52-4a1f-9d0e-5b7a4c1d2e3f', setupId: SETUP_ID, at: '2026-11-25T10:30:00.000Z' };

/** The versions that the manifest of an archive names. */
const versionsWith = (some: object) => manifestSchema.shape.records.parse(some);

describe('every shape that was ever stored', () => {
  test('is among the fixtures', () => {
    expect(shapes.setups.length).toBeGreaterThan(20);
    expect(shapes.items.length).toBeGreaterThan(15);
    expect(shapes.shots.length).toBeGreaterThan(1);
  });

  test.each(shapes.setups.map(({ commit, record }) => [`${record.name} of ${commit}`, record.settings] as const))(
    'setup %s opens, can be edited and is saved whole',
    (_, stored) => {
      const before = JSON.stringify(stored);
      const parsed = setupSettingsSchema.parse(upgraded(SETUP_RECORD, stored, 1));
      const settings = openedSettings(parsed);
      expect(evaluateAll(geometryOf(settings)).length).toBeGreaterThan(2);
      const edited = patched(settings, { fNumber: 11, movements: { riseMm: 3 } });
      const saved = setupSettingsSchema.parse(JSON.parse(JSON.stringify(storedSettings(edited))));
      expect(openedSettings(saved)).toEqual(edited);
      expect(saved.movements.riseMm).toBe(3);
      // What was read is left as it was.
      expect(JSON.stringify(stored)).toBe(before);
    },
  );

  test('a rig from before there was a kit keeps what it knew', () => {
    const [first] = shapes.setups;
    const { rig } = openedSettings(setupSettingsSchema.parse(upgraded(SETUP_RECORD, first?.record.settings, 1)));
    const inline = first?.record.settings.rig as unknown as {
      lens: { focalMm: number; circle: { lightMm: number } };
      back: { widthMm: number };
    };
    expect(rig.lens.focalMm).toBe(inline.lens.focalMm);
    expect(rig.lens.circle.imageCircleMm).toBe(inline.lens.circle.lightMm);
    expect(rig.back.widthMm).toBe(inline.back.widthMm);
    expect(rig.mechanism.kind).not.toBe('unknown');
  });

  test.each(shapes.items.map(({ commit, record }) => [`${record.name} of ${commit}`, record] as const))(
    'kit item %s opens',
    (_, stored) => {
      const item = kitItemSchema.parse(upgraded(ITEM_RECORD, stored, 1));
      expect(item.specs).toMatchObject(inPresentTerms(stored.figures));
      const file = readKitFile(JSON.stringify({ format: 'gangway-kit', version: 1, items: [stored], rigs: [] }));
      expect(file.ok && file.lines[0]?.from === 'json' && kitItemSchema.safeParse(file.lines[0].value).success).toBe(true);
    },
  );

  test('rigs of the kit open', () => {
    for (const { record } of shapes.rigs) expect(kitRigSchema.safeParse(upgraded(RIG_RECORD, record, 1)).success).toBe(true);
  });

  test.each(shapes.shots.map(({ commit, record }) => [commit, record] as const))('a shot of %s can be edited', (_, stored) => {
    const shot = shotSchema.parse({ ...(upgraded(SHOT_RECORD, stored, 1) as Json), ...IDS, remarks: 'edited' });
    expect(shot).toMatchObject({ ...inPresentTerms(stored), remarks: 'edited' });
    const read = readLog(JSON.stringify({ format: 'gangway-log', version: 1, takes: [{ ...stored, ...EARLIER_IDS }] }), [
      { id: SETUP_ID, name: 'Tower' },
    ]);
    expect(read).toMatchObject({ refused: [], shots: [{ id: IDS.id, fNumber: stored.fNumber }] });
  });

  test('a job archived before versions opens with its setups and shots', () => {
    const [setup] = shapes.setups.slice(-1);
    const [shot] = shapes.shots.slice(-1);
    const job = {
      name: 'Old job',
      dismissedCautions: [],
      place: null,
      day: null,
      stands: [{ id: SETUP_ID, name: 'Tower', settings: setup?.record.settings }],
      takes: [{ ...shot?.record, ...EARLIER_IDS }],
      attachments: [],
      sets: [],
    };
    const opened = archivedJobSchema.parse(upgradedJob(job, versionsWith({ setup: 1, shot: 1 })));
    expect(opened.shots[0]?.filmFrames).toBeNull();
    expect(opened.setups[0]?.settings.exposure.iso).toBe(100);
  });
});

/** The specs that a kind has gained since version 2. */
const gainedBy = (kind: string): Readonly<Record<string, unknown>> =>
  Object.fromEntries(
    KIND_NAMES.flatMap((name) =>
      name === kind ? specsOf(name).flatMap(([key, spec]) => ((spec.since ?? 1) > 2 ? [[key, emptyValue(spec)]] : [])) : [],
    ),
  );

describe('what version 2 wrote', () => {
  test('a job opens with its setups, shots, flat-field frames and assemblies', () => {
    const before = JSON.stringify(VERSION_2.job);
    const opened = archivedJobSchema.parse(upgradedJob(VERSION_2.job, versionsWith({ setup: 2, shot: 2 })));
    expect(opened.setups).toHaveLength(VERSION_2.job.stands.length);
    for (const [i, { settings }] of VERSION_2.job.stands.entries()) {
      const now = opened.setups[i]?.settings;
      expect(now?.rig.parts.lens.specs).toEqual({
        ...gainedBy('lens'),
        ...inPresentTerms(settings.rig.parts.lens.figures),
      });
      expect(now?.rig.parts.back.specs).toEqual({
        ...gainedBy(now?.rig.parts.back.kind ?? ''),
        ...inPresentTerms(settings.rig.parts.back.figures),
      });
      expect(now?.limits).toMatchObject({ mostFrames: settings.limits.mostTakes, secondsPerFrame: settings.limits.secondsPerTake });
      expect(now?.mosaic?.series.flatFields).toBe(settings.mosaic?.series.whiteCards);
      expect(now?.scene?.subject.kind).toBe(settings.scene?.subject.kind.replace('figures', 'people'));
    }
    expect(opened.setups.some(({ settings }) => settings.scene?.subject.kind === 'people')).toBe(true);
    expect(opened.setups.some(({ settings }) => settings.mosaic?.series.flatFields === true)).toBe(true);
    expect(opened.shots).toEqual(VERSION_2.job.takes.map((take): unknown => ({ ...gainedByShotSince(2), ...inPresentTerms(take) })));
    const [set] = opened.sets;
    expect(set?.setupId).toBe(VERSION_2.job.sets[0]?.standId);
    expect(set?.frames.map(({ role }) => role)).toEqual(['frame', 'flatField']);
    expect(set?.assemblies[0]?.options.falloff).toBe('flatField');
    expect(JSON.stringify(VERSION_2.job)).toBe(before);
  });

  test('the present version is the one that the core counts', () => {
    expect(presentVersion(SETUP_RECORD)).toBe(SETUP_VERSION);
  });

  test('its kit opens', () => {
    expect(VERSION_2.items.length).toBeGreaterThan(20);
    for (const item of VERSION_2.items)
      expect(kitItemSchema.parse(upgraded(ITEM_RECORD, item, 2))).toEqual({
        ...item,
        figures: undefined,
        typical: [],
        // What its kind has gained since is unknown.
        specs: { ...gainedBy(item.kind), ...inPresentTerms(item.figures) },
      });
  });
});

/** Groups of settings, of which any member may be missing in a record of the first version. */
const GROUPS = ['exposure', 'card', 'limits'] as const;

describe('records of other versions', () => {
  test('a setup of the first version may lack any later member of a group', () => {
    const [demo] = DEMO_SETUPS;
    if (!demo) throw new Error('no demo');
    const stored = storedSettings(demo.settings);
    for (const group of GROUPS) {
      for (const member of Object.keys(stored[group])) {
        const rest = Object.fromEntries(Object.entries(stored[group]).filter(([key]) => key !== member));
        expect(setupSettingsSchema.safeParse({ ...stored, [group]: rest }).success).toBe(false);
        const opened = setupSettingsSchema.safeParse(upgraded(SETUP_RECORD, { ...stored, [group]: rest }, 1));
        if (!opened.success) throw new Error(`without ${group}.${member}: ${opened.error.message}`);
      }
    }
  });

  test('a record of the present version is left as it is', () => {
    for (const { settings } of DEMO_SETUPS) {
      const stored: StoredSettings = storedSettings(settings);
      expect(upgraded(SETUP_RECORD, stored, presentVersion(SETUP_RECORD))).toBe(stored);
      expect(upgraded(SETUP_RECORD, stored, 1)).toEqual(stored);
    }
  });

  test('a newer version is refused, naming record and versions; so is one that is no version', () => {
    for (const kind of [SETUP_RECORD, SHOT_RECORD, ITEM_RECORD, RIG_RECORD]) {
      const newer = presentVersion(kind) + 1;
      expect(() => upgraded(kind, {}, newer)).toThrow(`This ${kind.name} is of version ${newer}, written by a newer Gangway`);
    }
    for (const version of [0, -1, 1.5, Number.NaN])
      expect(() => upgraded(SETUP_RECORD, {}, version)).toThrow(/must be a whole number from 1/);
  });

  test('a setup from before photographs of the place has none', () => {
    const [demo] = DEMO_SETUPS;
    if (!demo) throw new Error('no demo');
    const { plate, ...before } = storedSettings(demo.settings);
    expect(plate).toBeNull();
    expect(setupSettingsSchema.parse(upgraded(SETUP_RECORD, before, 6)).plate).toBeNull();
  });

  test('a photograph of the place from before it said where the lens pointed says nothing of it', () => {
    const [demo] = DEMO_SETUPS;
    if (!demo) throw new Error('no demo');
    const stored = storedSettings({ ...demo.settings, plate: quayPlate });
    const { middlePx, others, ...plate } = quayPlate;
    expect([middlePx, others]).toEqual([null, []]);
    expect(setupSettingsSchema.parse(upgraded(SETUP_RECORD, { ...stored, plate }, 7)).plate).toEqual(quayPlate);
    // One that says so keeps it.
    const said = { ...quayPlate, middlePx: [120, 80] as const };
    expect(setupSettingsSchema.parse(upgraded(SETUP_RECORD, { ...stored, plate: said }, 8)).plate).toEqual(said);
  });

  test('a photograph of the place from before it could have others beside it has none', () => {
    const [demo] = DEMO_SETUPS;
    if (!demo) throw new Error('no demo');
    const stored = storedSettings({ ...demo.settings, plate: quayPlate });
    const { others, ...plate } = quayPlate;
    expect(others).toEqual([]);
    expect(setupSettingsSchema.parse(upgraded(SETUP_RECORD, { ...stored, plate }, 8)).plate).toEqual(quayPlate);
  });

  test('an interior from before its ridge could be aside has it over the middle', () => {
    const loft = DEMO_SETUPS.find((setup) => setup.settings.scene?.subject.kind === 'interior');
    if (!loft?.settings.scene) throw new Error('no interior');
    const stored = storedSettings(loft.settings);
    const { ridgeAsideM, ...subject } = { ridgeAsideM: 0, ...loft.settings.scene.subject };
    const opened = setupSettingsSchema.parse(upgraded(SETUP_RECORD, { ...stored, scene: { ...stored.scene, subject } }, 1));
    expect(opened.scene?.subject).toEqual({ ...subject, ridgeAsideM });
  });

  test('what is no record at all is left to the schema to refuse', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const once = upgraded(SETUP_RECORD, value, 1);
        return typeof value !== 'object' || value === null || Array.isArray(value)
          ? once === value
          : !setupSettingsSchema.safeParse(once).success;
      }),
      { numRuns: 200 },
    );
  });
});
