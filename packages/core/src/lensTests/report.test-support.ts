import type { ReportAbout } from './report';

/** What a report says of a test beside its results. */
export const report: ReportAbout = {
  name: 'Boards',
  lens: '24 mm shift wide',
  rig: 'Small body with 24 mm shift wide',
  day: '1 May 2026',
  isOtherCopy: false,
  frame: { widthMm: 36, heightMm: 24 },
  focalMm: 24,
  nominalCircleMm: 67,
  wantedCyMm: 24,
  frames: 12,
  marks: [],
};
