/** What a slide moves: the lens before a standing camera, or the back behind a standing lens. */
export type SlideMoves = 'lens' | 'back';

/**
 * How far apart a step of the slide puts two pictures on the frame, mm: s when
 * the back moves, s(1 + m) when the lens moves, because the lens then also
 * looks from another place. Source: central projection from two places, for
 * what is in focus.
 *
 * @param stepMm step of the slide, mm
 * @param magnification magnification of what is in focus
 * @param moves what the slide moves
 *
 * @example
 * apartForStep(20, 0.25, 'lens') // => 25
 */
export function apartForStep(stepMm: number, magnification: number, moves: SlideMoves): number {
  return moves === 'lens' ? stepMm * (1 + magnification) : stepMm;
}

/**
 * The step of the slide that puts two pictures so far apart, mm: the inverse of `apartForStep`.
 *
 * @param apartMm how far apart the pictures are, mm
 * @param magnification magnification of what is in focus
 * @param moves what the slide moves
 *
 * @example
 * stepForApart(25, 0.25, 'lens') // => 20
 */
export function stepForApart(apartMm: number, magnification: number, moves: SlideMoves): number {
  return moves === 'lens' ? apartMm / (1 + magnification) : apartMm;
}

/**
 * The share of a frame that the next one repeats; below zero for a gap.
 *
 * @param apartMm how far apart the pictures are, mm
 * @param sideMm side of the frame along the step, mm
 *
 * @example
 * overlapAt(27, 36) // => 0.25
 */
export function overlapAt(apartMm: number, sideMm: number): number {
  return 1 - apartMm / sideMm;
}
