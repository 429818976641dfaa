import { fixed, metresWords, mmWords } from '../words';
import type { Finding, OverlapFinding, ParallaxFinding, RoomFinding, SeamFinding } from './finding';

type MosaicFinding = OverlapFinding | ParallaxFinding | SeamFinding | RoomFinding;

/** Whether a finding is about a mosaic alone. */
export function isMosaicFinding(finding: Finding): finding is MosaicFinding {
  return ['overlap', 'parallax', 'seam', 'room'].includes(finding.kind);
}

/** A finding about a mosaic as one sentence with its margin. */
export function mosaicSentence(finding: MosaicFinding): string {
  switch (finding.kind) {
    case 'overlap':
      return overlapSentence(finding);
    case 'parallax':
      return parallaxSentence(finding);
    case 'seam':
      return seamSentence(finding);
    case 'room':
      return roomSentence(finding);
  }
}

/** What stands behind it, or what to do; `null` when nothing more is to be said. */
export function mosaicNote(finding: MosaicFinding): string | null {
  switch (finding.kind) {
    case 'overlap':
      return null;
    case 'parallax':
      if (finding.state === 'unknown') return 'Say how near the nearest thing in the overlaps is, in the step Stitch.';
      if (finding.mover === 'back')
        return 'The tripod has to hold the lens: by the foot of the adapter, or by a collar. Check that the back clears the head below.';
      if (finding.mover === 'counter') return 'The slides in the list say how far; it takes a rail under the camera.';
      return finding.parallax?.nearestM != null && finding.state === 'fails'
        ? `Nothing in the overlaps may be nearer than ${metresWords(finding.parallax.nearestM)}.`
        : null;
    case 'seam':
      return finding.state === 'fails'
        ? 'Or shoot that pair twice and mask it, or expose so long that what moves becomes a smooth streak. A slow read-out bends what moves; a leaf shutter does not.'
        : null;
    case 'room':
      return finding.state === 'unknown'
        ? `Say ${finding.film ? 'how many frames of film are left' : 'what is free on the card'}, in the step Stitch.`
        : null;
  }
}

const percent = (share: number): string => `${fixed(share * 100, share < 0.1 ? 1 : 0)} %`;

function overlapSentence({ state, holes, pieces, ragged, asked, overlap, between, fixed: byPlate }: OverlapFinding): string {
  if (pieces > 1) return `The mosaic falls into ${pieces} pieces: between them nothing is photographed.`;
  if (holes > 0) return `The mosaic has ${holes === 1 ? 'a hole' : `${holes} holes`} in it.`;
  const pair = between ? `Frames ${between[0]} and ${between[1]}` : 'Two neighbours';
  if (byPlate) return `The quarter turns join without a gap; ${pair.toLowerCase()} overlap by ${percent(overlap)}.`;
  if (state === 'fails') return `${pair} overlap by ${percent(overlap)} only as they are set, ${percent(asked - overlap)} too little.`;
  if (ragged)
    return `The frames hang together without a hole, but their outline is no rectangle: ${fixed(ragged.widthMm, 1)} × ${fixed(ragged.heightMm, 1)} mm of it are whole. The least overlap as they are set is ${percent(overlap)}, with ${percent(asked)} asked.`;
  return `All frames join without a gap; the least overlap as they are set is ${percent(overlap)}, with ${percent(asked)} asked.`;
}

function parallaxSentence({ state, mover, accepted, parallax, film }: ParallaxFinding): string {
  if (parallax === null) return 'Whether near and far part in the overlaps is not known: the lens moves from frame to frame.';
  if (mover !== 'lens')
    return `The lens stands still${mover === 'counter' ? ', since the camera is slid the other way' : ''}: near and far stay together in every overlap.`;
  if (parallax.between === null) return 'The lens stands still from frame to frame: near and far stay together in every overlap.';
  const unit = film ? ' px of 5 µm' : ' px';
  const [a, b] = parallax.between;
  const part = (by: string) =>
    `Near and far part by ${by}${fixed(parallax.px, parallax.px < 10 ? 2 : 0)}${unit} between frames ${a} and ${b}, where the lens goes ${mmWords(parallax.wayMm)}`;
  return state === 'fails'
    ? `${part('')}: more than the ${fixed(accepted, 1)} px that pass.`
    : `${part('at most ')}; ${fixed(accepted, 1)} px pass.`;
}

function seamSentence({ state, zone, zones }: SeamFinding): string {
  if (zone.within !== null)
    return `${zones === 1 ? `“${zone.zone}” lies` : `All ${zones} zones in which something moves lie`} within one frame: no seam has to cross it.`;
  if (zone.between === null) return `“${zone.zone}” is crossed by no seam.`;
  const goes = `goes ${fixed(zone.px, zone.px < 10 ? 1 : 0)} px between frames ${zone.between[0]} and ${zone.between[1]}`;
  return state === 'fails'
    ? `A seam crosses “${zone.zone}”, and what moves there ${goes}.`
    : `A seam crosses “${zone.zone}”, but what moves there ${goes}.`;
}

function roomSentence({ state, takes, gb, free, film }: RoomFinding): string {
  const needs = film
    ? `${takes} ${takes === 1 ? 'frame' : 'frames'} of film`
    : `${takes} ${takes === 1 ? 'take' : 'takes'}, about ${fixed(gb ?? 0, (gb ?? 0) < 10 ? 1 : 0)} GB`;
  if (free === null) return `Whether there is room for ${needs}, is not known.`;
  const has = film ? `${free} frames are left` : `${fixed(free, free < 10 ? 1 : 0)} GB are free`;
  return state === 'fails' ? `It takes ${needs}, and only ${has}.` : `It takes ${needs}; ${has}.`;
}
