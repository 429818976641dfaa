import { cardText } from '@gangway/messages/core/card';
import { say } from '@gangway/messages/say';
import type { Geometry } from '../geometry/geometry';
import { coneOutline } from '../coverage/cone';
import { onSlides, setupCone, setupContour, type CircleOnBack } from '../geometry/circles';
import { sectionOf, wedgeAt, type SectionLine } from '../planning/section';
import { alongAxisMm } from '../geometry/standards';
import { apertureWords, fixed, mmWords } from '../words';
import type { Mark } from './drawing';
import type { SetupSettings } from '../model/setup';

/** A place on a page, mm. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

type Point = readonly [number, number];

/** The part of a straight line that lies in a box; `null` when none does. Source: Liang and Barsky 1984. */
export function clipped([x1, y1]: Point, [x2, y2]: Point, { x, y, w, h }: Box): readonly [Point, Point] | null {
  let [from, to] = [0, 1];
  const [dx, dy] = [x2 - x1, y2 - y1];
  for (const [p, q] of [
    [-dx, x1 - x],
    [dx, x + w - x1],
    [-dy, y1 - y],
    [dy, y + h - y1],
  ] as const) {
    if (p === 0) {
      if (q < 0) return null;
      continue;
    }
    const r = q / p;
    if (p < 0) from = Math.max(from, r);
    else to = Math.min(to, r);
    if (from > to) return null;
  }
  return [
    [x1 + dx * from, y1 + dy * from],
    [x1 + dx * to, y1 + dy * to],
  ];
}

function lines(points: readonly Point[], box: Box, widthMm: number, dashed = false): readonly Mark[] {
  return points.slice(1).flatMap((to, i): readonly Mark[] => {
    const from = points[i];
    const part = from && clipped(from, to, box);
    return part ? [{ kind: 'line', x1: part[0][0], y1: part[0][1], x2: part[1][0], y2: part[1][1], widthMm, dashed }] : [];
  });
}

/** So many pieces a circle is drawn in. */
const ARCS = 72;

/** A circle where it falls on the back, mm: askew and aside when the lens leans to it. */
function ringOf(geometry: Geometry, circle: CircleOnBack): readonly Point[] {
  const r = circle.diameterMm / 2;
  if (!geometry.turned)
    return Array.from({ length: ARCS }, (_, i): Point => [r * Math.cos((i / ARCS) * 2 * Math.PI), r * Math.sin((i / ARCS) * 2 * Math.PI)]);
  const over = coneOutline(setupCone(geometry, circle), ARCS);
  // A mosaic lies over the foot of the lens, a single frame over what the slides say.
  return pairs(geometry.settings.mosaic ? over : onSlides(geometry, over));
}

function pairs(outline: Float64Array): readonly Point[] {
  return Array.from({ length: outline.length / 2 }, (_, i): Point => [outline[2 * i] ?? 0, outline[2 * i + 1] ?? 0]);
}

/** The Circle on paper: circles, where the frame may go, the frame or the frames of a mosaic, black on white. */
export function circleMarks(geometry: Geometry, box: Box): readonly Mark[] {
  const light = geometry.imageCircle;
  const sharp = geometry.sharpCircle;
  const frame = geometry.wholeFrame;
  const laid = geometry.laid;
  const at = geometry.settings.movements;
  const rects = laid?.inCircle ?? [
    {
      left: at.shiftMm - frame.widthMm / 2,
      right: at.shiftMm + frame.widthMm / 2,
      lower: at.riseMm - frame.heightMm / 2,
      upper: at.riseMm + frame.heightMm / 2,
    },
  ];
  const [lightRing, sharpRing] = [light, sharp].map((circle) => (circle ? ringOf(geometry, circle) : []));
  const widest = Math.max(light?.diameterMm ?? 0, sharp?.diameterMm ?? 0) / 2;
  // Steeply tilted, a circle goes on far beyond the paper: what matters is near the frame.
  const reach = Math.min(
    1.5 * widest,
    Math.max(0, ...[...(lightRing ?? []), ...(sharpRing ?? [])].flatMap(([x, y]) => [Math.abs(x), Math.abs(y)])),
  );
  const half = Math.max(reach, ...rects.flatMap(({ left, right, lower, upper }) => [-left, right, -lower, upper])) * 1.04;
  const scale = Math.min(box.w, box.h) / 2 / half;
  const [cx, cy] = [box.x + box.w / 2, box.y + box.h / 2];
  const to = ([mx, my]: Point): Point => [cx + mx * scale, cy - my * scale];
  const marks: Mark[] = [];
  const closed = (ring: readonly Point[] = []): readonly Point[] => [...ring, ...ring.slice(0, 1)].map(to);
  if (light && !geometry.turned) marks.push({ kind: 'disc', x: cx, y: cy, r: (light.diameterMm / 2) * scale, widthMm: 0.35 });
  else if (light) marks.push(...lines(closed(lightRing), box, 0.35));
  if (sharp) {
    // Dashed, in arcs: the sharp circle is not to be taken for the dark edge.
    const ring = closed(sharpRing);
    for (let i = 0; i + 1 < ring.length; i += 2) marks.push(...lines(ring.slice(i, i + 2), box, 0.2));
    if (!laid) {
      const outline = pairs(setupContour(geometry, sharp));
      if (outline.length > 2) marks.push(...lines(closed(outline), box, 0.12));
    }
  }
  rects.forEach(({ left, right, lower, upper }, i) => {
    const [x, y] = to([left, upper]);
    marks.push({ kind: 'rect', x, y, w: (right - left) * scale, h: (upper - lower) * scale, widthMm: laid ? 0.2 : 0.45 });
    if (laid)
      marks.push({
        kind: 'text',
        x: x + ((right - left) * scale) / 2,
        y: y + ((upper - lower) * scale) / 2 + 0.9,
        sizeMm: 2.4,
        anchor: 'middle',
        text: String(i + 1),
      });
  });
  marks.push(
    { kind: 'line', x1: cx - 1.2, y1: cy, x2: cx + 1.2, y2: cy, widthMm: 0.2 },
    { kind: 'line', x1: cx, y1: cy - 1.2, x2: cx, y2: cy + 1.2, widthMm: 0.2 },
  );
  return marks;
}

/** What the Circle on paper shows, in words under it. */
export function circleCaption(geometry: Geometry): string {
  const light = geometry.imageCircle;
  const sharp = geometry.sharpCircle;
  return say(cardText.asSeenFromBehind, {
    light: light ? say(cardText.lineLight, { diameterMm: mmWords(light.diameterMm) }) : cardText.imageCircleUnknown,
    sharp: sharp
      ? say(cardText.dashesSharpAt, { fNumber: apertureWords(geometry.settings.fNumber), diameterMm: mmWords(sharp.diameterMm) })
      : cardText.sharpCircleUnknown,
  });
}

/** The Section on paper, from the side or, when only swung, from above: lens, back, plane of sharp focus, its wedge, the pins. */
export function sectionMarks(geometry: Geometry, box: Box): readonly Mark[] {
  const view = viewOf(geometry.settings);
  const section = sectionOf(geometry, view);
  const points = section.pins.flatMap((pin) => pin.points.slice(0, 12)).filter(([z]) => z > 0 && z < 500);
  const focus =
    alongAxisMm(geometry.settings.rig.lens.focalMm, geometry.settings.focusM) > 0 &&
    geometry.settings.focusM !== null &&
    geometry.settings.focusM > 0
      ? geometry.settings.focusM
      : (geometry.settings.scene?.distanceM ?? 10);
  const far = Math.max(focus * 1.25, ...points.map(([z]) => z * 1.1), 0.05);
  const tall = Math.max(
    far * 0.12,
    ...points.map(([, u]) => Math.abs(u) * 1.15),
    section.hingeM === null ? 0 : Math.min(Math.abs(section.hingeM) * 1.1, far * 0.5),
  );
  const imageM = geometry.imageMm / 1000;
  const back = Math.max(imageM * 1.5, far * 0.06);
  const scale = Math.min(box.w / (far + back), box.h / 2 / tall);
  // Room for the back before the lens, however small it is to scale.
  const [ox, oy] = [box.x + Math.max(3.2, back * scale), box.y + box.h / 2];
  const to = ([z, u]: Point): Point => [ox + z * scale, oy - u * scale];
  const along = ({ z, u, at }: SectionLine): readonly Point[] => {
    const size = Math.hypot(z, u);
    const foot: Point = [(z * at) / size ** 2, (u * at) / size ** 2];
    const reach = (far + back) * 4 + Math.hypot(...foot);
    return [
      to([foot[0] - (-u / size) * reach, foot[1] - (z / size) * reach]),
      to([foot[0] + (-u / size) * reach, foot[1] + (z / size) * reach]),
    ];
  };
  const marks: Mark[] = [];
  // The wedge as fine strokes between its ends.
  for (let x = ox + 2; x < box.x + box.w; x += 1.6) {
    const z = (x - ox) / scale;
    const ends = wedgeAt(geometry, view, z);
    if (!ends) continue;
    const part = clipped(to([z, Math.max(-1e6, ends[0])]), to([z, Math.min(1e6, ends[1])]), box);
    if (part) marks.push({ kind: 'line', x1: part[0][0], y1: part[0][1], x2: part[1][0], y2: part[1][1], widthMm: 0.06 });
  }
  if (section.ground) marks.push(...lines(along(section.ground), box, 0.15, true));
  if (section.plane) marks.push(...lines(along(section.plane), box, 0.45));
  for (const limit of [section.near, section.far]) if (limit) marks.push(...lines(along(limit), box, 0.15, true));
  // Lens and back as they stand, not to scale in their size.
  const [bx] = to([-imageM, 0]);
  marks.push({ kind: 'line', x1: Math.min(bx, ox - 2.5), y1: oy - 3, x2: Math.min(bx, ox - 2.5), y2: oy + 3, widthMm: 0.7 });
  const [az, au] = section.axis;
  marks.push({ kind: 'line', x1: ox + au * 2.6, y1: oy + az * 2.6, x2: ox - au * 2.6, y2: oy - az * 2.6, widthMm: 0.5 });
  if (section.hingeM !== null) {
    const [hx, hy] = to([0, section.hingeM]);
    if (hy > box.y && hy < box.y + box.h) {
      marks.push(
        { kind: 'disc', x: hx, y: hy, r: 0.7, widthMm: 0, filled: true },
        { kind: 'text', x: hx + 1.4, y: hy + 0.9, sizeMm: 2.2, anchor: 'start', text: cardText.hingeLine },
      );
    }
  }
  const labels: { readonly x: number; readonly y: number }[] = [];
  for (const pin of section.pins) {
    const inside = pin.points
      .slice(0, 12)
      .map(to)
      .filter(([x, y]) => x > box.x && x < box.x + box.w - 1 && y > box.y && y < box.y + box.h);
    for (const [x, y] of inside)
      marks.push(
        pin.role === 'soft'
          ? { kind: 'disc', x, y, r: 0.7, widthMm: 0.2 }
          : { kind: 'rect', x: x - 0.6, y: y - 0.6, w: 1.2, h: 1.2, widthMm: 0.2, filled: pin.sharp },
      );
    const [first] = inside;
    if (!first) continue;
    // One above another where they would lie upon each other.
    let y = first[1] - 1.2;
    while (labels.some((label) => Math.abs(label.y - y) < 2.5 && Math.abs(label.x - first[0]) < 24)) y -= 2.6;
    labels.push({ x: first[0], y });
    marks.push({
      kind: 'text',
      x: first[0],
      y: Math.max(box.y + 2.4, y),
      sizeMm: 2.2,
      anchor: first[0] > box.x + box.w * 0.6 ? 'end' : 'start',
      text: pin.name,
    });
  }
  // A bar of a round length.
  const want = (box.w * 0.2) / scale;
  const power = 10 ** Math.floor(Math.log10(want));
  const m = [5, 2, 1].map((k) => k * power).find((each) => each <= want) ?? power;
  const y = box.y + box.h - 1;
  marks.push(
    { kind: 'line', x1: box.x + 1, y1: y, x2: box.x + 1 + m * scale, y2: y, widthMm: 0.3 },
    {
      kind: 'text',
      x: box.x + 2 + m * scale,
      y: y + 0.6,
      sizeMm: 2.2,
      anchor: 'start',
      text: lengthLabel(m),
    },
  );
  return marks;
}

function lengthLabel(m: number): string {
  if (m >= 1) return `${fixed(m, 0)} m`;
  if (m >= 0.01) return `${fixed(m * 100, 0)} cm`;
  return `${fixed(m * 1000, 0)} mm`;
}

/** A lens that is only swung is looked at from above. */
export function viewOf({ front }: Pick<SetupSettings, 'front'>): 'side' | 'plan' {
  return Math.abs(front.swingDeg) > Math.abs(front.tiltDeg) ? 'plan' : 'side';
}
