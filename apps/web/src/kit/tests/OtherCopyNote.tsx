import { localDay, writtenDay } from '@gangway/messages/date';
import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import type { LensTestSettings } from '@gangway/contract/lensTest';

/** That a test was taken by somebody else, of another copy of the lens. */
export function OtherCopyNote({ copy: { lens, begunAt } }: { readonly copy: NonNullable<LensTestSettings['otherCopy']> }) {
  return (
    <p className="mb-4 max-w-prose rounded-md bg-sunk px-3 py-2 text-sm">
      {say(testsText.otherCopy, { date: writtenDay(localDay(new Date(begunAt))), named: lens === null ? 'no' : 'yes', lens: lens ?? '' })}
    </p>
  );
}
