interface LimitByRaysInput {
  /** The blur by rays at a place up or right of the axis, mm. */
  readonly blurAtPlace: (u: number) => number;
  readonly cocMm: number;
  /** Where it is in focus, and where the formula puts the limit, m. */
  readonly inFocusM: number;
  readonly nearlyM: number;
}

/** The limit is found to this share of the stretch to it. */
const LIMIT_SHARE = 1e-9;

/**
 * From what is in focus toward a limit that the formula gives, where the blur by rays is as
 * wide as is sharp enough, m. Between a place inside and one outside the next one tried is
 * where a straight line through both blurs meets it, with the weight of an end that
 * stays halved (Dowell and Jarratt, “A Modified Regula Falsi Method”, BIT 11, 1971).
 */
export function limitByRays({ blurAtPlace, cocMm, inFocusM, nearlyM }: LimitByRaysInput): number {
  let [inside, outside] = [inFocusM, nearlyM];
  let [under, over] = [-cocMm, blurAtPlace(outside) - cocMm];
  // The formula may fall short of the limit: out until it is passed.
  for (let i = 0; i < 12 && over <= 0; i++) {
    [inside, under] = [outside, over];
    outside = inFocusM + (outside - inFocusM) * 1.3;
    over = blurAtPlace(outside) - cocMm;
  }
  const enough = LIMIT_SHARE * Math.abs(outside - inFocusM);
  let last = 0;
  for (let i = 0; i < 60 && Math.abs(outside - inside) > enough; i++) {
    const share = Number.isFinite(over) && over > under ? -under / (over - under) : 0.5;
    // No nearer to either end than is of account: where the limit is met exactly the other end would not come closer.
    const least = Math.min(0.5, enough / 2 / Math.abs(outside - inside));
    const u = inside + (outside - inside) * Math.min(1 - least, Math.max(least, share));
    const blur = blurAtPlace(u) - cocMm;
    if (blur > 0) {
      [outside, over] = [u, blur];
      if (last > 0) under /= 2;
    } else {
      [inside, under] = [u, blur];
      if (last < 0) over /= 2;
    }
    last = blur > 0 ? 1 : -1;
  }
  return inside;
}
