import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useState } from 'react';
import { freeName } from '@gangway/contract/freeName';
import { lensTestFileSchema, settingsFromFile, type LensTestFile } from '@gangway/contract/lensTestFile';
import { issueSentence } from '@gangway/core/calculators/issues';
import { api, errorSentence } from '../../store/api';

/** A file with a test, or why it is none. */
export function readTestFile(text: string): LensTestFile | string {
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch {
    return testsText.notJson;
  }
  const parsed = lensTestFileSchema.safeParse(input);
  return parsed.success ? parsed.data : issueSentence(parsed.error, input, { name: testsText.theFile, input: lensTestFileSchema }).message;
}

/** Takes in somebody else’s test of another copy of a lens; tells what went wrong. */
export function useImportTest(taken: readonly string[], onImported: (id: string) => void) {
  const [begin] = api.useBeginLensTestMutation();
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (file: File, lensId: string): Promise<void> => {
    const read = readTestFile(await file.text());
    if (typeof read === 'string') {
      setTrouble(say(testsText.notATest, { name: file.name, reason: read }));
      return;
    }
    const name = freeName(say(testsText.copyName, { name: read.name }), taken);
    const { data, error } = await begin(settingsFromFile(read, { lensId, name }));
    setTrouble(error ? errorSentence(error) : null);
    if (data) onImported(data.id);
  };
  return { take, trouble };
}
