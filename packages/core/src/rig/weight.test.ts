import { body, lens, mounted } from './parts.test-support';
import { weightOf } from './weight';

test('known weights are added up, and those that are not known are counted', () => {
  expect(weightOf(mounted({ back: body({ weightG: 700 }), lens: lens({ weightG: 780 }) }))).toEqual({ items: 2, knownG: 1480, unknown: 0 });
  expect(weightOf(mounted({ back: body({ weightG: 700 }), lens: lens({ weightG: null }) }))).toEqual({ items: 2, knownG: 700, unknown: 1 });
});
