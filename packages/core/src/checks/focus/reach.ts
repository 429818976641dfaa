import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { pivotsText } from '@gangway/messages/core/checks/pivots';
import { focusText } from '@gangway/messages/core/checks/focus';
import { say } from '@gangway/messages/say';
import type { Geometry } from '../../geometry/geometry';
import { ask } from '../../rig/missing';
import { focusReach, nearReach, railReach } from '../../rig/reach';
import { fixed } from '../../words';
import { defineCheck, type Facts } from '../check';
import { offer, type Fix, type Trial } from '../fix';
import { stateOf } from '../tight';
import { onlyWhen } from '../wording';
import { bySolving } from './solvedFix';
import { railOutMm } from '../../planning/railOut';
import { focusWithinReach } from '../../planning/withinReach';

interface ReachFacts extends Facts {
  /** What is left on the rail to the end that is nearer, mm; negative beyond it. */
  readonly spareMm: number | null;
  readonly end: 'near' | 'far';
  readonly by: 'bellows' | 'lens';
}

/** So near to an end of the focus the rail is tight, mm. */
const TIGHT_RAIL_MM = 0.05;
/** Nothing on a rail, mm. */
const SAME_MM = 1e-6;

/** Does the rig focus there? Asked where the lens is turned or something is pinned; elsewhere only said when it fails. */
export const reach = defineCheck<'reach', ReachFacts>({
  kind: 'reach',
  name: checkNamesText.reach,
  step: 'focus',
  assumes: assumptionsText.reach,
  weight: 'counts',
  onPivots: { whether: pivotsText.whetherTheRailReaches },
  evaluate: (geometry) => {
    const { settings, turned } = geometry;
    const { parts } = settings.rig;
    const by = parts.kind === 'view' ? 'bellows' : 'lens';
    const { leastMm, mostMm } = railReach(parts);
    const out = railOutMm(geometry);
    const [overFar, overNear] = [leastMm === null ? null : out - leastMm, mostMm === null ? null : mostMm - out];
    const fails = (overFar !== null && overFar < -SAME_MM) || (overNear !== null && overNear < -SAME_MM);
    if (!fails && settings.pins.length === 0 && !turned) return null;
    if (!fails && (overFar === null || overNear === null))
      return { state: 'unknown', spareMm: null, end: overFar === null ? 'far' : 'near', by };
    const end = (overFar ?? Infinity) < (overNear ?? Infinity) ? 'far' : 'near';
    const spareMm = Math.min(overFar ?? Infinity, overNear ?? Infinity);
    // Standing at infinity is where a lens belongs, not the edge of what it can.
    if (end === 'far' && !fails) return { state: 'passes', spareMm: Math.max(0, spareMm), end, by };
    return { state: stateOf(spareMm, TIGHT_RAIL_MM), spareMm, end, by };
  },
  margin: ({ spareMm }) => (spareMm === null ? null : { value: spareMm, unit: 'mm' }),
  message: reachSentence,
  note: ({ state }) => (state === 'unknown' ? focusText.enterTheRigsNearestFocus : null),
  missing: (parts) =>
    [focusReach(parts), nearReach(parts)].flatMap((each) => (each.known ? [] : each.asks))[0] ?? ask(parts.lens, 'imageCircleMm'),
  *fixes({ geometry, trial }) {
    yield withinReach(geometry, trial);
    yield bySolving(geometry, 'none', trial);
    yield bySolving(geometry, 'front', trial);
  },
});

function reachSentence({ state, spareMm, end, by }: ReachFacts): string {
  if (spareMm === null) return focusText.whetherTheRigFocusesThere;
  if (state === 'fails') {
    const lack = fixed(-spareMm, -spareMm < 1 ? 2 : 1);
    return say(end === 'near' ? focusText.tooShortForThisFocus : focusText.wouldHaveToBeMm, { by, lack });
  }
  if (end === 'far') return say(focusText.thisFocus, { by });
  return say(focusText.thisFocusWithMmOf, {
    by,
    state: onlyWhen(state === 'tight'),
    spareMm: fixed(spareMm, spareMm < 1 ? 2 : 1),
  });
}

/** The nearest focus that is reached, infinity, the farthest: whichever makes the check pass first. */
function withinReach({ settings }: Geometry, trial: Trial): Fix | null {
  const [nearest, ...others] = focusWithinReach(settings, settings.front);
  for (const focusM of [nearest, null, ...others]) {
    const fix = focusM === undefined ? null : offer('focus', { focusM: rounded(focusM) }, trial);
    if (fix) return fix;
  }
  return null;
}

function rounded(m: number | null): number | null {
  return m === null ? null : Number(m.toPrecision(4));
}
