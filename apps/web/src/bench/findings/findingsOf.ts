import { quickFindings } from '@gangway/core/checks/quickFindings';
import type { StandSettings } from '@gangway/core/setup/settings';
import { createSelector } from '@reduxjs/toolkit';

/** The findings at once; their remedies are sought off the page, by `useFindings`. */
export const findingsOf = createSelector([(settings: StandSettings) => settings], quickFindings);
