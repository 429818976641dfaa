import { room } from './stitch/room';
import { parallax } from './stitch/parallax';
import { seam } from './stitch/seam';
import { travel } from './coverage/travel';
import { pins } from './focus/pins';
import { soft } from './focus/soft';
import { reach } from './focus/reach';
import { stack } from './focus/stack';
import { tiltTravel } from './focus/tiltTravel';
import { stretch } from './frame/stretch';
import { obstacle } from './position/obstacle';
import { diffraction } from './expose/diffraction';
import { film } from './expose/film';
import { flash } from './expose/flash';
import { flashPower } from './expose/flashPower';
import { pops } from './expose/pops';
import { readout } from './expose/readout';
import { time } from './expose/time';

// Each check, told facts that differ in one thing, says what a photographer
// would read then: the sentence, its note after a dash, and the margin.

interface Told<F> {
  readonly message: (facts: F) => string;
  readonly note: (facts: F) => string | null;
  readonly margin: (facts: F) => { readonly value: number; readonly unit: string } | null;
}

function told<F>(check: Told<F>, ...facts: readonly F[]): readonly string[] {
  return facts.map((each) => {
    const [note, margin] = [check.note(each), check.margin(each)];
    return [check.message(each), note && `— ${note}`, margin && `(${Number(margin.value.toFixed(2))} ${margin.unit})`]
      .filter((part) => part !== null)
      .join(' ');
  });
}

test('room: files and film, above and below 10 GB, enough and not', () => {
  const gb = { state: 'passes', shots: 12, gb: 4.25, free: 64, film: false } as const;
  expect(
    told(
      room,
      gb,
      { ...gb, gb: 14.6, free: 15.4, state: 'tight' },
      { ...gb, gb: 14.6, free: 8.5, state: 'fails' },
      { ...gb, gb: null, state: 'unknown' },
      { ...gb, film: true, gb: null, free: 15 },
      { ...gb, film: true, gb: null, shots: 1, free: 0, state: 'fails' },
    ),
  ).toMatchInlineSnapshot(`
   [
     "Needs 12 shots, about 4.3 GB; 64 GB are free. (59.75 GB)",
     "Needs 12 shots, about 15 GB; 15 GB are free. (0.8 GB)",
     "Needs 12 shots, about 15 GB, but only 8.5 GB are free. (-6.1 GB)",
     "Whether there is room for 12 shots is unknown.",
     "Needs 12 frames of film; 15 frames are left. (3 frames)",
     "Needs 1 frame of film, but none is left. (-1 frames)",
   ]
  `);
});

test('parallax: by what moves, and within or beyond the tolerance', () => {
  const found = { px: 3.456, between: [1, 2], wayMm: 12, nearestM: 4 } as const;
  const base = { state: 'fails', mover: 'lens', accepted: 1, parallax: found, film: false } as never as Parameters<
    typeof parallax.message
  >[0];
  const of = (more: object) => ({ ...base, ...more });
  expect(
    told(
      parallax,
      base,
      of({ state: 'passes', accepted: 5 }),
      of({ parallax: { ...found, px: 12.6 } }),
      of({ film: true }),
      of({ state: 'unknown', parallax: null }),
      of({ state: 'passes', mover: 'back' }),
      of({ state: 'passes', mover: 'counter' }),
      of({ state: 'passes', parallax: { ...found, px: 0, between: null } }),
      of({ parallax: { ...found, nearestM: null } }),
    ),
  ).toMatchInlineSnapshot(`
   [
     "Parallax of 3.46 px between frames 1 and 2, where the lens moves 12.0 mm, more than the tolerance of 1.0 px. — Nothing in the overlaps may be nearer than 4.00 m. (-2.46 px)",
     "Parallax of at most 3.46 px between frames 1 and 2, where the lens moves 12.0 mm (tolerance 5.0 px). (1.54 px)",
     "Parallax of 13 px between frames 1 and 2, where the lens moves 12.0 mm, more than the tolerance of 1.0 px. — Nothing in the overlaps may be nearer than 4.00 m. (-11.6 px)",
     "Parallax of 3.46 px of 5 µm between frames 1 and 2, where the lens moves 12.0 mm, more than the tolerance of 1.0 px. — Nothing in the overlaps may be nearer than 4.00 m. (-2.46 px)",
     "Parallax in the overlaps is unknown: the lens moves from frame to frame. — Enter the distance of the nearest thing in the overlaps, in the step Stitch.",
     "The lens stands still: no parallax in the overlaps. — The tripod has to hold the lens: by the foot of the adapter, or by a collar. Check that the back clears the head below. (-2.46 px)",
     "The lens stands still, since the camera is slid the other way: no parallax in the overlaps. — The list of the series says how far to slide it; you need a rail under the camera. (-2.46 px)",
     "The lens stands still from frame to frame: no parallax in the overlaps. (1 px)",
     "Parallax of 3.46 px between frames 1 and 2, where the lens moves 12.0 mm, more than the tolerance of 1.0 px. (-2.46 px)",
   ]
  `);
});

test('seams: within a frame, beside a seam, across one', () => {
  const zone = { zone: 'the ferry', within: null, between: [2, 3], px: 4.56 } as const;
  const base = { state: 'fails', zone, zones: 1 } as never as Parameters<typeof seam.message>[0];
  const of = (state: string, more: object, zones = 1) => ({ ...base, state, zones, zone: { ...zone, ...more } }) as typeof base;
  expect(
    told(
      seam,
      base,
      of('tight', { px: 24.6 }),
      of('passes', { between: null }),
      of('passes', { within: 1, between: null }),
      of('passes', { within: 1, between: null }, 3),
    ),
  ).toMatchInlineSnapshot(`
   [
     "A seam crosses “the ferry”, and what moves there goes 4.6 px between frames 2 and 3. — Or shoot that pair twice and mask it, or expose so long that the movement becomes a smooth streak. A slow readout skews moving things; a leaf shutter does not.",
     "A seam crosses “the ferry”, but what moves there goes 25 px between frames 2 and 3.",
     "“the ferry” is not crossed by a seam.",
     "“the ferry” lies within one frame: no seam has to cross it.",
     "All 3 zones in which something moves lie within one frame: no seam has to cross it.",
   ]
  `);
});

test('travel: a position, a frame of several, at the stop, beyond it, and a rig without slides', () => {
  const base = { state: 'passes', spareMm: 3.25, stop: 'rise', fixed: false, frame: null } as const;
  const frame = { number: 2, of: 3 };
  expect(
    told(
      travel,
      base,
      { ...base, state: 'tight', spareMm: 0.4 },
      { ...base, state: 'tight', spareMm: 0.04 },
      { ...base, state: 'tight', spareMm: 0.04, frame },
      { ...base, frame },
      { ...base, frame: { number: 1, of: 1 } },
      { ...base, state: 'fails', spareMm: -1.5, frame },
      { ...base, state: 'fails', spareMm: -1.5, stop: 'left' },
      { ...base, state: 'fails', spareMm: -1.5, fixed: true },
      { ...base, fixed: true },
      { ...base, spareMm: null },
      { ...base, state: 'unknown', stop: null },
      { ...base, state: 'unknown', stop: null, spareMm: null },
    ),
  ).toMatchInlineSnapshot(`
   [
     "The slides reach this position, with 3.3 mm left to the rise stop. (3.25 mm)",
     "The slides reach this position, with only 0.4 mm left to the rise stop. (0.4 mm)",
     "The slide is at its rise stop. (0.04 mm)",
     "At frame 2 the slide is at its rise stop. (0.04 mm)",
     "The slides reach all 3 frames, with 3.3 mm left to the rise stop. (3.25 mm)",
     "The slides reach this position, with 3.3 mm left to the rise stop. (3.25 mm)",
     "Frame 2 lies 1.5 mm beyond the rise stop. (-1.5 mm)",
     "This position lies 1.5 mm beyond the left stop. (-1.5 mm)",
     "This rig has no movements, and 1.5 mm are set. (-1.5 mm)",
     "This rig has no movements, and none are set. (3.25 mm)",
     "Whether the slides reach this position is unknown.",
     "Whether the slides reach this position is unknown. — The rig has no travel entered. Read the last marks of its slides in each direction. (3.25 mm)",
     "Whether the slides reach this position is unknown. — The rig has no travel entered. Read the last marks of its slides in each direction.",
   ]
  `);
});

test('pins: sharp, out of tolerance, without an image, and on what is gone', () => {
  const worst = { name: 'the label', blurMm: 0.03, blurPx: 6, side: 'inFocus' } as const;
  const base = { state: 'passes', fNumber: 8, spareStops: 1, worst, allowedMm: 0.03, count: 3, lost: [] } as const;
  expect(
    told(
      pins,
      base,
      { ...base, count: 1 },
      { ...base, state: 'tight', spareStops: 0.2 },
      { ...base, spareStops: Infinity },
      { ...base, spareStops: Infinity, count: 1 },
      { ...base, state: 'fails', spareStops: -1.2 },
      { ...base, state: 'fails', spareStops: -1.2, worst: { ...worst, side: 'nearer' } },
      { ...base, state: 'fails', spareStops: -1.2, worst: { ...worst, side: 'farther', blurPx: null } },
      { ...base, state: 'fails', spareStops: null, worst: { ...worst, blurMm: null } },
      { ...base, state: 'unknown', spareStops: null, worst: null, lost: ['the roof'] },
      { ...base, state: 'unknown', lost: ['the roof', 'the door'] },
    ),
  ).toMatchInlineSnapshot(`
   [
     "All 3 pins are sharp enough at f/8, with 1 stop to spare. (1 stops)",
     "“the label” is sharp enough at f/8, with 1 stop to spare. (1 stops)",
     "All 3 pins are sharp enough at f/8, with only 0.2 stops to spare. — A blur of up to 30 µm counts as sharp. (0.2 stops)",
     "All 3 pins are sharp enough at f/8, in the plane of focus. (Infinity stops)",
     "“the label” is sharp enough at f/8, in the plane of focus. (Infinity stops)",
     "“the label” is blurred by 6.0 px (30 µm): 1.2 stops out of tolerance at f/8. — A blur of up to 30 µm counts as sharp. (-1.2 stops)",
     "“the label” is blurred by 6.0 px (30 µm), nearer than the plane of sharp focus: 1.2 stops out of tolerance at f/8. — A blur of up to 30 µm counts as sharp. (-1.2 stops)",
     "“the label” is blurred by 30 µm, farther than the plane of sharp focus: 1.2 stops out of tolerance at f/8. — A blur of up to 30 µm counts as sharp. (-1.2 stops)",
     "“the label” cannot be focused at all at this setting. — A blur of up to 30 µm counts as sharp.",
     "Whether the pins are sharp is unknown: the thing they were on is gone. — The subject no longer has the thing “the roof” was on; remove the pin or move it.",
     "All 3 pins are sharp enough at f/8, with 1 stop to spare. — The subject no longer has the things “the roof”, “the door” were on; remove the pins or move them. (1 stops)",
   ]
  `);
});

test('softness: soft enough, not yet, and unknown', () => {
  const worst = { name: 'the wall', blurMm: 0.4, blurPx: 80 };
  const base = { state: 'passes', spareStops: 1, worst, lost: [], times: 5 } as const;
  expect(
    told(
      soft,
      base,
      { ...base, state: 'tight', spareStops: 0.1 },
      { ...base, state: 'fails', spareStops: -2, worst: { ...worst, blurPx: null } },
      { ...base, state: 'unknown', lost: ['the roof'] },
      { ...base, state: 'unknown', worst: null, lost: ['the roof', 'the door'] },
    ),
  ).toMatchInlineSnapshot(`
   [
     "Soft as wanted: “the wall” is blurred by 80 px (400 µm), with 1 stop to spare. (1 stops)",
     "Soft as wanted: “the wall” is blurred by 80 px (400 µm), with only 0.1 stops to spare. (0.1 stops)",
     "“the wall” is blurred by 400 µm, not soft enough: you asked for 5 times the permissible blur. (-2 stops)",
     "Whether “the roof” is soft is unknown: move the pin or remove it. (1 stops)",
     "Whether “the roof”, “the door” are soft is unknown: move the pins or remove them. (1 stops)",
   ]
  `);
});

test('reach of focus: to either end, by lens or bellows, and more or less than a millimetre', () => {
  const base = { state: 'passes', spareMm: 12.34, end: 'near', by: 'lens' } as const;
  expect(
    told(
      reach,
      base,
      { ...base, state: 'tight', spareMm: 0.456 },
      { ...base, end: 'far' },
      { ...base, state: 'fails', spareMm: -0.456 },
      { ...base, state: 'fails', spareMm: -3.456, by: 'bellows' },
      { ...base, state: 'fails', spareMm: -3.456, end: 'far', by: 'bellows' },
      { ...base, state: 'unknown', spareMm: null },
    ),
  ).toMatchInlineSnapshot(`
   [
     "The lens reaches this focus, with 12.3 mm of extension left. (12.34 mm)",
     "The lens reaches this focus, with only 0.46 mm of extension left. (0.46 mm)",
     "The lens reaches this focus. (12.34 mm)",
     "The lens is too short for this focus: 0.46 mm more extension needed. (-0.46 mm)",
     "The bellows are too short for this focus: 3.5 mm more extension needed. (-3.46 mm)",
     "The bellows would have to be 3.5 mm shorter than they go: beyond infinity. (-3.46 mm)",
     "Whether the rig focuses there is unknown. — Enter the rig’s nearest focus and whether it reaches infinity.",
   ]
  `);
});

test('stack: shots that follow each other, a gap, too many, and something that moves', () => {
  const base = { state: 'passes', shots: 4, sharedPercent: 24.4, most: 20, moves: false } as const;
  expect(
    told(
      stack,
      base,
      { ...base, state: 'tight', sharedPercent: 2 },
      { ...base, state: 'fails', sharedPercent: -12 },
      { ...base, state: 'fails', shots: 21 },
      { ...base, shots: 20 },
      { ...base, state: 'fails', moves: true },
    ),
  ).toMatchInlineSnapshot(`
   [
     "The 4 shots of the stack share 24 % of their depth. (24.4 %)",
     "The 4 shots of the stack share 2 % of their depth: just enough. (2 %)",
     "Between neighbouring shots of the stack 12 % of their depth is missing: there is a gap in sharpness. (-12 %)",
     "The stack takes 21 shots; your maximum is 20. (24.4 %)",
     "The 20 shots of the stack share 24 % of their depth. (24.4 %)",
     "Something in the picture moves: the 4 shots of the stack will not go together. (24.4 %)",
   ]
  `);
});

test('travel of a tilt: reached, only just, not, and unknown', () => {
  const base = {
    state: 'passes',
    by: null,
    spareDeg: 4.04,
    nearest: { tiltDeg: 8, swingDeg: 0 },
    locked: false,
    forwardMm: 0,
  } as never as Parameters<typeof tiltTravel.message>[0];
  const of = (more: object) => ({ ...base, ...more });
  expect(
    told(
      tiltTravel,
      base,
      of({ state: 'tight', spareDeg: 0.06 }),
      of({ state: 'fails', spareDeg: -1.26 }),
      of({ state: 'fails', spareDeg: -1.26, nearest: null }),
      of({ state: 'fails', spareDeg: -1.26, nearest: { tiltDeg: 0, swingDeg: 0 } }),
      of({ locked: true, forwardMm: 3 }),
      of({ forwardMm: 3.04 }),
      of({ forwardMm: -3.04 }),
      of({ forwardMm: 0.04 }),
      of({ forwardMm: -0.04 }),
      of({ state: 'unknown', spareDeg: null }),
    ),
  ).toMatchInlineSnapshot(`
   [
     "This rig reaches this tilt, with 4.0° left. (4.04 °)",
     "This rig reaches this tilt, with only 0.1° left. (0.06 °)",
     "This rig cannot reach this tilt; the closest available is tilt 8.0° forward, 1.3° away. (-1.26 °)",
     "This rig cannot reach this tilt; the closest available is straight, 1.3° away. (-1.26 °)",
     "This rig cannot reach this tilt; the closest available is no tilt, 1.3° away. (-1.26 °)",
     "This rig reaches this tilt, with 4.0° left. — Its direction is locked to that of the shift. (4.04 °)",
     "This rig reaches this tilt, with 4.0° left. — It tilts about its base, which moves the lens 3.0 mm forward: focus again after tilting. (4.04 °)",
     "This rig reaches this tilt, with 4.0° left. — It tilts about its base, which moves the lens 3.0 mm back: focus again after tilting. (4.04 °)",
     "This rig reaches this tilt, with 4.0° left. (4.04 °)",
     "This rig reaches this tilt, with 4.0° left. (4.04 °)",
     "Whether this rig reaches this tilt is unknown. — Read the last mark of the tilt scale, and whether its direction goes with the shift.",
   ]
  `);
});

test('edge stretch and room for the tripod', () => {
  const base = { state: 'passes', stretch: 1.1, accepted: 1.15 } as const;
  expect(
    told(
      stretch,
      base,
      { ...base, state: 'tight', stretch: 1.149 },
      { ...base, state: 'fails', stretch: 1.2 },
      { ...base, state: 'fails', stretch: null },
    ),
  ).toMatchInlineSnapshot(`
   [
     "A round object at this point is drawn 1.10 times as long as wide, within the 1.15 accepted. — A round thing is stretched by 1/cos of its angle from the axis; turn toward it and counter-shift to reduce this. (0.05 )",
     "A round object at this point is drawn 1.15 times as long as wide, just within the 1.15 accepted. — A round thing is stretched by 1/cos of its angle from the axis; turn toward it and counter-shift to reduce this. (0 )",
     "A round object at this point is drawn 1.20 times as long as wide; 1.15 is accepted. — A round thing is stretched by 1/cos of its angle from the axis; turn toward it and counter-shift to reduce this. (-0.05 )",
     "The thing watched for edge stretch is behind the camera. — A round thing is stretched by 1/cos of its angle from the axis; turn toward it and counter-shift to reduce this.",
   ]
  `);
  expect(told(obstacle, { state: 'passes', spareM: 3.04 }, { state: 'tight', spareM: 0.24 }, { state: 'fails', spareM: -1.54 }))
    .toMatchInlineSnapshot(`
   [
     "There is room for the camera; the obstacle is 3.0 m behind it. (3.04 m)",
     "The obstacle is only 0.2 m behind the camera; the legs of a tripod take about half a metre. (0.24 m)",
     "There is no room for the camera: it would be 1.5 m behind the obstacle. (-1.54 m)",
   ]
  `);
});

test('diffraction: by pixels and on film', () => {
  const base = { state: 'passes', fNumber: 8, airyMm: 0.0107, allowedMm: 0.015, pixelMm: 0.005 } as const;
  expect(
    told(
      diffraction,
      base,
      { ...base, pixelMm: null },
      { ...base, state: 'tight', airyMm: 0.0164, fNumber: 11 },
      { ...base, state: 'fails', airyMm: 0.0416, fNumber: 32, pixelMm: null },
    ),
  ).toMatchInlineSnapshot(`
   [
     "At f/8 the Airy disc is 2.1 px wide; the picture stays crisp up to 3 px. (4.3 µm)",
     "At f/8 the Airy disc is 11 µm wide; the picture stays crisp up to 15 µm. (4.3 µm)",
     "At f/11 the Airy disc is 3.3 px wide, above the 3 px limit for a crisp picture: just visible. — Stopping down softens the whole frame; a tilt or focus stack does not. (-1.4 µm)",
     "At f/32 the Airy disc is 42 µm wide, above the 15 µm limit for a crisp picture: visibly soft. — Stopping down softens the whole frame; a tilt or focus stack does not. (-26.6 µm)",
   ]
  `);
});

test('film: enough, too little, and unknown', () => {
  const base = { state: 'passes', shots: 3, left: 8 } as const;
  expect(
    told(
      film,
      base,
      { ...base, shots: 1 },
      { ...base, state: 'fails', left: 2 },
      { ...base, state: 'unknown', left: null },
      { ...base, state: 'unknown', left: null, shots: 1 },
    ),
  ).toMatchInlineSnapshot(`
   [
     "Needs 3 frames of film; 8 left. (5 frames)",
     "Needs 1 frame of film; 8 left. (7 frames)",
     "Needs 3 frames of film, but only 2 are left. (-1 frames)",
     "Whether there is film for these 3 frames is unknown. — Enter how many frames are left, in the step Expose.",
     "Whether there is film for this frame is unknown. — Enter how many frames are left, in the step Expose.",
   ]
  `);
});

test('flash sync: by the shutter, its speed, and what is not known', () => {
  const base = { state: 'passes', shutter: 'focal', syncS: 1 / 200, shortestS: 1 / 125 } as const;
  expect(
    told(
      flash,
      base,
      { ...base, state: 'fails', shortestS: 1 / 500 },
      { ...base, shutter: 'leaf', syncS: 0 },
      { ...base, state: 'fails', shutter: 'electronic', syncS: Infinity },
      { ...base, state: 'unknown', syncS: null },
      { ...base, state: 'unknown', shortestS: null },
    ),
  ).toMatchInlineSnapshot(`
   [
     "At 1/125 s flash lights the whole frame; the focal-plane shutter syncs up to 1/200 s. — Keep mains power off wet floors; follow local electrical rules. (0.68 stops)",
     "At 1/500 s flash leaves part of the frame dark: the focal-plane shutter syncs only up to 1/200 s. — Keep mains power off wet floors; follow local electrical rules. (-1.32 stops)",
     "Flash lights the whole frame at every shutter speed of the leaf shutter in the lens. — Keep mains power off wet floors; follow local electrical rules.",
     "The electronic shutter cannot be used with flash. — Keep mains power off wet floors; follow local electrical rules. (-Infinity stops)",
     "Whether flash lights the whole frame with the focal-plane shutter is unknown. — The flash sync speed is a spec of the body; the shutter speed comes from a meter reading.",
     "Whether flash lights the whole frame with the focal-plane shutter is unknown. — The flash sync speed is a spec of the body; the shutter speed comes from a meter reading.",
   ]
  `);
});

test('flash power: enough, too little and too much, with ambient light, several pops, and what is not known', () => {
  const base = {
    state: 'passes',
    fNumber: 11,
    light: { pops: 1 },
    found: { totalStops: 0.1, powerStops: -0.1, ambientShare: 0.02 },
    filters: [],
  } as never as Parameters<typeof flashPower.message>[0];
  const of = (more: object, found: object = {}, light: object = {}) => ({
    ...base,
    ...more,
    light: { ...base.light, ...light } as typeof base.light,
    found: { ...base.found, ...found } as typeof base.found,
  });
  expect(
    told(
      flashPower,
      base,
      of({}, { ambientShare: 0.4 }),
      of({}, { ambientShare: null }),
      of({}, {}, { pops: 4 }),
      of({ state: 'fails' }, { totalStops: -1.5, powerStops: 1.5 }),
      of({ state: 'fails' }, { totalStops: 1.5, powerStops: -1.5, ambientShare: 0.4 }, { pops: 2 }),
      of({ state: 'fails' }, { totalStops: 1.5, powerStops: null }),
      of({ state: 'unknown', filters: ['the grey grad'] }, { totalStops: null, powerStops: null }),
      { ...base, light: null, found: null, state: 'unknown' },
      { ...base, found: null, state: 'unknown' },
    ),
  ).toMatchInlineSnapshot(`
   [
     "1 pop and ambient light expose correctly at f/11; 2 % of the light is ambient. (0.4 stops)",
     "1 pop and ambient light expose correctly at f/11; 40 % of the light is ambient. (0.4 stops)",
     "1 pop exposes correctly at f/11. — Ambient light is not counted: no meter reading has been entered. (0.4 stops)",
     "4 pops and ambient light expose correctly at f/11; 2 % of the light is ambient. (0.4 stops)",
     "1 pop and ambient light underexpose by 1.5 stops at f/11. — The flash can also be turned up by 1.5 stops, if it has that in reserve. (-1 stops)",
     "2 pops and ambient light overexpose by 1.5 stops at f/11. — The flash can also be turned down by 1.5 stops. (-1 stops)",
     "1 pop and ambient light overexpose by 1.5 stops at f/11. — Ambient light alone is too much: use a faster shutter speed or a smaller aperture. (-1 stops)",
     "How much flash light reaches the film or sensor is unknown: the filter factor of the grey grad is missing.",
     "How much light the flash gives is unknown. — Enter a flash meter reading at the subject, or guide number and distance, in the step Expose.",
     "How much light the flash gives is unknown. — Enter a flash meter reading at the subject, or guide number and distance, in the step Expose.",
   ]
  `);
});

test('several pops: still, moving, in too short an opening, and of unknown recycling', () => {
  const base = {
    state: 'passes',
    pops: 4,
    opening: 'one',
    takesS: 6,
    openS: 8,
    setS: 8,
    movedPx: null,
    allowedPx: 4,
    film: false,
  } as const;
  expect(
    told(
      pops,
      base,
      { ...base, opening: 'each' },
      { ...base, movedPx: 2.5 },
      { ...base, state: 'fails', movedPx: 25.4 },
      { ...base, state: 'fails', movedPx: 25.4, film: true },
      { ...base, state: 'fails', openS: 4, setS: 4 },
      { ...base, openS: 4, setS: 4, opening: 'each' },
      { ...base, state: 'unknown', takesS: null },
    ),
  ).toMatchInlineSnapshot(`
   [
     "4 pops take 6 s; no moving subject is entered. — Keep camera and subject still, and the room dark between pops; let the flash cool after a long series.",
     "4 pops take 6 s; no moving subject is entered. — Cock the shutter without winding the film, or use the multiple-exposure setting; do not touch the camera.",
     "4 pops take 6 s; the moving subject travels 2.5 px in that time. — Keep camera and subject still, and the room dark between pops; let the flash cool after a long series. (1.5 px)",
     "The moving subject travels 25 px between the first and last of 4 pops, 6 s apart; tolerance 4.0 px. — Keep camera and subject still, and the room dark between pops; let the flash cool after a long series. (-21.4 px)",
     "The moving subject travels 25 px of 5 µm between the first and last of 4 pops, 6 s apart; tolerance 4.0 px of 5 µm. — Keep camera and subject still, and the room dark between pops; let the flash cool after a long series. (-21.4 px)",
     "4 pops take 6 s, but the shutter is open for only 4 s. — Keep camera and subject still, and the room dark between pops; let the flash cool after a long series. (-0.58 stops)",
     "4 pops take 6 s; no moving subject is entered. — Cock the shutter without winding the film, or use the multiple-exposure setting; do not touch the camera.",
     "How long 4 pops take is unknown. — Enter the recycling time of the flash in the step Expose.",
   ]
  `);
});

test('readout: bent, straight, at once, and unknown', () => {
  const base = { state: 'passes', shutter: 'electronic', readoutMs: 30, bentPx: 2.34, allowedPx: 4, film: false } as const;
  expect(
    told(
      readout,
      base,
      { ...base, state: 'fails', bentPx: 23.4 },
      { ...base, film: true },
      { ...base, readoutMs: 0, bentPx: 0 },
      { ...base, state: 'unknown', readoutMs: null, bentPx: null },
      { ...base, state: 'unknown', bentPx: null },
    ),
  ).toMatchInlineSnapshot(`
   [
     "Rolling-shutter skew of 2.3 px (electronic shutter, 30 ms readout); tolerance 4.0 px. (1.66 px)",
     "Rolling-shutter skew of 23 px (electronic shutter, 30 ms readout); tolerance 4.0 px. — Moving verticals will appear slanted: the rows are read one after another (rolling shutter). (-19.4 px)",
     "Rolling-shutter skew of 2.3 px of 5 µm (electronic shutter, 30 ms readout); tolerance 4.0 px of 5 µm. (1.66 px)",
     "The electronic shutter exposes the whole frame at once: no rolling-shutter skew. (4 px)",
     "Rolling-shutter skew with the electronic shutter is unknown.",
     "Rolling-shutter skew with the electronic shutter is unknown.",
   ]
  `);
});

test('shutter speed: within its range, beyond either end, held open, and what is lacking', () => {
  const base = {
    state: 'passes',
    shutter: 'leaf',
    neededS: 1 / 60,
    endS: 1 / 500,
    end: 'fast',
    spareStops: 3.05,
    lacks: null,
    bulb: false,
  } as const;
  expect(
    told(
      time,
      base,
      { ...base, spareStops: Infinity },
      { ...base, state: 'tight', spareStops: -0.02 },
      { ...base, state: 'fails', neededS: 8, end: 'slow', endS: 1, spareStops: -3 },
      { ...base, state: 'fails', neededS: 1 / 2000, spareStops: -2 },
      { ...base, bulb: true, neededS: 95, spareStops: Infinity },
      { ...base, state: 'unknown', lacks: { kind: 'filters', names: ['the grey grad', 'the red'] } },
      { ...base, state: 'unknown', lacks: { kind: 'reciprocity' } },
      { ...base, state: 'unknown', lacks: { kind: 'shutter' } },
      { ...base, state: 'unknown' },
      { ...base, neededS: null },
      { ...base, spareStops: null },
    ),
  ).toMatchInlineSnapshot(`
   [
     "1/60 s is within the range of the leaf shutter in the lens, 3.1 stops from its limit. (3.05 stops)",
     "1/60 s is within the range of the leaf shutter in the lens. (Infinity stops)",
     "1/60 s is within the range of the leaf shutter in the lens, 0.0 stops from its limit. (-0.02 stops)",
     "8 s is outside the range of the leaf shutter in the lens (slowest 1 s): 3.0 stops underexposed. (-3 stops)",
     "1/2000 s is outside the range of the leaf shutter in the lens (fastest 1/500 s): 2.0 stops overexposed. (-2 stops)",
     "Hold the leaf shutter in the lens open for 95 s and count (bulb). — Held open and counted: the step Expose has a countdown. (Infinity stops)",
     "Whether the shutter covers this is unknown: the filter factors of the grey grad and the red are missing. — Filter factors are entered in the kit, with the filter. (3.05 stops)",
     "Whether the shutter covers this is unknown: the film’s reciprocity is missing. — Enter it in the kit, with the film. (3.05 stops)",
     "Whether the shutter covers this is unknown: the shutter’s fastest and slowest speeds are missing. — Enter them in the kit, with the body or with the lens in its shutter. (3.05 stops)",
     "Whether the shutter covers this is unknown: the shutter’s fastest and slowest speeds are missing. — Enter them in the kit, with the body or with the lens in its shutter. (3.05 stops)",
     "Whether the shutter covers this is unknown: the shutter’s fastest and slowest speeds are missing. (3.05 stops)",
     "Whether the shutter covers this is unknown: the shutter’s fastest and slowest speeds are missing.",
   ]
  `);
});
