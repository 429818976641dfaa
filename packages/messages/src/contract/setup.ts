import { catalogue } from '../catalogue';

export const setupText = catalogue({
  rise: 'Rise',
  shift: 'Shift',
  theFNumberMustBe: 'The f-number must be a number from 0.05 to 5120.',
  theFocusDistanceMustBe: 'The focus distance must be a number of metres, or null for infinity.',
  theFocusDistanceMustBeAt: 'The focus distance must be at least −{focusFarthestM} m; beyond that is infinity.',
  theFocusDistanceMustNot: 'The focus distance must not be 0 m.',
  theFocusDistanceMustBeAtMost: 'The focus distance must be at most {focusFarthestM} m; beyond that is infinity.',
  theLastFocusIsM: 'The last focus of the stack is {focusM} m; a {focalMm} mm lens focuses only beyond {focalMm2} m.',
  theFocusDistanceIsM: 'The focus distance is {focusM} m; a {focalMm} mm lens focuses only beyond {focalMm2} m.',
  thisIsNotTheId: 'This is not the id of anything in Gangway.',
  sayWhichVersionThisChanges: 'version is missing: say which version this changes.',
});
