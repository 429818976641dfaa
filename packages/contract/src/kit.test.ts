import fc from 'fast-check';
import { ITEM_VERSION, itemOf, specsOf, KIND_NAMES, type KitItem } from '@gangway/core/kit/item';
import { emptyValue, type Spec } from '@gangway/core/kit/spec';
import { partsOf } from '@gangway/core/rig/parts';
import { DEMO_ITEMS, DEMO_RIGS } from './demoKit';
import { specHeading, specText, readSpec } from './specText';
import { builtRig, kitFileSchema, kitItemSchema, type Kit } from './kit';
import { differences } from './kitDifferences';
import { itemOfClass, type KitClass } from '@gangway/core/kit/classes/class';
import { CLASSES } from '@gangway/core/kit/classes/registry';
import { csvColumns, kitCsv, kitJson, mended, planImport, readKitFile, type ImportRow } from './kitExchange';
import { verdictSentence, verdictsOf } from '@gangway/core/rig/verdicts/verdicts';
import { evenly } from '@gangway/core/evenly.test-support';
import EARLIER_CSV from './record/fixtures/kitCsvBeforeRenaming.json';

const row = <T extends object>(more: T) => ({ ...more, version: 3, archived: false, used: { rigs: 0, setups: 0 } });
const KIT: Kit = { items: DEMO_ITEMS.map((item) => row({ item })), rigs: DEMO_RIGS.map((rig) => row({ rig })) };
const EMPTY: Kit = { items: [], rigs: [] };
let ids = 0;
const newId = () => `00000000-0000-4000-9000-${(++ids).toString().padStart(12, '0')}`;

function plan(kit: Kit, text: string): readonly ImportRow[] {
  const read = readKitFile(text);
  if (!read.ok) throw new Error(read.message);
  return planImport(kit, read.lines, newId);
}

/** Any value that a spec may hold. */
function anyValue(spec: Spec): fc.Arbitrary<unknown> {
  const decimals = (min: number, max: number) => evenly(min, max).map((n) => Math.min(max, Math.max(min, Math.round(n * 100) / 100)));
  switch (spec.type) {
    case 'number':
      return fc.option(spec.whole ? fc.integer({ min: spec.min, max: spec.max }) : decimals(spec.min, spec.max));
    case 'choice':
      return fc.option(fc.constantFrom(...Object.keys(spec.choices)));
    case 'flag':
      return fc.option(fc.boolean());
    case 'joint':
      return fc.option(fc.constantFrom('short mount', 'board, “old”', 'plate; 2'));
    case 'list':
      return fc.array(decimals(spec.min, spec.max), { maxLength: 4 });
    case 'circles':
      return fc.uniqueArray(
        fc.record({
          fNumber: fc.constantFrom(4, 5.6, 8, 11),
          diameterMm: decimals(20, 60),
          evidence: fc.constantFrom('measured', 'table', 'guessed'),
        }),
        { selector: ({ fNumber }) => fNumber },
      );
  }
}

describe('the schema of the kit', () => {
  test('is made from the catalogue: any item with any allowed specs is taken as it is', () => {
    for (const kind of KIND_NAMES) {
      const specs = fc.record(Object.fromEntries(specsOf(kind).map(([key, spec]) => [key, anyValue(spec)])));
      fc.assert(
        fc.property(specs, (values) => {
          const known = Object.keys(values).filter((key) => values[key] !== null);
          const item = { id: newId(), kind, name: 'x', note: '', specs: values, typical: known };
          const parsed = kitItemSchema.safeParse(item);
          // Only specs that contradict each other may be refused, and then by name.
          if (!parsed.success)
            return parsed.error.issues.every(({ code, path }) => code === 'custom' && path[0] === 'specs' && path.length > 1);
          expect(parsed.data).toEqual(item);
          return true;
        }),
        { numRuns: 40 },
      );
    }
  });

  test('a value left out is unknown, one of another kind or out of bounds is refused by name', () => {
    const bare = kitItemSchema.parse({ id: newId(), kind: 'board', name: 'Plank', specs: {} });
    expect(bare).toEqual(itemOf('board', bare.id, 'Plank', {}));
    const wrong = kitItemSchema.safeParse({ id: newId(), kind: 'board', name: 'Plank', specs: { focalMm: 4 } });
    expect(wrong.error?.issues[0]?.message).toMatch(/focalMm/);
    const far = kitItemSchema.safeParse({ id: newId(), kind: 'board', name: 'Plank', specs: { offsetMm: 4000 } });
    expect(far.error?.issues[0]?.message).toBe('Raised (+) or recessed (−) by must be a number from −200 to 400 mm.');
    const circles = kitItemSchema.safeParse({
      id: newId(),
      kind: 'lens',
      name: 'L',
      specs: { imageCircleMm: 50, sharpCircles: [{ fNumber: 8, diameterMm: 60 }] },
    });
    expect(circles.error?.issues[0]?.path).toEqual(['specs', 'sharpCircles', 0, 'diameterMm']);
  });

  test('labels of a kind are all different, so that a column names one value', () => {
    for (const kind of KIND_NAMES) expect(new Set(csvColumns(kind)).size).toBe(csvColumns(kind).length);
  });

  test('any text either is a value or is refused in a sentence that names it', () => {
    for (const kind of KIND_NAMES) {
      for (const [, spec] of specsOf(kind)) {
        fc.assert(
          fc.property(fc.string(), (text) => {
            const read = readSpec(spec, text);
            return read.ok || read.message.startsWith(`${spec.label}: `);
          }),
          { numRuns: 10 },
        );
        fc.assert(
          fc.property(anyValue(spec), (value) => {
            const read = readSpec(spec, specText(spec, value));
            return read.ok && JSON.stringify(read.value) === JSON.stringify(value);
          }),
          { numRuns: 10 },
        );
      }
    }
    expect(new Set(KIND_NAMES.flatMap((kind) => specsOf(kind).map(([, spec]) => specHeading(spec)))).has('Focal length [mm]')).toBe(true);
  });
});

describe('the demo kit', () => {
  test('is valid, and every rig is finished, fits together and can go on the bench', () => {
    const items = new Map(DEMO_ITEMS.map((item) => [item.id, kitItemSchema.parse(item)]));
    expect(items.size).toBe(DEMO_ITEMS.length);
    for (const rig of DEMO_RIGS) {
      expect(builtRig(rig, items)).not.toBeNull();
      const parts = partsOf(rig.plan, items);
      if ('open' in parts) throw new Error(rig.name);
      const bad = verdictsOf(parts).filter(({ kind, state }) => state === 'fails' && ['fit', 'thickness', 'infinity'].includes(kind));
      expect([rig.name, bad.map(verdictSentence)]).toEqual([rig.name, []]);
    }
  });
});

describe('files of the kit', () => {
  test('items of classes keep what is typical of them, as CSV too; a name that is no value is refused', () => {
    const items = Object.values(CLASSES).map((each) => itemOfClass(each as KitClass, newId())) as readonly KitItem[];
    const kit: Kit = { items: items.map((item) => ({ version: 1, archived: false, item, used: { rigs: 0, setups: 0 } })), rigs: [] };
    for (const kind of KIND_NAMES) {
      const file = readKitFile(kitCsv(kind, items));
      if (!file.ok) {
        // No class of that kind.
        expect(items.some((item) => item.kind === kind)).toBe(false);
        continue;
      }
      expect(planImport(kit, file.lines, newId).map(({ action, refused }) => [action, refused])).toEqual(
        file.lines.map(() => ['same', []]),
      );
    }
    const wrong = readKitFile('kind,name,typical\nboard,Plank,Weight [kg]\n');
    const [row] = wrong.ok ? planImport(kit, wrong.lines, newId) : [];
    expect(row?.refused[0]).toEqual({ column: 'typical', message: '“typical” must be a list of values that this kind of item has.' });
  });

  test('exported JSON is all new to an empty kit and changes nothing in the same kit', () => {
    const text = kitJson(KIT);
    expect(kitFileSchema.parse(JSON.parse(text)).items).toEqual(DEMO_ITEMS);
    const fresh = plan(EMPTY, text);
    expect(fresh.every(({ action }) => action === 'add')).toBe(true);
    expect(fresh).toHaveLength(DEMO_ITEMS.length + DEMO_RIGS.length);
    expect(plan(KIT, text).every(({ action }) => action === 'same')).toBe(true);
  });

  test('what is archived comes back archived', () => {
    const [first, ...rest] = KIT.items;
    if (!first) throw new Error('the kit is empty');
    const rows = plan(EMPTY, kitJson({ ...KIT, items: [{ ...first, archived: true }, ...rest] }));
    expect(rows.filter(({ change }) => change?.op === 'putItem' && change.archived).map(({ name }) => name)).toEqual([first.item.name]);
  });

  test('CSV of every kind comes back without corrections', () => {
    for (const kind of KIND_NAMES) {
      const items = DEMO_ITEMS.filter((item) => item.kind === kind);
      const rows = plan(EMPTY, kitCsv(kind, DEMO_ITEMS));
      expect(rows.map(({ change }) => (change?.op === 'putItem' ? change.item : null))).toEqual(items);
      expect(plan(KIT, kitCsv(kind, DEMO_ITEMS)).map(({ action }) => action)).toEqual(items.map(() => 'same'));
    }
  });

  test('a spreadsheet that divides cells by semicolons or tabs is read all the same', () => {
    for (const mark of [';', '\t']) {
      const [row] = plan(EMPTY, `kind${mark}name${mark}Factor [×]\nconverter${mark}Reducer${mark}0,71`);
      expect(row?.change).toMatchObject({ item: { name: 'Reducer', specs: { factor: 0.71 } } });
    }
  });

  test('a name like a formula is written so that no spreadsheet runs it', () => {
    const item = itemOf('board', newId(), '=1+1', {});
    expect(kitCsv('board', [item])).toContain("'=1+1");
    expect(plan(EMPTY, kitCsv('board', [item]))[0]?.name).toBe('=1+1');
  });

  test('a broken row is rejected by column, the other rows are checked, and correcting the cell fixes it', () => {
    const text = [
      'kind,name,Focal length [mm],Widest aperture [f/],Image circle [mm]',
      'lens,Good,90,8,180',
      'lens,Bad,ninety,8,9000',
      'lense,Ugly,1,1,1',
    ].join('\n');
    const read = readKitFile(text);
    if (!read.ok) throw new Error(read.message);
    const rows = planImport(EMPTY, read.lines, newId);
    expect(rows.map(({ action }) => action)).toEqual(['add', 'refused', 'refused']);
    expect(rows[1]?.refused).toEqual([
      { column: 'Focal length [mm]', message: 'Focal length: “ninety” is not a number; it must be one from 1 to 5000 mm, or empty.' },
      { column: 'Image circle [mm]', message: 'Image circle must be a number from 1 to 1500 mm.' },
    ]);
    expect(rows[2]?.refused[0]?.message).toMatch(/^kind: “lense” must be one of body, film, lens/);
    const [, bad, ugly] = read.lines;
    if (!bad || !ugly) throw new Error('lines are lost');
    const better = mended(mended(bad, 'Focal length [mm]', '90'), 'Image circle [mm]', '900');
    expect(planImport(EMPTY, [better, mended(ugly, 'kind', 'lens')], newId).map(({ action }) => action)).toEqual(['add', 'add']);
  });

  test('without an id a line changes what has its kind and name, and says what', () => {
    const rows = plan(KIT, 'kind,name,Factor [×]\nconverter,Reducer 0.71,0.72');
    expect(rows[0]?.action).toBe('change');
    expect(rows[0]?.changes).toContain('Factor: 0.71 × → 0.72 ×');
    // A column that is left out empties the value: the file is the whole line.
    expect(rows[0]?.changes).toContain('Lens-side mount: medium-format mount → unknown');
  });

  test.each([
    ['', /no column “name”/],
    ['name,kind', /no rows/],
    ['kind,name,Colour\nlens,a,red', /“Colour” is not a column/],
    ['kind,name,name\nlens,a,b', /“name” appears twice/],
    ['{"format":"x"}', /format must be/],
    [`{"format":"gangway-kit","version":${ITEM_VERSION + 1}}`, new RegExp(`version ${ITEM_VERSION + 1}, written by a newer Gangway`, 'u')],
    ['{', /not valid JSON/],
  ])('a file that is none is refused: %p', (text, words) => {
    const read = readKitFile(text);
    expect(read.ok ? '' : read.message).toMatch(words);
  });

  /** What a kind gained after that file was written: unknown in it. */
  const gainedSince = ({ kind }: KitItem) =>
    Object.fromEntries(specsOf(kind).flatMap(([key, spec]) => ((spec.since ?? 1) > 3 ? [[key, emptyValue(spec)]] : [])));

  test.each(Object.entries(EARLIER_CSV))('the file of %s that an earlier version exported still opens, with every value', (kind, text) => {
    const own = DEMO_ITEMS.filter((item) => item.kind === kind);
    const rows = plan(EMPTY, text);
    expect(rows).toHaveLength(own.length);
    expect(rows.map(({ change }) => change && 'item' in change && change.item.specs)).toEqual(
      own.map((item) => ({ ...item.specs, ...gainedSince(item) })),
    );
  });

  test('the same id twice, a rig with lost components and a lens that became a board are refused', () => {
    const [item] = DEMO_ITEMS;
    const [rig] = DEMO_RIGS;
    const file = (items: unknown[], rigs: unknown[]) => JSON.stringify({ format: 'gangway-kit', version: 1, items, rigs });
    expect(plan(EMPTY, file([item, item], [])).map(({ action }) => action)).toEqual(['add', 'refused']);
    expect(plan(EMPTY, file([], [rig]))[0]?.refused[0]?.message).toMatch(/components are neither in the kit nor in the file/);
    const turned = { ...itemOf('board', item?.id ?? '', 'Plank', {}) };
    expect(plan(KIT, file([turned], []))[0]?.refused[0]?.message).toMatch(/the kind of an item cannot change/);
  });

  test('differences name only what differs', () => {
    const [a] = DEMO_ITEMS.filter((item): item is Extract<KitItem, { kind: 'converter' }> => item.kind === 'converter');
    if (!a) throw new Error('no converter');
    expect(differences(a, a)).toEqual([]);
    expect(differences(a, { ...a, name: 'Other', specs: { ...a.specs, contacts: true } })).toEqual([
      'name: Reducer 0.71 → Other',
      'Electrical contacts: no → yes',
    ]);
  });

  test('any text is read or refused; nothing is thrown', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.json(),
          fc.string().map((s) => `kind,name,Factor [×]\n${s}`),
        ),
        (text) => {
          const read = readKitFile(text);
          if (!read.ok) return read.message.length > 0;
          return planImport(KIT, read.lines, newId).length === read.lines.length;
        },
      ),
    );
  });
});
