import { firstText } from '@gangway/messages/web/first';
import { X } from 'lucide-react';
import { useState } from 'react';
import { FIRST_DONE } from '../store/firstSteps';
import { remember, remembered } from '../store/remembered';
import { IconButton } from '../ui/Button';
import { TextLink } from '../ui/TextButton';

/** The way to the first steps: as a note until they were taken or put off, then as a line. */
export function FirstStepsNote() {
  const [done, setDone] = useState(() => remembered(FIRST_DONE) !== null);
  if (done)
    return (
      <p className="mt-1 text-sm">
        <TextLink to="/first" className="inline-flex min-h-8 items-center">
          {firstText.title}
        </TextLink>
      </p>
    );
  return (
    <section aria-label={firstText.title} className="mt-4 rounded-md border border-accent p-3 text-sm">
      <div className="flex items-start justify-between gap-2">
        <h2 className="font-semibold">{firstText.newHere}</h2>
        <IconButton
          label={firstText.notNow}
          className="-mt-1.5 -mr-1.5"
          onClick={() => {
            remember(FIRST_DONE, 'later');
            setDone(true);
          }}
        >
          <X size={16} aria-hidden />
        </IconButton>
      </div>
      <p className="mb-2 text-ink-soft">{firstText.fourSteps}</p>
      <TextLink to="/first" className="inline-flex min-h-8 items-center font-medium">
        {firstText.begin}
      </TextLink>
    </section>
  );
}
