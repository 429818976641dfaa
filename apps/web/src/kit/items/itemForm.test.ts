import { DEMO_ITEMS } from '@gangway/contract/demoKit';
import { itemOfClass } from '@gangway/core/kit/classes/class';
import { CLASSES } from '@gangway/core/kit/classes/registry';
import { formOf, itemFrom } from './itemForm';

describe('the sheet of an item', () => {
  test('opened and taken without a change, every item of the demo is as it was', () => {
    for (const item of DEMO_ITEMS) expect(itemFrom(formOf(item), item)).toEqual({ item });
  });

  test('what cannot be is refused at its field, all at once', () => {
    const lens = DEMO_ITEMS.find(({ kind }) => kind === 'lens');
    if (!lens) throw new Error('no lens');
    const form = formOf(lens);
    const taken = itemFrom(
      {
        ...form,
        name: ' ',
        specs: { ...form.specs, focalMm: 'wide', imageCircleMm: '20', nearestM: '1000' },
        circles: [
          { fNumber: '', diameterMm: '61', evidence: 'measured' },
          { fNumber: '8', diameterMm: '61', evidence: 'table' },
        ],
      },
      lens,
    );
    if (!('refusals' in taken)) throw new Error('was taken');
    expect(taken.refusals.get('name')).toMatch(/cannot be blank/);
    expect(taken.refusals.get('specs.focalMm')).toMatch(/“wide” is not a number/);
    expect(taken.refusals.get('specs.nearestM')).toBe('Nearest focus, from the sensor must be a number from 0.01 to 100 m.');
    expect(taken.refusals.get('circles.0.fNumber')).toMatch(/Enter the f-number/);
  });

  test('a sharp circle beyond the image circle is refused at its own row', () => {
    const lens = DEMO_ITEMS.find(({ kind }) => kind === 'lens');
    if (!lens) throw new Error('no lens');
    const taken = itemFrom({ ...formOf(lens), specs: { ...formOf(lens).specs, imageCircleMm: '60' } }, lens);
    expect('refusals' in taken ? [...taken.refusals.keys()] : []).toContain('circles.2.diameterMm');
  });

  test('an empty field is unknown, a comma is a decimal point', () => {
    const board = DEMO_ITEMS.find(({ kind }) => kind === 'board');
    if (!board) throw new Error('no board');
    const typed = (offsetMm: string) => itemFrom({ ...formOf(board), specs: { ...formOf(board).specs, offsetMm } }, board);
    expect(typed('')).toMatchObject({ item: { specs: { offsetMm: null } } });
    expect(typed('−12,5')).toMatchObject({ item: { specs: { offsetMm: -12.5 } } });
  });

  test('of an item of a class, what is typed over or confirmed is typical no longer', () => {
    const lens = itemOfClass(CLASSES.shiftWide, crypto.randomUUID());
    const form = formOf(lens);
    expect(itemFrom(form, lens)).toEqual({ item: lens });
    const taken = itemFrom(
      {
        ...form,
        specs: { ...form.specs, imageCircleMm: '68' },
        // Confirmed as it is.
        typical: form.typical.filter((key) => key !== 'focalMm'),
      },
      lens,
    );
    if (!('item' in taken)) throw new Error('was refused');
    expect(lens.typical.filter((key) => !taken.item.typical.includes(key)).sort()).toEqual(['focalMm', 'imageCircleMm']);
  });
});
