import { requireFinite, requirePositive } from '../errors';

/** A lens held by hand in front of an open body. */
export interface FreeLens {
  /** How far out the lens stands against its infinity, mm; negative focuses nowhere. */
  readonly extensionMm: number;
  /** Room that a register longer than the body's leaves to tilt in, mm. */
  readonly slackMm: number;
  /** What is in focus, m; `null` nowhere, or at infinity when the extension is 0. */
  readonly distanceM: number | null;
}

/** A lens set at infinity held a gap in front of the body's flange (mm): x = body register + gap − lens register, u = f + f²/x. Source: Newton's form of the lens equation. */
export function freeLens(focalMm: number, lensRegisterMm: number, bodyRegisterMm: number, gapMm: number): FreeLens {
  requirePositive('focalMm', focalMm);
  requirePositive('lensRegisterMm', lensRegisterMm);
  requirePositive('bodyRegisterMm', bodyRegisterMm);
  requireFinite('gapMm', gapMm);
  const extensionMm = bodyRegisterMm + gapMm - lensRegisterMm;
  return {
    extensionMm,
    slackMm: lensRegisterMm - bodyRegisterMm,
    distanceM: extensionMm > 0 ? (focalMm + (focalMm * focalMm) / extensionMm) / 1000 : null,
  };
}
