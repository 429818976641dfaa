import { fixedNumber } from '@gangway/messages/number';
import { exposeText } from '@gangway/messages/web/bench/expose';
import { say } from '@gangway/messages/say';
import { useEffect, useRef, useState } from 'react';
import { timeWords } from '@gangway/core/exposure/shutter';
import type { BracketShot } from '@gangway/core/exposure/working';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Select';

/** From so long on a time is worth counting, s. */
const WORTH_S = 1;
const READY_S = 3;

type Phase =
  | { readonly kind: 'ready' }
  | { readonly kind: 'running'; readonly endsAt: number }
  | { readonly kind: 'paused'; readonly leftMs: number }
  | { readonly kind: 'done' };

/** A countdown for what is held open: three seconds to get ready, a tone at the begin, at each of the last five seconds and at the end; it can be paused with the cap on. */
export function Countdown({ shots }: { readonly shots: readonly BracketShot[] }) {
  const long = shots.map(({ shutterSpeedS }, i) => ({ shutterSpeedS, i })).filter(({ shutterSpeedS }) => shutterSpeedS >= WORTH_S);
  const [chosen, setChosen] = useState(0);
  const [sound, setSound] = useState(true);
  const [phase, setPhase] = useState<Phase>({ kind: 'ready' });
  const [now, setNow] = useState(() => performance.now());
  const audio = useRef<AudioContext | null>(null);
  const last = useRef<number | null>(null);
  const at = long[Math.min(chosen, long.length - 1)];
  const timeMs = (at?.shutterSpeedS ?? 0) * 1000;
  const leftMs = leftOf(phase, now, timeMs);
  const running = phase.kind === 'running';

  const tone = (hertz: number, seconds: number) => {
    if (!sound) return;
    audio.current ??= new AudioContext();
    const [oscillator, gain] = [audio.current.createOscillator(), audio.current.createGain()];
    oscillator.frequency.value = hertz;
    gain.gain.value = 0.15;
    oscillator.connect(gain).connect(audio.current.destination);
    oscillator.start();
    oscillator.stop(audio.current.currentTime + seconds);
  };
  const toneNow = useRef(tone);
  useEffect(() => {
    toneNow.current = tone;
  });

  const endsAt = phase.kind === 'running' ? phase.endsAt : null;
  useEffect(() => {
    if (endsAt === null) return;
    const tick = () => {
      const left = endsAt - performance.now();
      const second = Math.ceil(left / 1000);
      setNow(performance.now());
      if (second === last.current && left > 0) return;
      const before = last.current;
      last.current = second;
      if (left <= 0) {
        toneNow.current(880, 0.9);
        setPhase({ kind: 'done' });
      } else if (left > timeMs) toneNow.current(440, 0.08);
      else if (before !== null && before > timeMs / 1000) toneNow.current(660, 0.5);
      else if (second <= 5) toneNow.current(520, 0.08);
    };
    const timer = setInterval(tick, 100);
    return () => clearInterval(timer);
  }, [endsAt, timeMs]);

  useEffect(() => () => void audio.current?.close(), []);

  if (!at) return null;
  const start = () => {
    last.current = null;
    const begin = performance.now();
    setNow(begin);
    setPhase({ kind: 'running', endsAt: begin + timeMs + READY_S * 1000 });
  };
  const readying = running && leftMs > timeMs;
  return (
    <div>
      <h3 className="engraved mb-1">{exposeText.countdown}</h3>
      <div className="flex flex-wrap items-center gap-2">
        {long.length > 1 && (
          <Select
            aria-label={exposeText.whichExposure}
            value={chosen}
            disabled={running}
            onChange={({ target }) => setChosen(Number(target.value))}
          >
            {long.map(({ shutterSpeedS, i }, n) => (
              <option key={i} value={n}>
                {say(exposeText.shot, { i: i + 1, shutterSpeedS: timeWords(shutterSpeedS) })}
              </option>
            ))}
          </Select>
        )}
        <output data-testid="countdown" aria-live="off" className="min-w-24 text-2xl font-semibold tabular-nums">
          {readying ? say(exposeText.ready, { leftMs: Math.ceil((leftMs - timeMs) / 1000) }) : clock(leftMs)}
        </output>
        {phase.kind === 'running' && (
          <Button
            onClick={() =>
              setPhase(readying ? { kind: 'ready' } : { kind: 'paused', leftMs: Math.max(0, phase.endsAt - performance.now()) })
            }
          >
            {readying ? exposeText.stop : exposeText.pause}
          </Button>
        )}
        {phase.kind === 'paused' && (
          <Button
            onClick={() => {
              const from = performance.now();
              setNow(from);
              setPhase({ kind: 'running', endsAt: from + phase.leftMs });
            }}
          >
            {exposeText.continue}
          </Button>
        )}
        {(phase.kind === 'ready' || phase.kind === 'done') && (
          <Button onClick={start}>{phase.kind === 'done' ? exposeText.again : exposeText.count}</Button>
        )}
        {(phase.kind === 'paused' || phase.kind === 'done') && (
          <Button look="quiet" onClick={() => setPhase({ kind: 'ready' })}>
            {exposeText.back}
          </Button>
        )}
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={sound} onChange={({ target }) => setSound(target.checked)} className="accent-accent" />
          {exposeText.tones}
        </label>
      </div>
      <p role="status" className="text-xs text-ink-soft">
        {statusLine(phase, running, readying)}
      </p>
    </div>
  );
}

function statusLine(phase: Phase, running: boolean, readying: boolean) {
  if (phase.kind === 'paused') return exposeText.pausedCapOnOrShutter;
  if (phase.kind === 'done') return exposeText.timeIsUpCloseThe;
  if (running && !readying) return exposeText.open;
  return say(exposeText.startsAfterS, { readyS: READY_S });
}

function leftOf(phase: Phase, now: number, timeMs: number): number {
  if (phase.kind === 'running') return Math.max(0, phase.endsAt - now);
  if (phase.kind === 'paused') return phase.leftMs;
  if (phase.kind === 'done') return 0;
  return timeMs;
}

function clock(ms: number): string {
  const s = Math.ceil(ms / 100) / 10;
  if (s < 60) return `${fixedNumber(s, 1)} s`;
  const whole = Math.ceil(s);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
