import { stitchText } from '@gangway/messages/web/bench/stitch';
import { say } from '@gangway/messages/say';
import { geometryOf, type Geometry } from '@gangway/core/geometry/geometry';
import { useMemo, useState } from 'react';
import { MOSAIC_FIGURES as F } from '@gangway/contract/mosaic';
import { layoutWords } from '@gangway/core/stitching/layoutWords';
import { turned } from '@gangway/core/coverage/frame';
import { crossLayout, diagonalLayout, quarterLayout, widest, type Layout } from '@gangway/core/mosaic/layout';
import { slidesOf } from '@gangway/core/mosaic/slides';
import type { Proposal, Goal } from '@gangway/core/stitching/goals';
import { fixed } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { useSought, type Wanted } from '../checks/solverClient';
import { OtherRigs } from './OtherRigs';
import { takeLayout } from './putMosaic';
import { sizeWords } from './sizeWords';
import type { SetupSettings } from '@gangway/core/model/setup';
import { Select } from '../../ui/Select';
import { TextButton } from '../../ui/TextButton';

const WISHES = {
  subject: stitchText.theWholeSubject,
  field: stitchText.thisFieldOfView,
  format: stitchText.thisFormat,
  megapixels: stitchText.soManyMegapixels,
  print: stitchText.thisPrint,
  everything: stitchText.everythingTheCircleCovers,
  count: stitchText.soManyFrames,
} as const;

const FIRST: Readonly<Record<Goal['for'], Goal>> = {
  subject: { for: 'subject' },
  field: { for: 'field', widthDeg: 60, heightDeg: 45 },
  format: { for: 'format', widthMm: 120, heightMm: 95 },
  megapixels: { for: 'megapixels', megapixels: 150, ratio: 1.33 },
  print: { for: 'print', widthMm: 900, heightMm: 600, pixelsPerInch: 300 },
  everything: { for: 'everything' },
  count: { for: 'count', columns: 3, rows: 1 },
};

/** A value of a goal, refused outside its bounds. */
function Spec({
  spec,
  value,
  decimals = 0,
  onUse,
}: {
  readonly spec: keyof typeof F;
  readonly value: number;
  readonly decimals?: number;
  readonly onUse: (value: number) => void;
}) {
  const { label, unit, min, max } = F[spec];
  const whole = spec === 'columns' || spec === 'rows';
  return (
    <NumberField
      label={label}
      unit={unit}
      decimals={decimals}
      value={value}
      onCommit={(next) => {
        if (!(next >= min && next <= max) || (whole && !Number.isInteger(next)))
          return say(stitchText.mustBeAWholeNumber, { label, whole: whole ? 'yes' : 'no', min, max, unit: unitSuffix(unit) });
        onUse(next);
        return null;
      }}
    />
  );
}

function unitSuffix(unit: string): string {
  if (unit === '') return '';
  if (unit === '°') return '°';
  return ` ${unit}`;
}

/** From a goal to layouts: what is wanted, with how much overlap, and the two that answer it. */
export function GoalForm({ geometry }: { readonly geometry: Geometry }) {
  const [goal, setGoal] = useState<Goal>(FIRST[geometry.settings.scene ? 'subject' : 'everything']);
  const [leastOverlap, setLeast] = useState(geometry.settings.mosaic?.leastOverlap ?? 0.2);
  const [byMm, setByMm] = useState(false);
  const [others, setOthers] = useState(false);
  const wanted = useMemo((): Wanted => ({ goal, leastOverlap }), [goal, leastOverlap]);
  // What is laid out already does not change what could be.
  const asked = useMemo((): SetupSettings => ({ ...geometry.settings, mosaic: null }), [geometry]);
  const sought = useSought('layouts', asked, true, wanted);
  const short = Math.min(geometry.settings.rig.back.widthMm, geometry.settings.rig.back.heightMm);
  const shot = (layout: Layout, words: string) => takeLayout(geometry, layout, leastOverlap, say(stitchText.mosaic3, { words }));
  return (
    <div>
      <Select
        aria-label={stitchText.whatTheMosaicIsFor}
        value={goal.for}
        onChange={(event) => setGoal(FIRST[event.target.value as Goal['for']])}
        wide
      >
        {Object.entries(WISHES).map(([id, words]) => (
          <option key={id} value={id} disabled={id === 'subject' && !geometry.settings.scene}>
            {words}
          </option>
        ))}
      </Select>
      <div className="mt-1 grid justify-items-end gap-1">
        {goal.for === 'field' && (
          <>
            <Spec spec="widthDeg" value={goal.widthDeg} decimals={1} onUse={(widthDeg) => setGoal({ ...goal, widthDeg })} />
            <Spec spec="heightDeg" value={goal.heightDeg} decimals={1} onUse={(heightDeg) => setGoal({ ...goal, heightDeg })} />
          </>
        )}
        {goal.for === 'format' && (
          <>
            <Spec spec="widthMm" value={goal.widthMm} decimals={1} onUse={(widthMm) => setGoal({ ...goal, widthMm })} />
            <Spec spec="heightMm" value={goal.heightMm} decimals={1} onUse={(heightMm) => setGoal({ ...goal, heightMm })} />
          </>
        )}
        {goal.for === 'megapixels' && (
          <>
            <Spec spec="megapixels" value={goal.megapixels} onUse={(megapixels) => setGoal({ ...goal, megapixels })} />
            <Spec spec="ratio" value={goal.ratio} decimals={2} onUse={(ratio) => setGoal({ ...goal, ratio })} />
          </>
        )}
        {goal.for === 'print' && (
          <>
            <Spec spec="printWidthMm" value={goal.widthMm} onUse={(widthMm) => setGoal({ ...goal, widthMm })} />
            <Spec spec="printHeightMm" value={goal.heightMm} onUse={(heightMm) => setGoal({ ...goal, heightMm })} />
            <Spec spec="pixelsPerInch" value={goal.pixelsPerInch} onUse={(pixelsPerInch) => setGoal({ ...goal, pixelsPerInch })} />
          </>
        )}
        {goal.for === 'count' && (
          <>
            <Spec spec="columns" value={goal.columns} onUse={(columns) => setGoal({ ...goal, columns })} />
            <Spec spec="rows" value={goal.rows} onUse={(rows) => setGoal({ ...goal, rows })} />
          </>
        )}
        <span className="inline-flex items-baseline gap-1">
          <NumberField
            label={stitchText.overlapAtLeast}
            unit=""
            decimals={byMm ? 1 : 0}
            value={byMm ? leastOverlap * short : leastOverlap * 100}
            width="w-12"
            onCommit={(typed) => {
              const share = byMm ? typed / short : typed / 100;
              if (!(share >= F.leastOverlap.min && share <= F.leastOverlap.max))
                return say(stitchText.overlapAtLeastMustBe, {
                  byMm: byMm ? `${fixed(F.leastOverlap.max * short, 1)} mm` : `${F.leastOverlap.max * 100} %`,
                });
              setLeast(share);
              return null;
            }}
          />
          <Select
            aria-label={stitchText.overlapCountedIn}
            value={byMm ? 'mm' : 'share'}
            onChange={(event) => setByMm(event.target.value === 'mm')}
            title={stitchText.aShareOfTheFrame}
            className="text-sm"
          >
            <option value="share">%</option>
            <option value="mm">mm</option>
          </Select>
        </span>
      </div>
      {!sought ? (
        <p role="status" className="mt-1">
          {stitchText.lookingForLayouts}
        </p>
      ) : (
        <Found fresh={sought.fresh} answers={sought.answer.layouts} geometry={geometry} onUse={shot} />
      )}
      <TextButton onClick={() => setOthers(true)}>{stitchText.withAnotherRigOfMine}</TextButton>
      {others && <OtherRigs geometry={geometryOf(asked)} goal={goal} leastOverlap={leastOverlap} onClose={() => setOthers(false)} />}
      <More geometry={geometry} leastOverlap={leastOverlap} onUse={shot} />
    </div>
  );
}

function Found({
  answers,
  fresh,
  geometry,
  onUse,
}: {
  readonly answers: {
    readonly fewest: Proposal | null;
    readonly most: Proposal | null;
    readonly mixed: Proposal | null;
    readonly nearest: Proposal | null;
    readonly tried: number;
  } | null;
  readonly fresh: boolean;
  readonly geometry: Geometry;
  readonly onUse: (layout: Layout, words: string) => void;
}) {
  if (!answers) return null;
  const { fewest, most, mixed, nearest, tried } = answers;
  const same = fewest !== null && most !== null && fewest.layout === most.layout;
  const ways = [
    { key: 'fewest', title: same ? stitchText.fewestFramesAndMostPicture : stitchText.fewestFrames, answer: fewest },
    ...(same ? [] : [{ key: 'most', title: stitchText.mostPicture, answer: most }]),
    ...(mixed ? [{ key: 'mixed', title: stitchText.fewerIfTheFrameIsTurned, answer: mixed }] : []),
  ];
  if (!fewest && !mixed && !nearest)
    return <p className="mt-1">{say(stitchText.nothingAnswersThis, { geometry: noLayoutReason(geometry) })}</p>;
  if (!fewest && !mixed && nearest) {
    const why = [
      nearest.reached ? '' : stitchText.aFrameLiesBeyondThe,
      nearest.covered === false ? stitchText.aCornerFallsOutsideThe : '',
      nearest.enough ? '' : stitchText.notAllOfItIs,
    ]
      .filter(Boolean)
      .join(', ');
    return (
      <p className="mt-1" data-answer="nearest">
        {say(stitchText.noneOfLayoutsWorksThe, {
          tried,
          nearest: layoutWords(nearest),
          nearest2: sizeWords(nearest, geometry),
          why: why || stitchText.theOverlapIsTooSmall,
        })}{' '}
        <UseLayout onUse={() => onUse(nearest.layout, layoutWords(nearest))} disabled={!fresh} />
      </p>
    );
  }
  return (
    <ul className="mt-1 grid gap-1" aria-label={stitchText.layouts}>
      {ways.map(
        ({ key, title, answer }) =>
          answer && (
            <li key={key} data-answer={key} className="tabular-nums">
              <span className="font-medium">{title}:</span> {layoutWords(answer)}; {sizeWords(answer, geometry)}.{' '}
              <UseLayout onUse={() => onUse(answer.layout, layoutWords(answer))} disabled={!fresh} />
            </li>
          ),
      )}
      <li className="text-xs text-ink-soft">
        {say(stitchText.layoutsTriedTheCircleOf, { tried, covered: answers.fewest?.covered === null ? 'yes' : 'no' })}
      </li>
    </ul>
  );
}

function noLayoutReason(geometry: Geometry) {
  if (geometry.settings.rig.mechanism.kind === 'fixed') return stitchText.thisRigHasNoMovements;
  if (geometry.settings.rig.back.columnsPx === null) return stitchText.filmHasNoPixelsTo;
  return stitchText.itWouldNeedMoreThan;
}

function UseLayout({ onUse, disabled = false }: { readonly onUse: () => void; readonly disabled?: boolean }) {
  return (
    <TextButton onClick={onUse} disabled={disabled} className="font-medium disabled:opacity-50">
      {stitchText.useThisLayout}
    </TextButton>
  );
}

/** Layouts that no goal leads to: a cross, a diagonal, quarter turns. */
function More({
  geometry,
  leastOverlap,
  onUse,
}: {
  readonly geometry: Geometry;
  readonly leastOverlap: number;
  readonly onUse: (layout: Layout, words: string) => void;
}) {
  const [directionDeg, setDirection] = useState(45);
  const { magnification } = geometry;
  const { rig, mosaic } = geometry.settings;
  const mover = mosaic?.mover ?? null;
  const slides = useMemo(() => slidesOf(rig, mover, magnification), [rig, mover, magnification]);
  const frame = turned(geometry.settings.rig.back, geometry.settings.orientation);
  const cross = widest(slides, leastOverlap, Math.min(frame.widthMm, frame.heightMm) * (1 - leastOverlap), (reachMm) =>
    crossLayout(slides, geometry.settings.orientation, reachMm),
  );
  const a = (directionDeg * Math.PI) / 180;
  // So far along the diagonal that neighbours keep their overlap in the direction that has less of it.
  const far =
    Math.min(frame.widthMm / Math.max(1e-9, Math.abs(Math.cos(a))), frame.heightMm / Math.max(1e-9, Math.abs(Math.sin(a)))) *
    (1 - leastOverlap);
  const diagonal = widest(slides, leastOverlap, far, (reachMm) =>
    diagonalLayout({ slides, orientation: geometry.settings.orientation, count: 3, reachMm, directionDeg }),
  );
  const quarter = quarterLayout(slides, geometry.settings.orientation);
  return (
    <details className="mt-1">
      <summary className="cursor-pointer text-ink-soft">{stitchText.crossDiagonalQuarterTurns}</summary>
      <div className="mt-1 flex flex-wrap items-center gap-1.5">
        <Button disabled={!cross} onClick={() => cross && onUse(cross, stitchText.aCross)}>
          {stitchText.crossOfFive}
        </Button>
        <span className="inline-flex items-center gap-1.5">
          <Button disabled={!diagonal} onClick={() => diagonal && onUse(diagonal, stitchText.threeAlongADiagonal)}>
            {stitchText.threeInADiagonal}
          </Button>
          <NumberField
            label={stitchText.direction}
            unit="°"
            decimals={0}
            width="w-10"
            value={directionDeg}
            hideLabel
            onCommit={(deg) => {
              if (!(deg >= -180 && deg <= 180)) return stitchText.directionMustBeFrom180;
              setDirection(deg);
              return null;
            }}
          />
        </span>
        {quarter && <Button onClick={() => onUse(quarter, stitchText.fourQuarterTurns)}>{stitchText.quarterTurns}</Button>}
      </div>
      {slides.clicksDeg && (
        <p className="mt-1 text-xs text-ink-soft">
          {say(stitchText.thisLensClicksAtThe, { clicksDeg: slides.clicksDeg.map((deg) => `${deg}°`).join(', ') })}
        </p>
      )}
    </details>
  );
}
