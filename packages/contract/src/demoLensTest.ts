import { copyNumber, simulatedCopy, type SimulatedLight } from '@gangway/core/lensTests/simulatedWall';
import { wallPlanOfRig } from '@gangway/core/lensTests/wallPlan';
import { DEMO_ITEMS, DEMO_RIGS } from './demoKit';
import { builtRig } from './kit';
import type { LensTestSettings } from './lensTest';

/** The lens test that ships with Gangway: what was planned, and the invented copy of the lens that it was taken with. */
export interface DemoLensTest {
  readonly id: string;
  readonly settings: LensTestSettings;
  readonly copy: SimulatedLight;
}

const ID = '00000000-0000-4000-8000-0000000003e9';
const NAME = 'Light: 90 mm field wide';
/** The rig that it is taken with. */
const RIG = '44 × 33 back with 90 mm field wide';
/** Its apertures: the widest, where it is used, and stopped down. */
const F_NUMBERS = [6.8, 11, 22];

/** The test of the 90 mm field wide on the 44 × 33 back. */
export function demoLensTest(): DemoLensTest {
  const kitRig = DEMO_RIGS.find(({ name }) => name === RIG);
  const rig = kitRig && builtRig(kitRig, new Map(DEMO_ITEMS.map((item) => [item.id, item])));
  const plan = rig && wallPlanOfRig(rig);
  const imageCircleMm = rig?.lens.circle.imageCircleMm;
  if (!rig || !plan || imageCircleMm == null) throw new Error('the rig of the demo test lacks a value');
  const { lens } = rig.parts;
  const { focalMm, widestFNumber } = rig.lens;
  return {
    id: ID,
    settings: {
      name: NAME,
      lensId: lens.id,
      rigId: kitRig.id,
      rigName: kitRig.name,
      ...plan.frame,
      target: 'wall',
      chart: null,
      wantedCyMm: null,
      marks: [],
      byMarks: false,
      otherCopy: null,
      shots: plan.shots
        .filter(({ fNumber }) => F_NUMBERS.includes(fNumber))
        .map((shot) => ({ ...shot, focusMm: 0, lamp: false, frameId: null })),
      appliedAt: null,
    },
    copy: simulatedCopy({ focalMm, imageCircleMm, widestFNumber }, copyNumber(lens.id)),
  };
}

/** The name of a frame of it, by its place in the plan. */
export const demoFrameName = (place: number): string => `wall-${String(place + 1).padStart(2, '0')}.png`;
