import { type Geometry, geometryOf } from '@gangway/core/geometry/geometry';
import { lazy, memo, Suspense, useState } from 'react';
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
import { WishForm } from './WishForm';
import { ZoneList } from './ZoneList';
import type { Mosaic, Mover } from '@gangway/core/model/mosaic';
import { setupEdit } from '../editing/setupEdit';
import { Select } from '../../ui/Select';
import { TextButton } from '../../ui/TextButton';

const SeriesDialog = lazy(() => import('./SeriesDialog').then((module) => ({ default: module.SeriesDialog })));

/** What the mosaic is for, what it gives, what moves, and how it is shot. */
export const StitchPanel = memo(function StitchPanel({ geometry }: { readonly geometry: Geometry }) {
  const [open, setOpen] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const { mosaic } = geometry.settings;
  const given = mosaicGiven(geometry);
  return (
    <section aria-label="Stitch" className="relative overflow-y-auto pr-3 text-sm">
      <h2 className="sr-only">Stitch</h2>
      <h3 className="engraved mb-1">What it is for</h3>
      <WishForm geometry={geometry} />
      {mosaic && given ? (
        <>
          <PanelSection title="What it gives">
            <Facts given={given} />
          </PanelSection>
          <PanelSection title="Lens still, or body still">
            <LensOrBody geometry={geometry} mosaic={mosaic} given={given} />
          </PanelSection>
          <PanelSection title="Things that move">
            <ZoneList mosaic={mosaic} given={given} geometry={geometry} />
          </PanelSection>
          <PanelSection title="The series">
            <SeriesFields mosaic={mosaic} given={given} film={geometry.settings.rig.back.columnsPx === null} />
            <div className="mt-2 grid grid-cols-2 gap-1.5 [&>button]:justify-center [&>button]:px-1">
              <Button
                disabled={wayMm(shortOrder(mosaic.frames)) >= wayMm(mosaic.frames) - 1e-6}
                onClick={() => changeMosaic((now) => ({ ...now, frames: shortOrder(now.frames) }), 'frames in a shorter order')}
              >
                Shorter order
              </Button>
              <Button onClick={() => setRefusal(addFrame(geometry))}>Add frame</Button>
              <Button onClick={() => setOpen(true)}>Step list …</Button>
              <Button onClick={() => setupEdit.apply({ mosaic: null }, 'one picture again')}>One picture</Button>
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
        <p className="mt-3 text-ink-soft">
          Lay out a mosaic: its frames are then drawn in the circle, and the joined picture in the Finder.
        </p>
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
      <Row term="Whole picture">{`${fixed(given.widthMm, 1)} × ${fixed(given.heightMm, 1)} mm`}</Row>
      {pixels && <Row term="Pixels">{`${pixels.columns} × ${pixels.rows}, ${fixed((pixels.columns * pixels.rows) / 1e6, 0)} MP`}</Row>}
      {pixels && (
        <div className="flex items-baseline justify-between gap-2 py-0.5">
          <dt className="text-ink-soft">
            <NumberField
              label="Print at"
              unit="ppi"
              decimals={0}
              width="w-11"
              value={ppi}
              onCommit={(next) => {
                if (!(next >= F.pixelsPerInch.min && next <= F.pixelsPerInch.max))
                  return `Print at: it must be from ${F.pixelsPerInch.min} to ${F.pixelsPerInch.max} pixels to the inch.`;
                setPpi(next);
                return null;
              }}
            />
          </dt>
          <dd className="text-right tabular-nums">{`${fixed(printMm(pixels, ppi).width / 10, 0)} × ${fixed(printMm(pixels, ppi).height / 10, 0)} cm`}</dd>
        </div>
      )}
      <Row term="As one frame">{`${fixed(given.formatTimes, 2)} × the format, or ${fixed(given.equalFocalMm, 0)} mm on this one`}</Row>
      <Row term="Field of view">{`${fixed(fieldDeg.width, 0)}° × ${fixed(fieldDeg.height, 0)}°`}</Row>
      {bytes !== null && (
        <Row term="On the card, about">{`${fixed(bytes / 1e9, 2)} GB in ${given.takes} ${given.takes === 1 ? 'shot' : 'shots'}`}</Row>
      )}
      {film && <Row term="Film">{`${film.frames} frames, ${film.packs} ${film.of}${film.packs === 1 ? '' : 's'}`}</Row>}
      <Row term="Farthest corner">{`${fixed(given.cornerDeg, 1)}° off the axis`}</Row>
      <Row term="Falloff there">{`${fixed(falloffStops, 1)} stops${cards ? '; a flat-field frame for each place is wise' : ''}`}</Row>
      <Row term="Detail there">{`${fixed(cornerDetail.outward * 100, 0)} % outward, ${fixed(cornerDetail.around * 100, 0)} % around, by diffraction`}</Row>
    </dl>
  );
}

/** How far the camera is slid in all, across and up. */
function railWords({ each }: MosaicGiven): string {
  const span = (all: readonly number[]): number => Math.max(...all) - Math.min(...all);
  const [across, up] = [span(each.map(({ slideMm }) => slideMm.left)), span(each.map(({ slideMm }) => slideMm.down))];
  return up < 0.05 ? `${fixed(across, 1)} mm across` : `${fixed(across, 1)} mm across and ${fixed(up, 1)} mm up`;
}

function LensOrBody({ geometry, mosaic, given }: { readonly geometry: Geometry; readonly mosaic: Mosaic; readonly given: MosaicGiven }) {
  const depth = depthRange(geometryOf({ ...geometry.settings, mosaic: { ...mosaic, nearestM: null, farthestM: null } }));
  const foot = slidesOf(geometry.settings.rig).footOnLens;
  return (
    <div>
      <Select
        aria-label="What moves"
        value={mosaic.mover}
        onChange={(event) =>
          changeMosaic((now) => ({ ...now, mover: event.target.value as Mover }), `mosaic: ${MOVERS[event.target.value as Mover]}`)
        }
        wide
      >
        {Object.entries(MOVERS).map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </Select>
      {mosaic.mover === 'counter' && <p className="mt-0.5 text-xs text-ink-soft">The rail has to give {railWords(given)}.</p>}
      {foot && <p className="mt-0.5 text-xs text-ink-soft">The adapter of this rig has its foot on the lens side.</p>}
      <div className="mt-1 grid justify-items-end gap-1">
        <Distance
          label={F.nearestM.label}
          value={mosaic.nearestM}
          found={depth ? metresWords(depth.nearM) : null}
          onTake={(nearestM) => changeMosaic((now) => ({ ...now, nearestM }), 'mosaic: nearest thing')}
        />
        <Distance
          label={F.farthestM.label}
          value={mosaic.farthestM}
          found={depth && Number.isFinite(depth.farM) ? metresWords(depth.farM) : '∞'}
          onTake={(farthestM) => changeMosaic((now) => ({ ...now, farthestM }), 'mosaic: farthest thing')}
        />
        <NumberField
          label={F.parallaxPx.label}
          unit="px"
          decimals={1}
          value={mosaic.parallaxPx}
          onCommit={(parallaxPx) => changeMosaic((now) => ({ ...now, parallaxPx }), 'mosaic: parallax that passes')}
        />
      </div>
      <p className="mt-1 text-xs text-ink-soft">
        Turning the camera instead and laying the frames flat afterwards would stretch the farthest corner {fixed(given.turnedStretch, 2)}{' '}
        times outward, with that much less detail there.
      </p>
    </div>
  );
}

/** A distance that the subject says unless it is typed; empty gives it back to the subject. */
function Distance({
  label,
  value,
  found,
  onTake,
}: {
  readonly label: string;
  readonly value: number | null;
  readonly found: string | null;
  readonly onTake: (m: number | null) => string | null;
}) {
  return (
    <span className="inline-flex items-center gap-1">
      <NumberField
        label={label}
        unit="m"
        decimals={2}
        value={value ?? 0}
        {...(value === null && { words: found?.replace(/ m$/u, '') ?? '?' })}
        onCommit={onTake}
      />
      <TextButton disabled={value === null} onClick={() => onTake(null)} className="text-xs">
        {sourceLabel(value, found)}
      </TextButton>
    </span>
  );
}

function sourceLabel(value: number | null, found: string | null): string {
  if (value === null) {
    if (found === null || found === '∞') return 'not said';
    return 'by subject';
  }
  return 'let go';
}

function durationWords(seconds: number): string {
  return seconds < 90 ? `${fixed(seconds, 0)} s` : `${fixed(seconds / 60, 1)} min`;
}

function SeriesFields({ mosaic, given, film }: { readonly mosaic: Mosaic; readonly given: MosaicGiven; readonly film: boolean }) {
  const { series } = mosaic;
  const set = (change: Partial<Mosaic['series']>, said: string) =>
    changeMosaic((now) => ({ ...now, series: { ...now.series, ...change } }), `series: ${said}`);
  return (
    <div className="grid justify-items-end gap-1">
      <NumberField
        label={F.exposureS.label}
        unit="s"
        decimals={3}
        words={String(series.exposureS)}
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
              set({ bracketsInside: event.target.checked }, event.target.checked ? 'brackets at each place' : 'series by series')
            }
            className="accent-accent"
          />
          all brackets before moving on
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
          checked={series.whiteCards}
          onChange={(event) =>
            set({ whiteCards: event.target.checked }, event.target.checked ? 'flat-field frames' : 'no flat-field frames')
          }
          className="accent-accent"
        />
        a flat-field frame at each place
      </label>
      {film ? (
        <NumberField
          label={F.filmLeft.label}
          unit=""
          decimals={0}
          value={mosaic.filmLeft ?? 0}
          {...(mosaic.filmLeft === null && { words: '?' })}
          onCommit={(filmLeft) => changeMosaic((now) => ({ ...now, filmLeft }), 'film left')}
        />
      ) : (
        <NumberField
          label={F.cardGb.label}
          unit="GB"
          decimals={1}
          value={mosaic.cardGb ?? 0}
          {...(mosaic.cardGb === null && { words: '?' })}
          onCommit={(cardGb) => changeMosaic((now) => ({ ...now, cardGb }), 'room on the card')}
        />
      )}
      <p className="w-full text-right tabular-nums" data-testid="series-time">
        {given.takes} {given.takes === 1 ? 'shot' : 'shots'}, about {durationWords(given.seconds)} in all
      </p>
    </div>
  );
}
