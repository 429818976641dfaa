import { CoreError, requirePositive } from '../errors';

/** How thick an adapter must be, mm: register of the lens less that of the body. Throws `register_too_short` when there is no room. */
export function adapterThicknessMm(lensRegisterMm: number, bodyRegisterMm: number): number {
  requirePositive('lensRegisterMm', lensRegisterMm);
  requirePositive('bodyRegisterMm', bodyRegisterMm);
  const thickness = lensRegisterMm - bodyRegisterMm;
  if (thickness < 0) {
    throw new CoreError(
      'register_too_short',
      ['lensRegisterMm'],
      `lensRegisterMm is ${lensRegisterMm}; it must be at least the body's, ${bodyRegisterMm}, or the lens cannot reach infinity.`,
    );
  }
  return thickness;
}

/** A lens behind which a reducer (factor below 1) or converter (above 1) sits: focal length, f-number, circle and the shift on the sensor all take the factor. */
export function throughConverter(
  factor: number,
  lens: { readonly focalMm: number; readonly fNumber: number; readonly circleMm: number; readonly shiftMm: number },
): { readonly focalMm: number; readonly fNumber: number; readonly circleMm: number; readonly shiftMm: number } {
  const k = requirePositive('factor', factor);
  return { focalMm: lens.focalMm * k, fNumber: lens.fNumber * k, circleMm: lens.circleMm * k, shiftMm: lens.shiftMm * k };
}
