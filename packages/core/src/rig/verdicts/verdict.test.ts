import { unknownFor } from './verdict';

const missing = (itemId: string, spec: string) => ({ itemId, itemName: itemId, spec, label: spec, how: '' });

test('each missing value is asked for once: another of the same item, and the same of another item, are others', () => {
  const asks = [missing('lens', 'focalMm'), missing('lens', 'imageCircleMm'), missing('lens', 'focalMm'), missing('body', 'focalMm')];
  expect(unknownFor(asks)).toEqual({ state: 'unknown', asks: [asks[0], asks[1], asks[3]] });
});
