import { uiText } from '@gangway/messages/web/ui';
import { Button } from './Button';
import { StateMark } from './StateMark';

interface ErrorNoteProps {
  readonly words: string;
  readonly onRetry?: () => void;
}

/** Something could not be shown: why, and a way to try again. */
export function ErrorNote({ words, onRetry }: ErrorNoteProps) {
  return (
    <div role="alert" className="flex items-center gap-3 rounded-md border border-fails bg-sheet p-4">
      <StateMark state="unknown" />
      <p className="grow">{words}</p>
      {onRetry && <Button onClick={onRetry}>{uiText.tryAgain}</Button>}
    </div>
  );
}
