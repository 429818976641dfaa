import { storeText } from '@gangway/messages/web/store';
import { say } from '@gangway/messages/say';

/** A refusal of the server as a sentence to show. */
export async function refusalSentence(answer: Response): Promise<string> {
  try {
    const body = (await answer.json()) as { error?: { message?: string } };
    return body.error?.message ?? say(storeText.theServerAnswered, { status: answer.status });
  } catch {
    return say(storeText.theServerAnswered, { status: answer.status });
  }
}

/** What came of files that were sent. */
export interface Sent {
  /** One sentence for each file that did not come in. */
  readonly refused: readonly string[];
  readonly cancelled: boolean;
}

/**
 * Sends files one after the other, in the order of their names.
 *
 * @param files the files
 * @param address where a file of a name goes
 * @param onFile hears which file is on its way
 * @param onAnswer hears of each that came in
 * @param signal ends it; what came in stays
 */
export async function sendFiles(
  files: readonly File[],
  {
    address,
    onFile,
    onAnswer,
    signal,
  }: {
    readonly address: (name: string) => string;
    readonly onFile: (name: string, index: number) => void;
    readonly onAnswer: (answer: unknown) => void;
    readonly signal: AbortSignal;
  },
): Promise<Sent> {
  const refused: string[] = [];
  const sorted = [...files].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
  for (const [i, file] of sorted.entries()) {
    onFile(file.name, i);
    try {
      const answer = await fetch(address(file.name), {
        method: 'POST',
        body: file,
        headers: { 'Content-Type': 'application/octet-stream' },
        signal,
      });
      if (answer.ok) onAnswer(await answer.json());
      else refused.push(await refusalSentence(answer));
    } catch {
      if (signal.aborted) return { refused: [...refused, say(storeText.cancelledOfCameIn, { i, length: sorted.length })], cancelled: true };
      refused.push(say(storeText.couldNotBeSentThe, { name: file.name }));
    }
  }
  return { refused, cancelled: false };
}
