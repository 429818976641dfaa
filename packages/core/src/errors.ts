/**
 * A refusal by the core: what was asked for cannot be. `code` is stable and
 * machine readable, `path` names the field as in the input, and the message is
 * a whole sentence that names field, value and what is allowed.
 */
export class CoreError extends Error {
  readonly code: string;
  readonly path: readonly (string | number)[];

  constructor(code: string, path: readonly (string | number)[], message: string) {
    super(message);
    this.name = 'CoreError';
    this.code = code;
    this.path = path;
  }
}

/** Refuses anything but a finite number; returns it. */
export function requireFinite(field: string, value: number): number {
  if (!Number.isFinite(value)) {
    throw new CoreError('not_a_number', [field], `${field} is ${String(value)}; a finite number is needed.`);
  }
  return value;
}

/** Refuses anything but a finite number above zero; returns it. */
export function requirePositive(field: string, value: number): number {
  requireFinite(field, value);
  if (value <= 0) {
    throw new CoreError('not_positive', [field], `${field} is ${value}; it must be greater than 0.`);
  }
  return value;
}

/** Refuses anything but a finite number of at least zero; returns it. */
export function requireNotNegative(field: string, value: number): number {
  requireFinite(field, value);
  if (value < 0) {
    throw new CoreError('negative', [field], `${field} is ${value}; it must be 0 or more.`);
  }
  return value;
}
