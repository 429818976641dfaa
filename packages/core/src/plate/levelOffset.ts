/** How far a photograph says that the camera was from level, degrees. */
export interface LevelReading {
  /** Upward, and clockwise as seen from behind. */
  readonly pitchDeg: number;
  readonly rollDeg: number;
  /** One standard deviation of both. */
  readonly uncertaintyDeg: number;
}

/** How a camera stands when its own level says level. */
export interface LevelOffset {
  /** Pitched up and rolled clockwise by so much, degrees. */
  readonly pitchDeg: number;
  readonly rollDeg: number;
  /** One standard deviation of both. */
  readonly doubtDeg: number;
  /** How far what was photographed leans away from the first position of the camera, and to its right, degrees. */
  readonly leansAwayDeg: number;
  readonly leansRightDeg: number;
}

/**
 * How far the level of a camera is off, from two photographs of the same
 * uprights, taken from opposite sides with the level at zero. What the uprights
 * themselves lean shows the other way round from the other side and cancels
 * out, as it does when a spirit level is turned end for end (common practice).
 *
 * @param first what the first photograph says
 * @param opposite what the one from the other side says
 *
 * @example
 * levelOffset({ pitchDeg: 0.5, rollDeg: 0.4, uncertaintyDeg: 0.03 }, { pitchDeg: 0.1, rollDeg: 0.2, uncertaintyDeg: 0.04 }).rollDeg // => 0.3
 */
export function levelOffset(first: LevelReading, opposite: LevelReading): LevelOffset {
  return {
    pitchDeg: (first.pitchDeg + opposite.pitchDeg) / 2,
    rollDeg: (first.rollDeg + opposite.rollDeg) / 2,
    doubtDeg: Math.hypot(first.uncertaintyDeg, opposite.uncertaintyDeg) / 2,
    // A camera that is level sees what leans away from it as if it were pitched up, and what leans to the right as if it were rolled the other way.
    leansAwayDeg: (first.pitchDeg - opposite.pitchDeg) / 2 + 0,
    leansRightDeg: (opposite.rollDeg - first.rollDeg) / 2 + 0,
  };
}
