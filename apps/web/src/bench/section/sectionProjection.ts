import type { SectionPoint } from '@gangway/core/planning/section';

/** How metres of a section are put on the sheet. */
export interface Projection {
  readonly kind: 'scale' | 'log';
  readonly to: (point: SectionPoint) => SectionPoint;
  readonly from: (px: SectionPoint) => SectionPoint;
  /** Metres to a pixel at the lens. */
  readonly metresPerPx: number;
}

/** To scale: ahead is right, across is up; `centre` of the section lies in the middle of the sheet. */
export function toScale(width: number, height: number, [cz, cu]: SectionPoint, metresPerPx: number): Projection {
  return {
    kind: 'scale',
    metresPerPx,
    to: ([z, u]) => [width / 2 + (z - cz) / metresPerPx, height / 2 - (u - cu) / metresPerPx],
    from: ([x, y]) => [cz + (x - width / 2) * metresPerPx, cu - (y - height / 2) * metresPerPx],
  };
}

/** Nearer than this everything is drawn evenly, m: the standards of the camera. */
const EVEN_M = 0.05;

/**
 * With the logarithm of the distance from the lens, every direction kept: what
 * lies on one ray through the lens stays on it, planes bend. `farM` is at the
 * right edge, the lens at a fixed share of the width.
 */
export function logarithmic(width: number, height: number, farM: number): Projection {
  const [x0, y0] = [width * 0.2, height * 0.45];
  const perDecade = (width * 0.76) / Math.log1p(farM / EVEN_M);
  return {
    kind: 'log',
    metresPerPx: EVEN_M / perDecade,
    to: ([z, u]) => {
      const r = Math.hypot(z, u);
      if (r === 0) return [x0, y0];
      const drawn = perDecade * Math.log1p(r / EVEN_M);
      return [x0 + (drawn * z) / r, y0 - (drawn * u) / r];
    },
    from: ([x, y]) => {
      const [dx, dy] = [x - x0, y0 - y];
      const drawn = Math.hypot(dx, dy);
      if (drawn === 0) return [0, 0];
      const r = EVEN_M * Math.expm1(drawn / perDecade);
      return [(r * dx) / drawn, (r * dy) / drawn];
    },
  };
}

/** The frame of a drawing to scale that holds the lens, its back and everything up to a distance, m. */
export function fitted(
  { width, height }: { readonly width: number; readonly height: number },
  farM: number,
  [lowM, highM]: readonly [number, number],
): { readonly centre: SectionPoint; readonly metresPerPx: number } {
  const [near, far] = [-farM * 0.08, farM * 1.06];
  const tall = Math.max(highM - lowM, farM * 0.25) * 1.2;
  return { centre: [(near + far) / 2, (lowM + highM) / 2], metresPerPx: Math.max((far - near) / width, tall / height) };
}
