import { errorsText } from '@gangway/messages/core/errors';
import { say } from '@gangway/messages/say';

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
    throw new CoreError('not_a_number', [field], say(errorsText.isAFiniteNumberIs, { field, string: String(value) }));
  }
  return value;
}

/** Refuses anything but a finite number above zero; returns it. */
export function requirePositive(field: string, value: number): number {
  requireFinite(field, value);
  if (value <= 0) {
    throw new CoreError('not_positive', [field], say(errorsText.isItMustBeGreater, { field, value }));
  }
  return value;
}

/** Refuses anything but a finite number of at least zero; returns it. */
export function requireNotNegative(field: string, value: number): number {
  requireFinite(field, value);
  if (value < 0) {
    throw new CoreError('negative', [field], say(errorsText.isItMustBe0, { field, value }));
  }
  return value;
}
