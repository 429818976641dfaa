import { quickFindings } from '@gangway/core/findings/quickFindings';
import type { StandSettings } from '@gangway/core/stand/settings';
import { createSelector } from '@reduxjs/toolkit';

/** The findings at once; their remedies are sought off the page, by `useFindings`. */
export const findingsOf = createSelector([(settings: StandSettings) => settings], quickFindings);
