import { fixedNumber } from '@gangway/messages/number';
import { stitchText } from '@gangway/messages/web/bench/stitch';
import { say } from '@gangway/messages/say';
import { type Geometry, geometryOf } from '@gangway/core/geometry/geometry';
import { memo, Suspense, useState } from 'react';
import { MOSAIC_FIGURES as F } from '@gangway/contract/mosaic';
import { depthRange, mosaicGiven, PRINT_PPI, printMm, WHITE_CARD_STOPS, type MosaicGiven } from '@gangway/core/stitching/metrics';
import { MOVERS } from '@gangway/core/mosaic/mosaic';
import { shortOrder, wayMm } from '@gangway/core/mosaic/order';
import { slidesOf } from '@gangway/core/mosaic/slides';
import { fixed, metresWords } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { PanelSection } from '../PanelSection';
import { addFrame, changeMosaic } from './putMosaic';
import { GoalForm } from './GoalForm';
import { ZoneList } from './ZoneList';
import type { Mosaic, Mover } from '@gangway/core/model/mosaic';
import { setupEdit } from '../editing/setupEdit';
import { Select } from '../../ui/Select';
import { TextButton } from '../../ui/TextButton';
import { lazyPart } from '../../ui/lazyPart';

const SeriesDialog = lazyPart(() => import('./SeriesDialog'), 'SeriesDialog');

/** What the mosaic is for, what it gives, what moves, and how it is shot. */
export const StitchPanel = memo(function StitchPanel({ geometry }: { readonly geometry: Geometry }) {
  const [open, setOpen] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const { mosaic } = geometry.settings;
  const given = mosaicGiven(geometry);
  return (
    <section aria-label={stitchText.stitch} className="relative overflow-y-auto pr-3 text-sm">
      <h2 className="sr-only">{stitchText.stitch}</h2>
      <h3 className="engraved mb-1">{stitchText.whatItIsFor}</h3>
      <GoalForm geometry={geometry} />
      {mosaic && given ? (
        <>
          <PanelSection title={stitchText.whatItGives}>
            <Facts given={given} />
          </PanelSection>
          <PanelSection title={stitchText.lensStillOrBodyStill}>
            <LensOrBody geometry={geometry} mosaic={mosaic} given={given} />
          </PanelSection>
          <PanelSection title={stitchText.thingsThatMove}>
            <ZoneList mosaic={mosaic} given={given} geometry={geometry} />
          </PanelSection>
          <PanelSection title={stitchText.theSeries}>
            <SeriesFields mosaic={mosaic} given={given} film={geometry.settings.rig.back.columnsPx === null} />
            <div className="mt-2 grid grid-cols-2 gap-1.5 [&>button]:justify-center [&>button]:px-1">
              <Button
                disabled={wayMm(shortOrder(mosaic.frames)) >= wayMm(mosaic.frames) - 1e-6}
                onClick={() => changeMosaic((now) => ({ ...now, frames: shortOrder(now.frames) }), stitchText.framesInAShorterOrder)}
              >
                {stitchText.shorterOrder}
              </Button>
              <Button onClick={() => setRefusal(addFrame(geometry))}>{stitchText.addFrame}</Button>
              <Button onClick={() => setOpen(true)}>{stitchText.stepList}</Button>
              <Button onClick={() => setupEdit.apply({ mosaic: null }, stitchText.onePictureAgain)}>{stitchText.onePicture}</Button>
            </div>
          </PanelSection>
          {refusal && (
            <p role="alert" className="mt-1 text-fails">
              {refusal}
            </p>
          )}
          <Suspense fallback={null}>{open && <SeriesDialog geometry={geometry} onClose={() => setOpen(false)} />}</Suspense>
        </>
      ) : (
        <p className="mt-3 text-ink-soft">{stitchText.layOutAMosaicIts}</p>
      )}
    </section>
  );
});

function Row({ term, children }: { readonly term: string; readonly children: string }) {
  return (
    <div className="flex justify-between gap-2 py-0.5">
      <dt className="shrink-0 text-ink-soft">{term}</dt>
      <dd className="text-right tabular-nums">{children}</dd>
    </div>
  );
}

function Facts({ given }: { readonly given: MosaicGiven }) {
  const [ppi, setPpi] = useState(PRINT_PPI);
  const { pixels, bytes, film, fieldDeg, falloffStops, cornerDetail } = given;
  const cards = falloffStops >= WHITE_CARD_STOPS;
  return (
    <dl data-testid="mosaic-facts" className="divide-y divide-hairline">
      <Row term={stitchText.wholePicture}>{`${fixed(given.widthMm, 1)} × ${fixed(given.heightMm, 1)} mm`}</Row>
      {pixels && (
        <Row term={stitchText.pixels}>{`${pixels.columns} × ${pixels.rows}, ${fixed((pixels.columns * pixels.rows) / 1e6, 0)} MP`}</Row>
      )}
      {pixels && (
        <div className="flex items-baseline justify-between gap-2 py-0.5">
          <dt className="text-ink-soft">
            <NumberField
              label={stitchText.printAt}
              unit="ppi"
              decimals={0}
              width="w-11"
              value={ppi}
              onCommit={(next) => {
                if (!(next >= F.pixelsPerInch.min && next <= F.pixelsPerInch.max))
                  return say(stitchText.printAtItMustBe, { min: F.pixelsPerInch.min, max: F.pixelsPerInch.max });
                setPpi(next);
                return null;
              }}
            />
          </dt>
          <dd className="text-right tabular-nums">{`${fixed(printMm(pixels, ppi).width / 10, 0)} × ${fixed(printMm(pixels, ppi).height / 10, 0)} cm`}</dd>
        </div>
      )}
      <Row term={stitchText.asOneFrame}>
        {say(stitchText.theFormatOrMmOn, { formatTimes: fixed(given.formatTimes, 2), equalFocalMm: fixed(given.equalFocalMm, 0) })}
      </Row>
      <Row term={stitchText.fieldOfView}>{`${fixed(fieldDeg.width, 0)}° × ${fixed(fieldDeg.height, 0)}°`}</Row>
      {bytes !== null && (
        <Row term={stitchText.onTheCardAbout}>{say(stitchText.gbInShot, { bytes: fixed(bytes / 1e9, 2), shots: given.shots })}</Row>
      )}
      {film && <Row term={stitchText.film}>{say(stitchText.frames, { frames: film.frames, packs: film.packs, of: film.of })}</Row>}
      <Row term={stitchText.farthestCorner}>{say(stitchText.offTheAxis, { cornerDeg: fixed(given.cornerDeg, 1) })}</Row>
      <Row term={stitchText.falloffThere}>
        {say(stitchText.stopsAFlatFieldFrame, { falloffStops: fixed(falloffStops, 1), cards: cards ? 'yes' : 'no' })}
      </Row>
      <Row term={stitchText.detailThere}>
        {say(stitchText.outwardAroundByDiffraction, {
          outward: fixed(cornerDetail.outward * 100, 0),
          around: fixed(cornerDetail.around * 100, 0),
        })}
      </Row>
    </dl>
  );
}

/** How far the camera is slid in all, across and up. */
function railWords({ each }: MosaicGiven): string {
  const span = (all: readonly number[]): number => Math.max(...all) - Math.min(...all);
  const [across, up] = [span(each.map(({ slideMm }) => slideMm.left)), span(each.map(({ slideMm }) => slideMm.down))];
  return up < 0.05
    ? say(stitchText.mmAcross, { across: fixed(across, 1) })
    : say(stitchText.mmAcrossAndMmUp, { across: fixed(across, 1), up: fixed(up, 1) });
}

function LensOrBody({ geometry, mosaic, given }: { readonly geometry: Geometry; readonly mosaic: Mosaic; readonly given: MosaicGiven }) {
  const depth = depthRange(geometryOf({ ...geometry.settings, mosaic: { ...mosaic, nearestM: null, farthestM: null } }));
  const foot = slidesOf(geometry.settings.rig).footOnLens;
  return (
    <div>
      <Select
        aria-label={stitchText.whatMoves}
        value={mosaic.mover}
        onChange={(event) =>
          changeMosaic(
            (now) => ({ ...now, mover: event.target.value as Mover }),
            say(stitchText.mosaic2, { mover: MOVERS[event.target.value as Mover] }),
          )
        }
        wide
      >
        {Object.entries(MOVERS).map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </Select>
      {mosaic.mover === 'counter' && (
        <p className="mt-0.5 text-xs text-ink-soft">{say(stitchText.theRailHasToGive, { given: railWords(given) })}</p>
      )}
      {foot && <p className="mt-0.5 text-xs text-ink-soft">{stitchText.theAdapterOfThisRig}</p>}
      <div className="mt-1 grid justify-items-end gap-1">
        <Distance
          label={F.nearestM.label}
          value={mosaic.nearestM}
          found={depth ? metresWords(depth.nearM) : null}
          onUse={(nearestM) => changeMosaic((now) => ({ ...now, nearestM }), stitchText.mosaicNearestThing)}
        />
        <Distance
          label={F.farthestM.label}
          value={mosaic.farthestM}
          found={depth && Number.isFinite(depth.farM) ? metresWords(depth.farM) : '∞'}
          onUse={(farthestM) => changeMosaic((now) => ({ ...now, farthestM }), stitchText.mosaicFarthestThing)}
        />
        <NumberField
          label={F.parallaxPx.label}
          unit="px"
          decimals={1}
          value={mosaic.parallaxPx}
          onCommit={(parallaxPx) => changeMosaic((now) => ({ ...now, parallaxPx }), stitchText.mosaicParallaxThatPasses)}
        />
      </div>
      <p className="mt-1 text-xs text-ink-soft">
        {say(stitchText.turningTheCameraInsteadAnd, { turnedStretch: fixed(given.turnedStretch, 2) })}
      </p>
    </div>
  );
}

/** A distance that the subject says unless it is typed; empty gives it back to the subject. */
function Distance({
  label,
  value,
  found,
  onUse,
}: {
  readonly label: string;
  readonly value: number | null;
  readonly found: string | null;
  readonly onUse: (m: number | null) => string | null;
}) {
  return (
    <span className="inline-flex items-center gap-1">
      <NumberField
        label={label}
        unit="m"
        decimals={2}
        value={value ?? 0}
        {...(value === null && { words: found?.replace(/ m$/u, '') ?? '?' })}
        onCommit={onUse}
      />
      <TextButton disabled={value === null} onClick={() => onUse(null)} className="text-xs">
        {sourceLabel(value, found)}
      </TextButton>
    </span>
  );
}

function sourceLabel(value: number | null, found: string | null): string {
  if (value === null) {
    if (found === null || found === '∞') return stitchText.notSaid;
    return stitchText.bySubject;
  }
  return stitchText.letGo;
}

function durationWords(seconds: number): string {
  return seconds < 90 ? `${fixed(seconds, 0)} s` : `${fixed(seconds / 60, 1)} min`;
}

function SeriesFields({ mosaic, given, film }: { readonly mosaic: Mosaic; readonly given: MosaicGiven; readonly film: boolean }) {
  const { series } = mosaic;
  const set = (change: Partial<Mosaic['series']>, said: string) =>
    changeMosaic((now) => ({ ...now, series: { ...now.series, ...change } }), say(stitchText.series, { said }));
  return (
    <div className="grid justify-items-end gap-1">
      <NumberField
        label={F.exposureS.label}
        unit="s"
        decimals={3}
        words={fixedNumber(series.exposureS, 6, 0)}
        value={series.exposureS}
        onCommit={(exposureS) => set({ exposureS }, 'exposure')}
      />
      <NumberField
        label={F.brackets.label}
        unit=""
        decimals={0}
        value={series.brackets}
        onCommit={(brackets) => set({ brackets }, 'brackets')}
      />
      {series.brackets > 1 && (
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={series.bracketsInside}
            onChange={(event) =>
              set(
                { bracketsInside: event.target.checked },
                event.target.checked ? stitchText.bracketsAtEachPlace : stitchText.seriesBySeries,
              )
            }
            className="accent-accent"
          />
          {stitchText.allBracketsBeforeMovingOn}
        </label>
      )}
      <NumberField
        label={F.settleS.label}
        unit="s"
        decimals={1}
        value={series.settleS}
        onCommit={(settleS) => set({ settleS }, 'settling')}
      />
      <NumberField label={F.moveS.label} unit="s" decimals={1} value={series.moveS} onCommit={(moveS) => set({ moveS }, 'moving')} />
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={series.flatFields}
          onChange={(event) =>
            set({ flatFields: event.target.checked }, event.target.checked ? stitchText.flatFieldFrames : stitchText.noFlatFieldFrames)
          }
          className="accent-accent"
        />
        {stitchText.aFlatFieldFrameAtEach}
      </label>
      {film ? (
        <NumberField
          label={F.filmLeft.label}
          unit=""
          decimals={0}
          value={mosaic.filmLeft ?? 0}
          empty={mosaic.filmLeft === null}
          onCommit={(filmLeft) => changeMosaic((now) => ({ ...now, filmLeft }), stitchText.filmLeft)}
        />
      ) : (
        <NumberField
          label={F.cardGb.label}
          unit="GB"
          decimals={1}
          value={mosaic.cardGb ?? 0}
          empty={mosaic.cardGb === null}
          onCommit={(cardGb) => changeMosaic((now) => ({ ...now, cardGb }), stitchText.roomOnTheCard)}
        />
      )}
      <p className="w-full text-right tabular-nums" data-testid="series-time">
        {say(stitchText.shotAboutInAll, { shots: given.shots, seconds: durationWords(given.seconds) })}
      </p>
    </div>
  );
}
