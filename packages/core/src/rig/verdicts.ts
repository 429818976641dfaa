import { diagonalMm } from '../coverage/frame';
import { definitionCircle } from '../coverage/circle';
import { limitAlong } from '../coverage/shiftLimit';
import { turned } from '../coverage/frame';
import type { Evidence } from '../kit/figure';
import { mechanismWords } from '../stand/reading';
import { apertureWords, fixed, magnificationWords, metresWords, mmWords } from '../words';
import { both, need } from './ask';
import { circleAsks, convertersOf, effectiveLens, rigCircles, rigDefinition, rigLightCircle } from './effectiveLens';
import { flanges, FLANGE_TOLERANCE_MM, type Flanges } from './flanges';
import { jointsOf } from './joints';
import { movesOf, reachMm, type Tilter } from './moves';
import { between, partsInOrder, type RigParts } from './parts';
import { focusReach, nearReach, standards } from './reach';
import { clearingThread, farthestCorner, fieldOf, frameOf, frontStack, stackLimit, stackShade, throatVerdict } from './shading';
import { notKnown, verdict, worstFirst, type Verdict } from './verdict';

/** All verdicts on a rig, worst first. Every one was computed; what cannot be is *not known* and says what it needs. */
export function verdictsOf(parts: RigParts): readonly Verdict[] {
  return worstFirst(
    [
      figuresVerdict(parts),
      fitVerdict(parts),
      parts.kind === 'mounted' ? thicknessVerdict(parts) : null,
      infinityVerdict(parts),
      nearestVerdict(parts),
      circleVerdict(parts),
      movementsVerdict(parts),
      throatWords(parts),
      frontVerdict(parts),
      recordingVerdict(parts),
    ].filter((each) => each !== null),
  );
}

/** Only when something is missing without which the bench cannot work at all. */
function figuresVerdict(parts: RigParts): Verdict | null {
  const all = both(effectiveLens(parts), frameOf(parts));
  return all.known ? null : notKnown('figures', 'The bench needs focal length, apertures and frame size before a stand can use this rig.', all.asks);
}

function fitVerdict(parts: RigParts): Verdict {
  const chain = partsInOrder(parts);
  // A lens held by hand touches nothing.
  const joints = jointsOf(parts.kind === 'held' ? chain.slice(1) : chain);
  const bad = joints.filter(({ fits }) => fits === false);
  if (bad.length > 0) return verdict('fit', 'fails', bad.map(({ reason }) => reason).join(' '));
  const wanted = attachmentWanted(parts);
  if (wanted !== null) return verdict('fit', 'fails', wanted);
  const asks = joints.flatMap((joint) => joint.asks);
  if (asks.length > 0) return notKnown('fit', 'Whether everything fits together is not known.', asks);
  const joint = joints.length === 1 ? 'joint fits' : 'joints fit';
  return verdict('fit', 'holds', parts.kind === 'held' ? 'The lens is held by hand and touches nothing.' : `All ${joints.length} ${joint}.`);
}

/** Why a lens cannot be used in this kind of rig; `null` when it can or it is not known how it sits. */
export function attachmentWanted(parts: RigParts): string | null {
  const { attachment } = parts.lens.figures;
  if (attachment === null) return null;
  if (parts.kind === 'fixed') {
    if (attachment !== 'fixed') return `${parts.lens.name} is not fixed in a body.`;
    return parts.back.figures.ownLens === false ? `${parts.back.name} has no lens of its own.` : null;
  }
  if (attachment === 'fixed') return `${parts.lens.name} is fixed in its body and cannot be used elsewhere.`;
  if (parts.kind !== 'view' && attachment === 'board') return `${parts.lens.name} sits on a board: it needs a view camera or rail.`;
  return null;
}

function thicknessVerdict(parts: Extract<RigParts, { kind: 'mounted' }>): Verdict {
  const stretches = flanges(parts);
  if (!stretches.known) return notKnown('thickness', 'Whether an adapter is possible is not known.', stretches.asks);
  const worst = stretches.value.reduce((a, b) => (Math.abs(b.excessMm) > Math.abs(a.excessMm) ? b : a));
  if (stretches.value.some(({ neededMm }) => neededMm < -FLANGE_TOLERANCE_MM)) {
    const short = Math.min(...stretches.value.map(({ neededMm }) => neededMm));
    return verdict('thickness', 'fails', `The lens would have to sit ${mmWords(-short)} inside the body: its register is shorter, and no adapter can be that thin.`, 'A body or camera with a shorter register would do.');
  }
  if (worst.excessMm > FLANGE_TOLERANCE_MM) return verdict('thickness', 'fails', tooThick(worst), 'No spacer cures it: a thinner adapter or a body with a shorter register does.');
  if (worst.excessMm < -FLANGE_TOLERANCE_MM) {
    return verdict('thickness', 'tight', `${tooThin(worst)} Infinity lies inside the focus scale.`, `A spacer of ${mmWords(-worst.excessMm)} puts the scale right.`);
  }
  const total = stretches.value.reduce((sum, { haveMm }) => sum + haveMm, 0);
  return verdict('thickness', 'holds', total === 0 ? 'The registers agree; nothing stands between the flanges.' : `${fixed(total, 1)} mm between the flanges, just what the registers need.`);
}

/** "Needs 26.5 mm between flanges; this mechanism is 32.0 mm thick." */
export function tooThick({ neededMm, haveMm, adapters }: Flanges): string {
  const what = adapters.length === 1 && adapters[0] ? adapters[0].name : `${adapters.length} adapters together`;
  const thing = adapters.length === 1 ? 'is' : 'are';
  return `Needs ${fixed(Math.max(0, neededMm), 1)} mm between flanges; ${what} ${thing} ${fixed(haveMm, 1)} mm thick.`;
}

function tooThin({ neededMm, haveMm, adapters }: Flanges): string {
  if (adapters.length === 0) return `The registers differ by ${mmWords(neededMm)} and nothing stands between.`;
  return `Needs ${fixed(neededMm, 1)} mm between flanges; there are only ${fixed(haveMm, 1)} mm.`;
}

function infinityVerdict(parts: RigParts): Verdict {
  const reach = focusReach(parts);
  if (!reach.known) return notKnown('infinity', 'Whether infinity is reached is not known.', reach.asks);
  const { infinity, focuses, farthestM, excessMm } = reach.value;
  if (parts.kind === 'view') {
    const all = standards(parts);
    if (all.known) {
      const { atInfinityMm, minMm, maxMm } = all.value;
      const apart = `Infinity needs the standards ${mmWords(atInfinityMm)} apart`;
      if (!focuses) return verdict('infinity', 'fails', `${apart}; the bellows end at ${mmWords(maxMm)}, so nothing can be focused.`, `A board raised by at least ${mmWords(atInfinityMm - maxMm)} more would reach infinity.`);
      if (!infinity) {
        return verdict('infinity', 'fails', `${apart}; the bellows close only to ${mmWords(minMm)}, so nothing beyond ${metresWords(farthestM)} is sharp.`, `A board recessed by at least ${mmWords(excessMm)} more would reach infinity.`);
      }
      const spare = Math.min(atInfinityMm - minMm, maxMm - atInfinityMm);
      return verdict('infinity', spare < 2 ? 'tight' : 'holds', `${apart}, ${mmWords(spare)} from the end of the bellows.`);
    }
  }
  if (parts.kind === 'held') {
    if (excessMm > 0) return verdict('infinity', 'fails', `The lens stands ${mmWords(excessMm)} too far out even against the body: nothing beyond ${metresWords(farthestM)} is sharp.`);
    return verdict('infinity', 'holds', `Infinity is sharp with the lens held ${mmWords(-excessMm)} before the body; within that it can be tilted.`);
  }
  if (parts.kind === 'fixed') return verdict('infinity', 'holds', 'The lens is fixed in its body, which focuses it by its own scale.');
  if (!infinity) return verdict('infinity', 'fails', `The lens stands ${mmWords(excessMm)} too far out: nothing beyond ${metresWords(farthestM)} is sharp.`);
  return verdict('infinity', 'holds', 'Infinity is reached.');
}

function nearestVerdict(parts: RigParts): Verdict {
  const near = nearReach(parts);
  if (!near.known) return notKnown('nearest', 'The nearest focus is not known.', near.asks);
  const { magnification, distanceM, basis } = near.value;
  if (magnification <= 0) return verdict('nearest', 'fails', 'Nothing nearer than infinity can be focused.');
  const words = `Focuses down to ${metresWords(distanceM)} from the lens, ${magnificationWords(magnification)}.`;
  const note = {
    figures: null,
    'focus scale': 'From the nearest mark alone, taking the lens to focus by moving out as a whole.',
    bellows: 'At the longest bellows.',
    'by hand': 'With the lens held 10 mm beyond its infinity.',
  }[basis];
  return verdict('nearest', 'holds', words, note);
}

function circleVerdict(parts: RigParts): Verdict {
  const frame = frameOf(parts);
  const lens = effectiveLens(parts);
  if (!frame.known || !lens.known) return notKnown('circle', 'Whether the frame is inside the circle is not known.', [...(frame.known ? [] : frame.asks), ...(lens.known ? [] : lens.asks)]);
  const figures = rigCircles(parts);
  const diagonal = diagonalMm(frame.value);
  const middle = middleAperture(lens.value.widestFNumber, lens.value.smallestFNumber);
  const sharp = definitionCircle(figures, middle);
  if (!sharp) return notKnown('circle', 'Neither the light circle nor a circle of good definition is known.', circleAsks(parts).asks);
  const behind = convertersOf(parts).length > 0 ? ` behind ${convertersOf(parts).map(({ name }) => name).join(' and ')}` : '';
  const note = evidenceWords(parts);
  if (figures.lightMm !== null && figures.lightMm < diagonal) {
    return verdict('circle', 'fails', `The light circle${behind} is ${mmWords(figures.lightMm)}, the frame ${mmWords(diagonal)} across: the corners are dark.`, note);
  }
  const { widthMm, heightMm } = turned(frame.value, 'landscape');
  const rise = limitAlong({ widthMm, heightMm }, sharp.diameterMm, 0, 1);
  const shift = limitAlong({ widthMm, heightMm }, sharp.diameterMm, 1, 0);
  const circle = `the sharp circle${behind} at ${apertureWords(middle)} is ${mmWords(sharp.diameterMm)}`;
  if (rise === null || shift === null) return verdict('circle', 'tight', `${capital(circle)}, the frame ${mmWords(diagonal)} across: its corners are lit but not sharp.`, note);
  return verdict('circle', 'holds', `${capital(circle)}: it leaves ${mmWords(rise)} of rise or ${mmWords(shift)} of shift in landscape.`, note);
}

/** The aperture at which circles are compared: f/8, or the nearest to it that the lens has. */
export function middleAperture(widest: number, smallest: number): number {
  return Math.min(smallest, Math.max(widest, 8));
}

const WEIGHT: Readonly<Record<Evidence, string>> = { measured: 'measured', table: 'from the maker’s table', guessed: 'guessed' };

/** On what the circles of a rig rest, in words. */
export function evidenceWords(parts: RigParts): string {
  const light = rigLightCircle(parts);
  const rows = rigDefinition(parts);
  const said: string[] = [];
  if (light.known) {
    const { basis, evidence } = light.value;
    const from = basis === 'field angle' ? 'from the field angle' : basis === 'converter' ? 'what the converter passes' : evidence === null ? 'of unknown weight' : WEIGHT[evidence];
    said.push(`Light circle ${from}`);
  }
  if (rows.length === 0) said.push('no circle of good definition: 80 % of the light circle is assumed (common practice)');
  else said.push(`circles of good definition ${[...new Set(rows.map(({ evidence }) => WEIGHT[evidence]))].join(' and ')}`);
  return `${capital(said.join('; '))}.`;
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function movementsVerdict(parts: RigParts): Verdict {
  const { mechanism, tilters, leftOut, asks } = movesOf(parts);
  const known = tilters.filter(({ tiltDeg, swingDeg }) => tiltDeg !== null || swingDeg !== null);
  const words = [mechanismWords(mechanism), ...known.map(tiltWords), ...(parts.kind === 'held' ? ['The hand tilts it any way.'] : [])];
  const none = mechanism.kind === 'fixed' && tilters.length === 0;
  if (none) return verdict('movements', 'holds', 'This rig has no movements.');
  const clicks = [parts.lens, ...between(parts)].flatMap((part) => (part.kind !== 'converter' && part.figures.rotation === 'clicks' && part.figures.clicksDeg.length > 0 ? part.figures.clicksDeg : []));
  const note = [
    leftOut.length > 0 ? `Not counted: ${leftOut.join(', ')}, because unlike slides do not add up to one.` : '',
    clicks.length > 0 ? `The slide clicks at ${clicks.map((deg) => `${fixed(deg, 0)}°`).join(', ')}.` : '',
  ]
    .filter((part) => part !== '')
    .join(' ');
  if (asks.length > 0) return { ...notKnown('movements', words.join(' '), asks), note: note === '' ? null : note };
  return verdict('movements', 'holds', words.join(' '), note === '' ? null : note);
}

function tiltWords({ name, tiltDeg, swingDeg, oneWay, lock, pivotMm }: Tilter): string {
  const amount = [
    tiltDeg === null ? '' : `tilts to ${fixed(tiltDeg, 1)}°${oneWay ? ' one way' : ''}`,
    swingDeg === null ? '' : `swings to ${fixed(swingDeg, 1)}°`,
  ].filter((part) => part !== '');
  const how = { parallel: ', locked along the shift', crossed: ', locked across the shift', free: ', in any direction' };
  const pivot = pivotMm === null || pivotMm === 0 ? '' : `, about a pivot ${mmWords(Math.abs(pivotMm))} ${pivotMm > 0 ? 'behind' : 'before'} the lens centre`;
  return `${name} ${amount.join(' and ')}${lock === null ? '' : how[lock]}${pivot}.`;
}

function throatWords(parts: RigParts): Verdict | null {
  const found = throatVerdict(parts);
  if (found === null) return null;
  if (!found.known) return notKnown('throat', 'Whether the throat shades the corners is not known.', found.asks);
  const { shade, movementMm, clearToMm, pupilAssumed, name, notCounted } = found.value;
  const notes = [
    pupilAssumed ? 'The pupil ratio is not known and taken as 1; a retrofocus lens has more and is shaded less.' : '',
    notCounted.length > 0 ? `The clear opening of ${notCounted.join(' and ')} is not known and not counted.` : '',
  ].filter((part) => part !== '');
  const note = notes.length > 0 ? notes.join(' ') : null;
  const at = movementMm === 0 ? 'without movement' : `at ${mmWords(movementMm)} of movement`;
  if (shade === 'clear') return verdict('throat', 'holds', `${capital(name)} shades no corner ${at}, even wide open.`, note);
  const to = clearToMm === null ? 'even when centred' : `beyond ${mmWords(clearToMm)} of movement`;
  return verdict('throat', shade === 'cuts' ? 'fails' : 'tight', `Wide open, ${name} ${shade === 'cuts' ? 'cuts more than half the light of' : 'shades'} a corner ${at}; the shade begins ${to}.`, note);
}

function frontVerdict(parts: RigParts): Verdict | null {
  if (!parts.front.some(({ kind }) => kind !== 'ring')) return null;
  const stack = frontStack(parts);
  const frame = frameOf(parts);
  const lens = effectiveLens(parts);
  if (!stack.known || !frame.known || !lens.known) {
    return notKnown('front', 'Whether what is screwed on in front shades the corners is not known.', [...(stack.known ? [] : stack.asks), ...(frame.known ? [] : frame.asks), ...(lens.known ? [] : lens.asks)]);
  }
  const light = rigLightCircle(parts);
  const { mechanism, asks } = movesOf(parts);
  if (mechanism.kind === 'unknown') return notKnown('front', 'How far the corners go is not known, so neither is what shades them.', asks);
  const far = farthestCorner(frame.value, mechanism, light.known ? light.value.diameterMm : null);
  const fieldDeg = fieldOf(far.cornerMm, lens.value.focalMm);
  const { widestFNumber, smallestFNumber } = stack.value;
  const open = stackShade(stack.value, widestFNumber, fieldDeg);
  const closed = stackShade(stack.value, smallestFNumber, fieldDeg);
  const names = parts.front.filter(({ kind }) => kind !== 'ring').map(({ name }) => name).join(' and ');
  const at = far.movementMm === 0 ? '' : ` at ${mmWords(far.movementMm)} of movement`;
  if (open === 'clear') return verdict('front', 'holds', `${names} shades no corner${at} at any aperture.`);
  const thread = clearingThread(parts, stack.value, fieldDeg);
  const note = thread === null ? 'No standard thread clears it.' : `The smallest standard thread that clears it is ${fixed(thread, thread % 1 === 0 ? 0 : 1)} mm, on a step-up ring.`;
  const first = stackLimit(parts, stack.value, widestFNumber, 'shades');
  const from = first === null ? 'even without movement' : `beyond ${mmWords(first)} of movement`;
  if (closed === 'cuts') return verdict('front', 'fails', `${names} cuts more than half the light of the corners${at}; wide open the shade begins ${from}.`, note);
  return verdict('front', 'tight', `${names} ${closed === 'clear' ? `shades the corners${at} wide open and clears them stopped down` : `shades the corners${at}`}; wide open the shade begins ${from}.`, note);
}

function recordingVerdict(parts: RigParts): Verdict {
  if (parts.back.kind === 'film') return verdict('recording', 'tight', 'Film records nothing: the log must hold aperture, time, focus and movements of every take.');
  const unlinked = { held: 'The lens touches no contacts', view: 'A board carries no contacts' } as const;
  const log = 'the file will not know aperture and focal length, so the log must.';
  if (parts.kind === 'held' || parts.kind === 'view') return verdict('recording', 'tight', `${unlinked[parts.kind]}: ${log}`);
  const chain = parts.kind === 'fixed' ? [parts.back] : [parts.back, ...between(parts), parts.lens];
  const without = chain.find(({ figures }) => figures.contacts === false);
  if (without) return verdict('recording', 'tight', `${without.name} has no contacts: ${log}`);
  const asks = chain.flatMap((part) => {
    const contacts = need(part as RigParts['lens'], 'contacts');
    return contacts.known ? [] : contacts.asks;
  });
  if (asks.length > 0) return notKnown('recording', 'Whether the file will know aperture and focal length is not known.', asks);
  const moves = reachMm(movesOf(parts).mechanism) !== 0;
  return verdict('recording', 'holds', `The file will know aperture and focal length${moves ? '; shift and tilt it will not, so the log must' : ''}.`);
}
