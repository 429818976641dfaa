import { listed } from '@gangway/messages/list';
import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { definitionCircle } from '../../coverage/circle';
import { diagonalMm, turned } from '../../coverage/frame';
import { limitAlong } from '../../coverage/shiftLimit';
import { apertureWords, capital, mmWords } from '../../words';
import { convertersOf, circleAsks, effectiveLens, rigCircles } from '../effectiveLens';
import { evidenceWords } from '../evidence';
import { frameOf } from '../frameOf';
import { notKnown, verdict, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

export function circleVerdict(parts: RigParts): Verdict {
  const frame = frameOf(parts);
  const lens = effectiveLens(parts);
  if (!frame.known || !lens.known)
    return notKnown('circle', verdictsText.whetherTheFrameIsInside, [...(frame.known ? [] : frame.asks), ...(lens.known ? [] : lens.asks)]);
  const figures = rigCircles(parts);
  const diagonal = diagonalMm(frame.value);
  const middle = middleAperture(lens.value.widestFNumber, lens.value.smallestFNumber);
  const sharp = definitionCircle(figures, middle);
  if (!sharp) return notKnown('circle', verdictsText.neitherTheImageCircleNor, circleAsks(parts).asks);
  const behind =
    convertersOf(parts).length > 0
      ? say(verdictsText.behind, {
          parts: listed(convertersOf(parts).map(({ name }) => name)),
        })
      : '';
  const note = evidenceWords(parts);
  if (figures.lightMm !== null && figures.lightMm < diagonal) {
    return verdict(
      'circle',
      'fails',
      say(verdictsText.theImageCircleIsThe, { behind, lightMm: mmWords(figures.lightMm), diagonal: mmWords(diagonal) }),
      note,
    );
  }
  const { widthMm, heightMm } = turned(frame.value, 'landscape');
  const rise = limitAlong({ widthMm, heightMm }, sharp.diameterMm, 0, 1);
  const shift = limitAlong({ widthMm, heightMm }, sharp.diameterMm, 1, 0);
  const circle = say(verdictsText.theSharpCircleAtIs, { behind, middle: apertureWords(middle), diameterMm: mmWords(sharp.diameterMm) });
  if (rise === null || shift === null)
    return verdict(
      'circle',
      'tight',
      say(verdictsText.theFrameAcrossItsCorners, { circle: capital(circle), diagonal: mmWords(diagonal) }),
      note,
    );
  return verdict(
    'circle',
    'passes',
    say(verdictsText.itLeavesOfRiseOr, { circle: capital(circle), rise: mmWords(rise), shift: mmWords(shift) }),
    note,
  );
}

/** The aperture at which circles are compared: f/8, or the nearest to it that the lens has. */
export function middleAperture(widest: number, smallest: number): number {
  return Math.min(smallest, Math.max(widest, 8));
}
