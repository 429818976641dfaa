import { streamsText } from '@gangway/messages/cli/streams';
import { say } from '@gangway/messages/say';

/** Prints text that ends in a line; answers the exit code for *done*. */
export function print(text: string): number {
  process.stdout.write(text.endsWith('\n') ? text : `${text}\n`);
  return 0;
}

/** Prints an error as JSON on the error stream; answers the exit code. */
export function refuse(error: unknown, code: 1 | 2): number {
  process.stderr.write(`${JSON.stringify({ error })}\n`);
  return code;
}

export function notJson(error: unknown) {
  return {
    code: 'not_json',
    path: [],
    message: say(streamsText.theInputIsNotJson, { error: error instanceof Error ? error.message : String(error) }),
  };
}

export async function readStdin(): Promise<string> {
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString('utf8');
}

/** A pipe may be slower than we are: what is printed must be taken before the process ends. */
export function write(text: string): Promise<void> {
  return new Promise((resolve, reject) => process.stdout.write(`${text}\n`, (error) => (error ? reject(error) : resolve())));
}
