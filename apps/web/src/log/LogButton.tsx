import { logText } from '@gangway/messages/web/log';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { CircleDot } from 'lucide-react';
import { useParams } from 'react-router';
import { api, errorSentence } from '../store/api';
import { changeLog } from '../store/logWrites';
import { Button } from '../ui/Button';
import { useToast } from '../ui/Notes';
import { nextShot, placeWords } from './logging';

/** One touch logs the next shot of the setup as it is set now; it can be taken back. */
export function LogButton({ geometry, name }: { readonly geometry: Geometry; readonly name: string }) {
  const { jobId = '', setupId = '' } = useParams();
  const { data: log, error } = api.useLogQuery(jobId);
  const tell = useToast();
  const logged = log?.shots.filter((shot) => shot.setupId === setupId).length ?? 0;
  const words = placeWords(geometry, logged);
  const touch = async () => {
    if (!log) return;
    const shot = nextShot(geometry, { id: setupId, name }, log.shots, new Date());
    await changeLog(jobId, [shot], []);
    tell(
      say(logText.shotIsLogged, {
        logged: logged + 1,
        words: words === '' ? '' : `: ${words}`,
        filmFrame: shot.filmFrame === null ? '' : say(logText.frame, { holder: shot.holder, filmFrame: shot.filmFrame }),
      }),
      () => void changeLog(jobId, [], [shot.id]),
    );
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button look="main" disabled={!log} onClick={() => void touch()} className="max-sm:min-h-11 max-sm:px-4">
        <CircleDot size={16} aria-hidden /> {logText.logAShot}
      </Button>
      <span className="text-sm text-ink-soft">
        {error && !log
          ? errorSentence(error)
          : say(logText.loggedHere, { logged, words: words === '' ? '' : say(logText.next, { words }) })}
      </span>
    </div>
  );
}
