import { checkList } from './report';
import { CHECKS } from './registry';

test('every check of the registry is listed once', () => {
  expect(checkList().map(({ kind }) => kind)).toEqual(CHECKS.map(({ kind }) => kind));
  expect(new Set(checkList().map(({ kind }) => kind)).size).toBe(CHECKS.length);
});
