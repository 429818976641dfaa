import { calculatorsText } from '@gangway/messages/core/calculators';
import { say } from '@gangway/messages/say';
import type { Calculated, Calculator } from './calculator';
import { bellows } from './bellows';
import { blurAt } from './blurAt';
import { conjugates } from './conjugates';
import { coverage } from './coverage';
import { depthOfField } from './depthOfField';
import { diffraction } from './diffraction';
import { equivalence } from './equivalence';
import { edgeSharpness } from './edgeSharpness';
import { exposure } from './exposure';
import { flash } from './flash';
import { filterClearance } from './filterClearance';
import { focusFromSensor } from './focusFromSensor';
import { focusPlane } from './focusPlane';
import { focusSpread } from './focusSpread';
import { focusStack } from './focusStack';
import { focusThroughPoints } from './focusThroughPoints';
import { freeLens } from './freeLens';
import { keystone } from './keystone';
import { leastAperture } from './leastAperture';
import { parallax } from './parallax';
import { pinwheel } from './pinwheel';
import { plateFocal } from './plateFocal';
import { plateLevel } from './plateLevel';
import { plateFacade } from './plateFacade';
import { plateHeight } from './plateHeight';
import { plateScale } from './plateScale';
import { plateToRig } from './plateToRig';
import { riseForHeight } from './riseForHeight';
import { shiftLimits } from './shiftLimits';
import { slideOverlap } from './slideOverlap';
import { stitchGrid } from './stitchGrid';
import { turnIn } from './turnIn';
import { viewCamera } from './viewCamera';
import { wedge } from './wedge';
import { heightByAngle } from './heightByAngle';
import { heightByBaseline } from './heightByBaseline';
import { heightByPicture } from './heightByPicture';
import { heightByStoreys } from './heightByStoreys';
import { levelTolerance } from './levelTolerance';
import { standOff } from './standOff';

/** Every calculator there is. One line here puts a file on the command line, on the wire and into the guide. */
export const CALCULATORS: readonly Calculator[] = [
  conjugates,
  focusFromSensor,
  depthOfField,
  coverage,
  shiftLimits,
  riseForHeight,
  keystone,
  turnIn,
  focusPlane,
  focusThroughPoints,
  wedge,
  blurAt,
  leastAperture,
  focusSpread,
  focusStack,
  bellows,
  exposure,
  flash,
  diffraction,
  stitchGrid,
  pinwheel,
  parallax,
  filterClearance,
  freeLens,
  equivalence,
  standOff,
  levelTolerance,
  heightByAngle,
  heightByBaseline,
  heightByStoreys,
  heightByPicture,
  viewCamera,
  slideOverlap,
  plateFocal,
  plateLevel,
  plateFacade,
  plateHeight,
  plateScale,
  plateToRig,
  edgeSharpness,
];

const BY_NAME = new Map(CALCULATORS.map((each) => [each.name, each]));

/**
 * The calculator of a name; `null` when there is none.
 *
 * @param name name of the calculator
 *
 * @example
 * calculatorNamed('nothing') // => null
 */
export function calculatorNamed(name: string): Calculator | null {
  return BY_NAME.get(name) ?? null;
}

/**
 * Runs a calculator by name on any input at all: an answer or a typed error, never a throw.
 *
 * @param name name of the calculator
 * @param input its input, not yet checked
 *
 * @example
 * calculate('conjugates', { focalMm: 100, distanceM: 0.2 }) // => {ok: true, out: {imageMm: 200, magnification: 1, extensionMm: 100}}
 */
export function calculate(name: string, input: unknown): Calculated {
  const found = calculatorNamed(name);
  if (found) return found.calculate(input);
  const shown = name.length > 40 ? `${name.slice(0, 40)}…` : name;
  return {
    ok: false,
    error: {
      code: 'unknown_calculator',
      path: ['calc'],
      message: say(calculatorsText.thereIsNoCalculatorThere, { shown, calculators: CALCULATORS.map((each) => each.name).join(', ') }),
    },
  };
}
