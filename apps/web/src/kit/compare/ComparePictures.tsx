import { say } from '@gangway/messages/say';
import { compareText } from '@gangway/messages/web/kit/compare';
import { geometryOf } from '@gangway/core/geometry/geometry';
import type { Rig } from '@gangway/core/model/rig';
import { FIRST_DISTANCES_M, firstSetup } from '@gangway/core/planning/firstSetup';
import { FIRST_SUBJECTS, SUBJECTS } from '@gangway/core/subjects/subject';
import { fixed } from '@gangway/core/words';
import { useId, useMemo, useState } from 'react';
import { circlesOf, frameOf } from '../../setup/selectors';
import { CircleMiniature } from '../../setup/CircleMiniature';
import { halfExtent } from '../../setup/circlePlane';
import { PlainDrawing } from '../../setup/finder/PlainDrawing';
import { finderView } from '../../setup/finder/view';
import { DistanceField } from '../../setup/DistanceField';
import { Select } from '../../ui/Select';

type Kind = keyof typeof FIRST_SUBJECTS;

const PICTURE_PX = 220;
const NESTED_PX = 320;
const CIRCLE_PX = 180;

interface ComparePicturesProps {
  readonly chosen: readonly { readonly id: string; readonly rig: Rig }[];
}

/** One scene through each rig from one place, their frames nested, and their circles to one scale. */
export function ComparePictures({ chosen }: ComparePicturesProps) {
  const [kind, setKind] = useState<Kind>('front');
  const [distanceM, setDistanceM] = useState(FIRST_DISTANCES_M.front);
  const setups = useMemo(
    () =>
      chosen.map(({ id, rig }) => ({
        id,
        name: rig.name,
        geometry: geometryOf({ ...firstSetup(rig, FIRST_SUBJECTS[kind], distanceM, id), orientation: 'landscape' }),
      })),
    [chosen, kind, distanceM],
  );
  const halfMm = Math.max(
    ...setups.map(({ geometry: { settings } }) => halfExtent(frameOf(settings), circlesOf(settings), settings.rig.mechanism)),
  );
  return (
    <section aria-label={compareText.asPictures} className="mb-6">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-6 gap-y-2 text-sm">
        <label className="flex items-baseline gap-1.5">
          <span className="text-ink-soft">{compareText.scene}</span>
          <Select
            value={kind}
            onChange={(event) => {
              const next = event.target.value as Kind;
              setKind(next);
              setDistanceM(FIRST_DISTANCES_M[next]);
            }}
          >
            {(Object.keys(FIRST_SUBJECTS) as readonly Kind[]).map((each) => (
              <option key={each} value={each}>
                {SUBJECTS[each].title}
              </option>
            ))}
          </Select>
        </label>
        <DistanceField distanceM={distanceM} onDistance={setDistanceM} />
      </div>
      <h3 className="engraved mb-2">{compareText.throughEach}</h3>
      <ul className="mb-5 flex flex-wrap gap-4">
        {setups.map(({ id, name, geometry }, i) => (
          <li key={id} style={{ width: PICTURE_PX }}>
            <Picture geometry={geometry} />
            <p className="mt-1 text-sm">
              <Ordinal n={i + 1} /> {name}
            </p>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-x-10 gap-y-5">
        <Nested setups={setups} />
        <div>
          <h3 className="engraved mb-2">{compareText.circlesToScale}</h3>
          <ul className="flex flex-wrap gap-4">
            {setups.map(({ id, geometry }, i) => (
              <li key={id} className="relative">
                <CircleMiniature geometry={geometry} size={CIRCLE_PX} halfMm={halfMm} />
                <span className="absolute top-0 left-0">
                  <Ordinal n={i + 1} />
                </span>
              </li>
            ))}
          </ul>
          <p className="text-xs text-ink-soft">{say(compareText.widthOfADrawing, { mm: fixed(2 * halfMm, 0) })}</p>
        </div>
      </div>
    </section>
  );
}

/** The number by which a rig is known in the drawings. */
function Ordinal({ n }: { readonly n: number }) {
  return (
    <span className="inline-grid size-5 place-items-center rounded-full border border-ink bg-sheet text-xs font-semibold tabular-nums">
      {n}
    </span>
  );
}

type Geometry = ReturnType<typeof geometryOf>;

/** What a rig pictures of the scene, as the core projects it. */
function Picture({ geometry, width = PICTURE_PX }: { readonly geometry: Geometry; readonly width?: number }) {
  const view = finderView(geometry);
  const { widthMm, heightMm } = geometry.wholeFrame;
  return (
    <div aria-hidden className="border border-rule">
      {view && <PlainDrawing view={view} width={width} height={Math.round((width * heightMm) / widthMm)} />}
    </div>
  );
}

const NESTED_LINES = [
  { stroke: '#fbf9f3', strokeWidth: 3.5 },
  { stroke: '#1f1d1a', strokeWidth: 1.3 },
] as const;

/** The frames of all rigs in the picture of the one that sees most. */
function Nested({ setups }: { readonly setups: readonly { readonly id: string; readonly name: string; readonly geometry: Geometry }[] }) {
  const words = useId();
  const seen = setups.map(({ id, name, geometry: { wholeFrame, imageMm } }) => ({
    id,
    name,
    // Half of what is seen at one metre, m.
    across: wholeFrame.widthMm / 2 / imageMm,
    up: wholeFrame.heightMm / 2 / imageMm,
  }));
  const [across, up] = [Math.max(...seen.map((each) => each.across)), Math.max(...seen.map((each) => each.up))];
  const most = seen.reduce((a, b) => (b.across * b.up > a.across * a.up ? b : a));
  const widest = setups.find(({ id }) => id === most.id)?.geometry;
  const scale = NESTED_PX / (2 * across);
  const height = 2 * up * scale;
  return (
    <div>
      <h3 className="engraved mb-2">{compareText.frames}</h3>
      <div className="relative border border-rule bg-sunk" style={{ width: NESTED_PX, height }}>
        <div
          className="absolute"
          style={{
            left: (across - most.across) * scale,
            top: (up - most.up) * scale,
            width: 2 * most.across * scale,
            height: 2 * most.up * scale,
          }}
        >
          {widest && <Picture geometry={widest} width={Math.round(2 * most.across * scale) - 2} />}
        </div>
        <svg width={NESTED_PX} height={height} className="absolute inset-0" role="img" aria-labelledby={words}>
          {seen.map((each, i) => {
            const [x, y] = [(across - each.across) * scale, (up - each.up) * scale];
            return (
              <g key={each.id}>
                {/* Light under dark is seen on whatever the picture shows. */}
                {NESTED_LINES.map(({ stroke, strokeWidth }) => (
                  <rect
                    key={stroke}
                    x={x + 1}
                    y={y + 1}
                    width={Math.max(0, 2 * each.across * scale - 2)}
                    height={Math.max(0, 2 * each.up * scale - 2)}
                    fill="none"
                    stroke={stroke}
                    strokeWidth={strokeWidth}
                  />
                ))}
                <circle cx={x + 11} cy={y + 11} r="8" fill="#fbf9f3" stroke="#1f1d1a" />
                <text x={x + 11} y={y + 15} textAnchor="middle" fontSize="11" fontWeight="600" fill="#1f1d1a">
                  {i + 1}
                </text>
              </g>
            );
          })}
        </svg>
      </div>
      <p id={words} className="sr-only">
        {seen
          .map((each, i) =>
            say(compareText.frameSees, { n: i + 1, name: each.name, across: fixed(200 * each.across, 0), up: fixed(200 * each.up, 0) }),
          )
          .join(' ')}
      </p>
    </div>
  );
}
