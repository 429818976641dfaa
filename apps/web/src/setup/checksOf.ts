import { geometryOf } from '@gangway/core/geometry/geometry';
import { evaluateAll } from '@gangway/core/checks/evaluate';
import { createSelector } from '@reduxjs/toolkit';

/** The checks at once; their fixes are sought off the page, by `useChecks`. */
export const checksOf = createSelector([geometryOf], evaluateAll);
