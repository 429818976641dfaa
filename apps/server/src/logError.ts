import { pino } from 'pino';

const PARAMETERS = /\nparams:[^\n]*(?:\n(?!\s+at )[^\n]*)*/gu;
/** Properties of a database error that contain data. */
const DATA = ['params', 'parameters', 'detail', 'where', 'internalQuery'] as const;

/**
 * An error as it stands in the log: what failed and where, without the values
 * that were written. They are the photographer's, and a log is sent around.
 */
export function logError(error: Error): object {
  const { message, stack, ...rest } = pino.stdSerializers.err(error);
  const kept = Object.fromEntries(
    Object.entries(rest)
      .filter(([key]) => !DATA.some((each) => each === key))
      .map(([key, value]: [string, unknown]) => [key, value instanceof Error ? logError(value) : value]),
  );
  return { ...kept, message: without(message), stack: without(stack) };
}

const without = (text: string): string => text.replaceAll(PARAMETERS, '\nparams: (left out)');
