import { quickFindings } from '@gangway/core/checks/quickFindings';
import { createSelector } from '@reduxjs/toolkit';
import type { SetupSettings } from '@gangway/core/model/setup';

/** The findings at once; their remedies are sought off the page, by `useFindings`. */
export const findingsOf = createSelector([(settings: SetupSettings) => settings], quickFindings);
