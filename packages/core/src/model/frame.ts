/** The picture area of a sensor or film as its maker gives it, mm. */
export interface FrameSize {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Which side of the frame lies level: landscape has the longer one level. */
export type Orientation = 'landscape' | 'portrait';
