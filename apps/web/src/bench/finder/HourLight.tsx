import { finderText } from '@gangway/messages/web/bench/finder';
import { say } from '@gangway/messages/say';
import { clockWords, dayStart } from '@gangway/core/card/jobSheet';
import { toward } from '@gangway/core/framing/flare';
import type { Scene } from '@gangway/core/model/scene';
import type { Vec3 } from '@gangway/core/space/vector';
import { frontBearing } from '@gangway/core/sun/bearing';
import { litStretches, sunTimes } from '@gangway/core/sun/sun';
import { sunAsLight, sunOnFront } from '@gangway/core/sun/sunInScene';
import { fixed } from '@gangway/core/words';
import { Sun } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { api } from '../../store/api';
import { remember, remembered } from '../../store/remembered';
import { TextButton, TextLink } from '../../ui/TextButton';
import { sceneEdit } from '../scene/sceneEdit';

const NAME = 'gangway.hour';
/** The hour that is shown first, minutes of the day. */
const FIRST_MINUTE = 10 * 60;
const STEP_MINUTES = 5;
const MINUTE_MS = 60_000;

interface HourLightProps {
  readonly scene: Scene;
  /** Told where the sun stands at the hour that is chosen: a unit vector toward it in the world. */
  readonly onSun: (sun: Vec3 | null) => void;
}

/** The hour of the day of the job, and what light the subject has then; what is missing for it where something is. */
export function HourLight({ scene, onSun }: HourLightProps) {
  const { jobId = '' } = useParams();
  const { data: job } = api.useJobQuery(jobId);
  if (!job) return null;
  const { place, day } = job;
  if (place === null || day === null)
    return (
      <p className="text-xs text-ink-soft">
        {finderText.forTheHour} <TextLink to={`/jobs/${jobId}`}>{finderText.placeAndDay}</TextLink>
      </p>
    );
  if (scene.compassDeg === null) return <p className="text-xs text-ink-soft">{finderText.compassForTheHour}</p>;
  return <Hour scene={scene} place={place} day={day} compassDeg={scene.compassDeg} onSun={onSun} />;
}

interface HourProps extends HourLightProps {
  readonly place: { readonly latitudeDeg: number; readonly longitudeDeg: number; readonly heightM: number; readonly timeZone: string };
  readonly day: string;
  readonly compassDeg: number;
}

function Hour({ scene, place, day, compassDeg, onSun }: HourProps) {
  const [wanted, setWanted] = useState(() => Number(remembered(NAME) ?? FIRST_MINUTE));
  // What was entered is shown until an hour is asked for.
  const [moved, setMoved] = useState(false);
  const asked = moved || scene.light === null;
  const { timeZone } = place;
  const from = useMemo(() => dayStart(day, timeZone), [day, timeZone]);
  const times = useMemo(() => sunTimes(place, from), [place, from]);
  const bearingDeg = frontBearing(scene);
  const stretches = useMemo(() => (bearingDeg === null ? [] : litStretches(place, from, bearingDeg)), [place, from, bearingDeg]);
  const minuteOf = (date: Date | null, otherwise: number): number =>
    date === null ? otherwise : (date.getTime() - from.getTime()) / MINUTE_MS;
  const first = Math.ceil(minuteOf(times.rise, 0) / STEP_MINUTES) * STEP_MINUTES;
  const last = Math.floor(minuteOf(times.set, 24 * 60) / STEP_MINUTES) * STEP_MINUTES;
  const minute = Math.max(first, Math.min(last, Number.isFinite(wanted) ? wanted : FIRST_MINUTE));
  const at = useMemo(() => new Date(from.getTime() + minute * MINUTE_MS), [from, minute]);
  const light = useMemo(() => sunAsLight(place, at, compassDeg), [place, at, compassDeg]);
  const down = times.allDay === 'down';
  useEffect(() => onSun(down || !asked ? null : toward(light)), [light, down, asked, onSun]);
  useEffect(() => () => onSun(null), [onSun]);
  if (down) return <p className="text-xs text-ink-soft">{finderText.noSunThatDay}</p>;
  const time = clockWords(at, timeZone);
  const ofHour = bearingDeg === null ? sunWords(light, time) : frontWords(sunOnFront(stretches, at), time, timeZone);
  const words = asked ? ofHour : finderText.lightAsEntered;
  return (
    <div className="flex flex-wrap items-center gap-x-3 text-xs">
      <label className="flex min-w-40 grow items-center gap-2">
        <Sun size={15} aria-hidden className="shrink-0" />
        <span className="sr-only">{finderText.hour}</span>
        <input
          type="range"
          min={first}
          max={last}
          step={STEP_MINUTES}
          value={minute}
          aria-valuetext={words}
          onChange={(event) => {
            setMoved(true);
            setWanted(event.target.valueAsNumber);
            remember(NAME, event.target.value);
          }}
          className="h-8 grow accent-accent"
        />
      </label>
      <output className="tabular-nums" data-testid="hour-light">
        {words}
      </output>
      <TextButton
        disabled={!asked}
        onClick={() =>
          sceneEdit.amendScene(
            (each) => ({
              ...each,
              light: { bearingDeg: Number(light.bearingDeg.toFixed(1)), heightDeg: Number(light.heightDeg.toFixed(1)), shaded: false },
            }),
            say(finderText.lightOf, { time }),
          )
        }
        className="min-h-7 text-xs"
      >
        {finderText.enterThisLight}
      </TextButton>
    </div>
  );
}

function frontWords(sun: ReturnType<typeof sunOnFront>, time: string, timeZone: string): string {
  if (sun.lit) return say(finderText.sunOnFrontUntil, { time, until: clockWords(sun.until, timeZone) });
  return sun.from === null
    ? say(finderText.noMoreSun, { time })
    : say(finderText.shadeUntil, { time, from: clockWords(sun.from, timeZone) });
}

function sunWords({ bearingDeg, heightDeg }: ReturnType<typeof sunAsLight>, time: string): string {
  return say(finderText.sunStands, {
    time,
    heightDeg: fixed(heightDeg, 0),
    bearingDeg: fixed(Math.abs(bearingDeg), 0),
    side: bearingDeg >= 0 ? 'right' : 'left',
  });
}
