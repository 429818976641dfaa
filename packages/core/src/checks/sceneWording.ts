import { fixed, mmWords } from '../words';
import type { Finding, FlareFinding, InFrameFinding, LevelFinding, ObstacleFinding, StretchFinding } from './finding';

type SceneFinding = Extract<Finding, { kind: 'inFrame' | 'level' | 'obstacle' | 'stretch' | 'flare' }>;

/** A finding about the scene as one sentence with its margin. */
export function sceneSentence(finding: SceneFinding): string {
  switch (finding.kind) {
    case 'inFrame':
      return inFrameSentence(finding);
    case 'level':
      return levelSentence(finding);
    case 'obstacle':
      return obstacleSentence(finding);
    case 'stretch':
      return stretchSentence(finding);
    case 'flare':
      return flareSentence(finding);
  }
}

/** What stands behind it; `null` when nothing more is to be said. */
export function sceneNote(finding: SceneFinding): string | null {
  if (finding.kind === 'level') return levelNote(finding);
  if (finding.kind === 'stretch')
    return 'Anything round is drawn 1/cos of its angle off the straight; turning toward it and shifting back lessens it.';
  if (finding.kind === 'flare' && finding.flare.inPicture)
    return 'Never look at the sun through a lens or a loupe, and do not leave it on the sensor.';
  return null;
}

/** A failure is never worded as nothing: what rounds to 0.0 is said to be less than a tenth. */
export function lackWords(marginMm: number): string {
  const lack = Math.abs(marginMm);
  return lack < 0.05 ? 'less than 0.1 mm' : mmWords(lack);
}

function inFrameSentence({ spareMm, edge, state }: InFrameFinding): string {
  if (spareMm === null) return 'Part of the subject lies behind the camera.';
  if (state === 'fails') return `The subject goes ${lackWords(spareMm)} beyond the ${edge} edge of the frame.`;
  return `The whole subject is in the frame, ${state === 'tight' ? 'only ' : ''}${mmWords(spareMm)} from the ${edge} edge.`;
}

function levelSentence({ level, worse, state, spareDeg }: LevelFinding): string {
  const of = worse === 'pitch' ? level.pitchDeg : level.rollDeg;
  const allowed = worse === 'pitch' ? level.pitchAllowedDeg : level.rollAllowedDeg;
  const back = worse === 'pitch' ? `pitched ${of > 0 ? 'up' : 'down'}` : `rolled ${of > 0 ? 'clockwise' : 'anticlockwise'}`;
  const wanted = worse === 'pitch' && level.wantedDeg !== 0 ? ` beyond the ${fixed(Math.abs(level.wantedDeg), 1)}° wanted` : '';
  const by = fixed(Math.abs(of), Math.abs(of) < 1 ? 2 : 1);
  if (state === 'fails') return `The back is ${back} by ${by}°${wanted}, ${fixed(-spareDeg, 2)}° more than passes unseen.`;
  const what =
    level.asks === 'horizon'
      ? 'The horizon'
      : level.wantedDeg !== 0
        ? `Uprights converge as wanted, by ${fixed(Math.abs(level.wantedDeg), 1)}° of pitch; level`
        : 'Uprights and level lines';
  return `${what} ${level.asks === 'horizon' ? 'passes' : 'pass'} as true: within ${fixed(allowed, 2)}° of ${worse}, with ${state === 'tight' ? 'only ' : ''}${fixed(spareDeg, 2)}° to spare.`;
}

function levelNote({ level: { tolerance, hasPixels }, worse }: LevelFinding): string {
  const [px, mm] =
    worse === 'pitch' ? [tolerance.pitchTenthPx, tolerance.pitchTenthPrintMm] : [tolerance.rollTenthPx, tolerance.rollTenthPrintMm];
  const what = worse === 'pitch' ? 'parts the ends of the outer uprights' : 'lifts one end of the horizon over the other';
  return `A tenth of a degree ${what} by ${fixed(mm, 2)} mm on the print${hasPixels ? `, ${fixed(px, 1)} px in the file` : ''}.`;
}

function obstacleSentence({ spareM, state }: ObstacleFinding): string {
  if (state === 'fails') return `There is no room for the camera: it would stand ${fixed(-spareM, 1)} m behind the obstacle.`;
  return state === 'tight'
    ? `The camera stands only ${fixed(spareM, 1)} m before the obstacle; the legs of a tripod take about half a metre.`
    : `There is room for the camera, ${fixed(spareM, 1)} m before the obstacle.`;
}

function stretchSentence({ stretch, accepted, state }: StretchFinding): string {
  if (stretch === null) return 'What is watched for its stretch lies behind the camera.';
  const drawn = `A round thing there is drawn ${fixed(stretch, 2)} times as long as wide`;
  if (state === 'fails') return `${drawn}; ${fixed(accepted, 2)} is accepted.`;
  return `${drawn}, ${state === 'tight' ? 'just ' : ''}within the ${fixed(accepted, 2)} accepted.`;
}

function flareSentence({ flare, state }: FlareFinding): string {
  const { angleDeg, circleDeg } = flare;
  if (flare.inPicture) return 'The light source is in the picture itself: nothing shades it.';
  if (flare.shaded) return 'The light source beside the picture is shaded.';
  if (circleDeg === null) return 'Whether the light source beside the picture shines into the circle is not known.';
  if (state === 'fails')
    return `A light source outside the picture shines into the circle, ${fixed(circleDeg - angleDeg, 1)}° inside its edge: the light goes about in the camera.`;
  return `The light source stands ${state === 'tight' ? 'only ' : ''}${fixed(angleDeg - circleDeg, 1)}° outside the circle.`;
}
