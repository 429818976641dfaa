import { frameText } from '@gangway/messages/web/bench/frame';
import { say } from '@gangway/messages/say';
import { type Geometry, geometryOf } from '@gangway/core/geometry/geometry';
import type { ReactNode } from 'react';
import { riseOrPitch, type LevelRect, type RiseOrPitch } from '@gangway/core/planning/riseOrPitch';
import { fixed, riseWords } from '@gangway/core/words';
import { Dialog } from '../../ui/Dialog';
import { PlainDrawing } from '../../setup/finder/PlainDrawing';
import { finderView, type FinderView } from '../../setup/finder/view';
import { Th } from '../../ui/Table';

/** The same subject by rise, and by pitching the camera and making it upright in software, side by side. */
export function RiseOrPitchDialog({ geometry, onClose }: { readonly geometry: Geometry; readonly onClose: () => void }) {
  const { scene } = geometry.settings;
  const level = scene && { ...geometry.settings, rear: { tiltDeg: 0, swingDeg: 0 }, scene: { ...scene, pitchDeg: 0, rollDeg: 0 } };
  const found = level && riseOrPitch(geometryOf(level));
  const view = level && finderView(geometryOf(level));
  return (
    <Dialog open wide onClose={onClose} title={frameText.riseOrPitchAndCorrect} help={frameText.theSamePictureTwiceDrawn}>
      {!found || !view ? (
        <p>{scene && Math.abs(geometry.settings.movements.riseMm) < 0.05 ? frameText.noRiseToCompareSet : frameText.atThePitchThisRise}</p>
      ) : (
        <>
          <div className="grid grid-cols-2 gap-4">
            <Side title={say(frameText.by, { riseMm: riseWords(geometry.settings.movements.riseMm) })}>
              <LevelDrawing view={view} rect={found.byRise} whole={found.byRise} outline={null} />
            </Side>
            <Side
              title={say(frameText.pitchedUpThenCorrected, {
                pitchDeg: fixed(Math.abs(found.pitchDeg), 1),
                pitchDeg2: found.pitchDeg > 0 ? 'yes' : 'no',
              })}
            >
              <LevelDrawing view={view} rect={found.byPitch} whole={boxOf(found)} outline={found.pitchedFrame} />
            </Side>
          </div>
          <Specs found={found} geometry={geometry} />
        </>
      )}
    </Dialog>
  );
}

function Side({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <figure>
      <figcaption className="mb-1 text-sm font-medium">{title}</figcaption>
      {children}
    </figure>
  );
}

/** The box around the pitched frame. */
function boxOf({ pitchedFrame }: RiseOrPitch): LevelRect {
  const [xs, ys] = [pitchedFrame.map(([x]) => x), pitchedFrame.map(([, y]) => y)];
  return { left: Math.min(...xs), right: Math.max(...xs), lower: Math.min(...ys), upper: Math.max(...ys) };
}

const HIGH_PX = 250;

/** A part of the back of a level camera: the picture in it, and what of it is lost. */
function LevelDrawing({
  view,
  rect,
  whole,
  outline,
}: {
  readonly view: FinderView;
  readonly rect: LevelRect;
  readonly whole: LevelRect;
  readonly outline: readonly (readonly [number, number])[] | null;
}) {
  const [wide, high] = [whole.right - whole.left, whole.upper - whole.lower];
  const scale = HIGH_PX / high;
  const [width, height] = [wide * scale, HIGH_PX];
  const shown: FinderView = {
    ...view,
    camera: {
      ...view.camera,
      frame: { widthMm: wide, heightMm: high },
      movements: { tiltDeg: 0, swingDeg: 0, shiftMm: (whole.left + whole.right) / 2, riseMm: (whole.lower + whole.upper) / 2 },
    },
  };
  const x = (mm: number) => (mm - whole.left) * scale;
  const y = (mm: number) => (whole.upper - mm) * scale;
  const kept = `M${x(rect.left)} ${y(rect.upper)} H${x(rect.right)} V${y(rect.lower)} H${x(rect.left)} Z`;
  return (
    <div className="relative overflow-hidden border border-rule" style={{ width: 'fit-content', maxWidth: '100%' }}>
      <PlainDrawing view={shown} width={width} height={height} />
      {outline && (
        <svg width={width} height={height} className="absolute inset-0" aria-hidden>
          <defs>
            <pattern id="lost" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="7" height="7" fill="var(--ground)" fillOpacity="0.72" />
              <path d="M0 0 V7" stroke="var(--fails)" strokeWidth="2" />
            </pattern>
          </defs>
          <path fillRule="evenodd" d={`M0 0 H${width} V${height} H0 Z ${kept}`} fill="url(#lost)" />
          <path d={`M${outline.map(([px, py]) => `${x(px)} ${y(py)}`).join(' L')} Z`} fill="none" stroke="var(--ink)" strokeWidth="1.6" />
          <path d={kept} fill="none" stroke="var(--accent)" strokeWidth="2" />
        </svg>
      )}
    </div>
  );
}

function Specs({ found, geometry }: { readonly found: RiseOrPitch; readonly geometry: Geometry }) {
  const mpx = (pixels: number | null) => (pixels === null ? '' : say(frameText.mpx, { pixels: fixed(pixels / 1e6, 1) }));
  const out = (mm: number) => (mm <= 0 ? frameText.nothing : say(frameText.mmOfTheSubject, { mm: fixed(mm, 1) }));
  const { widthMm, heightMm } = geometry.wholeFrame;
  return (
    <table className="mt-3 w-full border-collapse text-sm tabular-nums">
      <thead>
        <tr className="border-b border-rule text-left text-ink-soft">
          <Th />
          <Th className="py-1">{frameText.rise}</Th>
          <Th>{frameText.pitchAndSoftware}</Th>
        </tr>
      </thead>
      <tbody>
        {[
          [frameText.pixelsKept, `100 %${mpx(found.pixelsByRise)}`, `${fixed(found.keptByPitch * 100, 0)} %${mpx(found.pixelsByPitch)}`],
          [
            frameText.stretchAtTheFarEdge,
            frameText.notAtAll,
            say(frameText.timesAcrossAlong, { stretchAcross: fixed(found.stretchAcross, 2), stretchAlong: fixed(found.stretchAlong, 2) }),
          ],
          [frameText.lostFromTheFrame, out(found.outByRise), out(found.outByPitch)],
        ].map(([label, rise, pitch]) => (
          <tr key={label} className="border-b border-hairline">
            <Th scope="row" className="py-1 pr-2 text-left font-normal">
              {label}
            </Th>
            <td className="pr-2">{rise}</td>
            <td>{pitch}</td>
          </tr>
        ))}
      </tbody>
      <caption className="caption-bottom pt-2 text-left text-ink-soft">
        {say(frameText.aLevelLensThatIncludes, {
          focalMm: fixed(found.wider.focalMm, 1),
          widthMm: fixed(widthMm, 0),
          heightMm: fixed(heightMm, 0),
          kept: fixed(found.wider.kept * 100, 0),
        })}
      </caption>
    </table>
  );
}
