// Draws the photographs of the place that ship with the demo job: from its own
// scenes by its own Finder, as a phone would take them, and plans setups on them
// as a photographer would: lines found, front outlined, seen square through the
// rig. Writes apps/server/demo. `npm run demo-plates`.
import { mkdirSync, writeFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import sharp from 'sharp';
import { withDemo } from './lib/demo.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root } from './lib/paths.mjs';
import { main, say } from './lib/say.mjs';

/** A phone: 4 to 3, its main camera like 26 mm on a frame of 36 × 24 mm. */
const DIAGONAL_MM = Math.hypot(36, 24);
const PHONE = { focalMm: 26, widthMm: 0.8 * DIAGONAL_MM, heightMm: 0.6 * DIAGONAL_MM };
/** Straight lines are drawn curved by so much, as a share of the radius at the corner: what phones leave when they correct. */
const BARREL = 0.001;
/** Noise of the sensor, of 255. */
const NOISE = 2.5;
const [WIDE, HIGH] = [1600, 1200];

const PHOTOGRAPHS = [
  {
    setup: /^Hydraulic tower, small/,
    file: 'hydraulic-tower.jpg',
    name: 'From a photograph: the tower',
    movements: { riseMm: 11, shiftMm: 0 },
    stance: { asideM: 5, yawDeg: -9, pitchDeg: 12.4, rollDeg: -0.9, cameraHeightM: 1.62 },
    // The frame that was taken in the end: what was done otherwise than planned.
    taken: {
      file: 'hydraulic-tower-taken.jpg',
      off: { asideM: -0.3, distanceM: -0.45, cameraHeightM: 0.06, yawDeg: 0.8, pitchDeg: 0.6, rollDeg: -0.4 },
    },
  },
  {
    setup: /^Ropewalk front/,
    file: 'ropewalk-front.jpg',
    name: 'From a photograph: the ropewalk',
    movements: { riseMm: 1, shiftMm: 0 },
    stance: { distanceM: 62, yawDeg: -20, pitchDeg: 3.6, rollDeg: 1.2, cameraHeightM: 3.4 },
  },
];

/** The looks of which a sphere is put together: four around, one up, one down. */
const LOOKS = [...[0, 90, 180, -90].map((yawDeg) => ({ yawDeg, pitchDeg: 0 })), { yawDeg: 0, pitchDeg: 89 }, { yawDeg: 0, pitchDeg: -89 }];
const SPHERE = { setup: /^Hemp loft/, name: 'From a sphere: the loft', file: 'hemp-loft-sphere.jpg', wide: 3200, focalMm: 11, sideMm: 24 };

const folder = join(root, 'apps/server/demo');

/** Repeatable numbers of about a normal distribution. */
function noiseFrom(seed) {
  let state = seed;
  const even = () => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return state / 2147483648;
  };
  return () => even() + even() + even() + even() - 2;
}

/** The settings of a setup seen by another camera, from elsewhere. */
function seenBy(settings, { focalMm, widthMm, heightMm }, stance) {
  const seen = JSON.parse(JSON.stringify(settings));
  const { back, lens } = seen.rig.parts;
  Object.assign(back.specs, { widthMm, heightMm, columnsPx: null, rowsPx: null });
  Object.assign(lens.specs, { focalMm, imageCircleMm: null, sharpCircles: [] });
  return {
    ...seen,
    orientation: 'landscape',
    crop: null,
    movements: { riseMm: 0, shiftMm: 0 },
    fNumber: 16,
    focusM: null,
    mosaic: null,
    pins: [],
    stack: null,
    front: { tiltDeg: 0, swingDeg: 0 },
    rear: { tiltDeg: 0, swingDeg: 0 },
    composedAt: { tiltDeg: 0, swingDeg: 0 },
    scene: { ...seen.scene, rollDeg: 0, ...stance },
  };
}

/** What the Finder draws of settings, as raw pixels. */
async function drawn(page, url, jobId, settings) {
  const made = await fetch(`${url}/api/jobs/${jobId}/setups`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ name: 'Drawn', settings }),
  });
  const { id, detail } = await made.json();
  if (!made.ok) throw new Error(`The setup was refused: ${detail}`);
  await page.goto(`${url}/jobs/${jobId}/setups/${id}?step=frame`);
  await page.locator('canvas[data-whole="true"]').waitFor({ timeout: 300_000 });
  await page.getByRole('button', { name: 'Overlays' }).click();
  await page.getByRole('dialog', { name: 'Overlays' }).getByLabel('circles').uncheck();
  await page.keyboard.press('Escape');
  await page.waitForTimeout(500);
  await page.locator('canvas[data-whole="true"]').waitFor({ timeout: 300_000 });
  const png = await page.getByTestId('finder').evaluate((element) => {
    const copy = document.createElement('canvas');
    [copy.width, copy.height] = [element.width, element.height];
    copy.getContext('2d').drawImage(element, 0, 0);
    return copy.toDataURL('image/png');
  });
  const { data, info } = await sharp(Buffer.from(png.split(',')[1], 'base64'))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { data, wide: info.width, high: info.height };
}

/** A pixel between others. */
function between({ data, wide, high }, x, y, channel) {
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  const at = (px, py) => data[3 * (Math.min(high - 1, Math.max(0, py)) * wide + Math.min(wide - 1, Math.max(0, px))) + channel];
  const [fx, fy] = [x - x0, y - y0];
  return (at(x0, y0) * (1 - fx) + at(x0 + 1, y0) * fx) * (1 - fy) + (at(x0, y0 + 1) * (1 - fx) + at(x0 + 1, y0 + 1) * fx) * fy;
}

/** As a lens and a sensor record it. */
function asTaken(source, { wide, high, barrel }) {
  const noise = noiseFrom(4);
  const data = Buffer.alloc(3 * wide * high);
  const far = Math.hypot(wide, high) / 2;
  for (let v = 0; v < high; v++)
    for (let u = 0; u < wide; u++) {
      const [x, y] = [u + 0.5 - wide / 2, v + 0.5 - high / 2];
      const k = 1 + barrel * ((x * x + y * y) / far ** 2 - 1);
      const [sx, sy] = [((x * k) / wide + 0.5) * source.wide - 0.5, ((y * k) / high + 0.5) * source.high - 0.5];
      for (let c = 0; c < 3; c++)
        data[3 * (v * wide + u) + c] = Math.max(0, Math.min(255, Math.round(between(source, sx, sy, c) + NOISE * 1.7 * noise())));
    }
  return sharp(data, { raw: { width: wide, height: high, channels: 3 } });
}

/** The frame of a setup as it was taken in the end, from the scene that was photographed: a little otherwise than planned. */
async function takeFrame(page, { url, jobId, taken, settings, planned, phone }) {
  const { off } = taken;
  const scene = {
    ...settings.scene,
    asideM: phone.asideM + off.asideM,
    distanceM: phone.distanceM + off.distanceM,
    cameraHeightM: phone.cameraHeightM + off.cameraHeightM,
    yawDeg: phone.yawDeg + planned.scene.yawDeg + off.yawDeg,
    pitchDeg: off.pitchDeg,
    rollDeg: off.rollDeg,
  };
  const { movements } = planned;
  const source = await drawn(page, url, jobId, { ...settings, scene, movements, mosaic: null, pins: [], focusM: scene.distanceM });
  const [wide, high] = source.wide > source.high ? [1350, 900] : [900, 1350];
  await asTaken(source, { wide, high, barrel: 0 }).jpeg({ quality: 84 }).toFile(join(folder, taken.file));
}

/** A whole sphere from its looks, each place from the one that looks at it most straight. */
function sphereFrom(looks) {
  const { wide, focalMm, sideMm } = SPHERE;
  const high = wide / 2;
  const data = Buffer.alloc(3 * wide * high);
  const turns = LOOKS.map(({ yawDeg, pitchDeg }) => {
    const [y, p] = [(yawDeg * Math.PI) / 180, (pitchDeg * Math.PI) / 180];
    return {
      right: [Math.cos(y), 0, -Math.sin(y)],
      up: [-Math.sin(y) * Math.sin(p), Math.cos(p), -Math.cos(y) * Math.sin(p)],
      forward: [Math.sin(y) * Math.cos(p), Math.sin(p), Math.cos(y) * Math.cos(p)],
    };
  });
  const dot = (a, b) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  for (let v = 0; v < high; v++)
    for (let u = 0; u < wide; u++) {
      const [longitude, latitude] = [((u + 0.5) / wide - 0.5) * 2 * Math.PI, (0.5 - (v + 0.5) / high) * Math.PI];
      const ray = [Math.cos(latitude) * Math.sin(longitude), Math.sin(latitude), Math.cos(latitude) * Math.cos(longitude)];
      let best = 0;
      for (let i = 1; i < turns.length; i++) if (dot(turns[i].forward, ray) > dot(turns[best].forward, ray)) best = i;
      const { right, up, forward } = turns[best];
      const z = dot(forward, ray);
      const [x, y] = [(focalMm * dot(right, ray)) / z, (focalMm * dot(up, ray)) / z];
      const look = looks[best];
      const [sx, sy] = [(x / sideMm + 0.5) * look.wide - 0.5, (0.5 - y / sideMm) * look.high - 0.5];
      for (let c = 0; c < 3; c++) data[3 * (v * wide + u) + c] = Math.round(between(look, sx, sy, c));
    }
  return sharp(data, { raw: { width: wide, height: high, channels: 3 } });
}

/** Where the photograph shows a place of the scene, px. */
function shownAt([x, y, z], { distanceM, asideM, cameraHeightM, yawDeg, pitchDeg, rollDeg }) {
  const [a, p, r] = [yawDeg, pitchDeg, rollDeg].map((deg) => (deg * Math.PI) / 180);
  const level = [Math.cos(a), 0, -Math.sin(a)];
  const forward = [Math.sin(a) * Math.cos(p), Math.sin(p), Math.cos(a) * Math.cos(p)];
  const upright = [-Math.sin(a) * Math.sin(p), Math.cos(p), -Math.cos(a) * Math.sin(p)];
  const mix = (one, k, other, m) => one.map((value, i) => value * k + other[i] * m);
  const right = mix(level, Math.cos(r), upright, -Math.sin(r));
  const up = mix(upright, Math.cos(r), level, Math.sin(r));
  const ray = [x - asideM, y - cameraHeightM, z + distanceM];
  const dot = (one) => one[0] * ray[0] + one[1] * ray[1] + one[2] * ray[2];
  const focalPx = (PHONE.focalMm * Math.hypot(WIDE, HIGH)) / DIAGONAL_MM;
  return [WIDE / 2 + (focalPx * dot(right)) / dot(forward), HIGH / 2 - (focalPx * dot(up)) / dot(forward)].map(
    (px) => Math.round(px * 10) / 10,
  );
}

/** The outline of the front of a scene as somebody would draw it: what of its foot the picture shows, and its top over the left end. */
function outlineOf({ subject, ...stance }) {
  const turn = (subject.turnDeg * Math.PI) / 180;
  const at = (along, y) => shownAt([along * Math.cos(turn), y, along * Math.sin(turn)], stance);
  const ends = [-subject.widthM / 2, subject.widthM / 2];
  // As far as it is in the picture.
  const seen = (along) => {
    const [u] = at(along, 0);
    return u > 0 && u < WIDE;
  };
  const steps = Array.from({ length: 400 }, (_, i) => ends[0] + ((ends[1] - ends[0]) * i) / 399).filter(seen);
  const [left, right] = [steps[0], steps.at(-1)];
  return { leftFootPx: at(left, 0), rightFootPx: at(right, 0), leftTopPx: at(left, subject.heightM) };
}

/** What ships of a setup: the rest is that of the setup whose scene was photographed, and the photograph gets an id of its own. */
const entry = ({ name, file, setup }, { movements, scene, plate }) => ({
  name,
  file,
  of: setup.source.slice(1),
  movements,
  scene,
  plate: Object.fromEntries(Object.entries(plate).filter(([key]) => key !== 'pictureId')),
});

async function put(url, id, change) {
  const { name, settings, version } = await (await fetch(`${url}/api/setups/${id}`)).json();
  const answer = await fetch(`${url}/api/setups/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ name, version, writeId: randomUUID(), settings: change(settings) }),
  });
  if (!answer.ok) throw new Error(`The setup was refused: ${(await answer.json()).detail}`);
}

/** Plans a setup on a photograph through the page, and answers what was stored. */
async function planned(page, url, jobId, { file, name, settings, amend, front }) {
  const made = await fetch(`${url}/api/jobs/${jobId}/setups`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ name, settings }),
  });
  const { id } = await made.json();
  await page.goto(`${url}/jobs/${jobId}/setups/${id}/plate`);
  await page.getByLabel('Choose a photograph…').setInputFiles(join(folder, file));
  await page
    .getByTestId('plate-level')
    .getByText(/Pitched|Held level/u)
    .waitFor({ timeout: 60_000 });
  await page.locator('[data-saving=saved]').waitFor();
  await page.goto(`${url}/jobs`);
  await put(url, id, (stored) => ({ ...stored, plate: amend(stored.plate) }));
  if (front) {
    await page.goto(`${url}/jobs/${jobId}/setups/${id}/plate`);
    say(`${file}: ${await page.getByTestId('plate-level').innerText()}; ${await page.getByTestId('plate-front').innerText()}`);
    await page.getByRole('button', { name: 'Use as front' }).click();
    await page.locator('[data-saving=saved]').waitFor();
    await page.waitForTimeout(800);
  }
  const { settings: stored } = await (await fetch(`${url}/api/setups/${id}`)).json();
  return stored;
}

const PROJECTION =
  '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:sphere="urn:gangway:sphere" sphere:ProjectionType="equirectangular"/></rdf:RDF></x:xmpmeta>';

await main(async () => {
  checkNode();
  installPackages();
  mkdirSync(folder, { recursive: true });
  await withDemo(async (url, browser) => {
    const jobs = await (await fetch(`${url}/api/jobs`)).json();
    const job = await (await fetch(`${url}/api/jobs/${jobs[0].id}`)).json();
    const settingsOf = (name) => job.setups.find((setup) => name.test(setup.name)).settings;
    const page = await browser.newPage({ viewport: { width: 2700, height: 2250 } });
    const setups = [];
    for (const { setup, file, name, stance, movements, taken } of PHOTOGRAPHS) {
      const seen = seenBy(settingsOf(setup), PHONE, stance);
      const source = await drawn(page, url, job.id, seen);
      await asTaken(source, { wide: WIDE, high: HIGH, barrel: BARREL })
        .withExif({ IFD2: { FocalLengthIn35mmFilm: '26', PixelXDimension: String(WIDE), PixelYDimension: String(HIGH) } })
        .jpeg({ quality: 84 })
        .toFile(join(folder, file));
      const stored = await planned(page, url, job.id, {
        file,
        name,
        settings: { ...settingsOf(setup), scene: null, plate: null, pins: [], mosaic: null, movements },
        amend: (plate) => ({ ...plate, cameraHeightM: stance.cameraHeightM, cameraHeightDoubtM: 0.02, outline: outlineOf(seen.scene) }),
        front: true,
      });
      // Square to the front, as one would stand, where it is not seen along itself.
      const squareDeg = Math.round(-10 * stored.scene.subject.turnDeg) / 10;
      const yawDeg = Math.abs(squareDeg) < 30 ? squareDeg : 0;
      const square = { ...stored, scene: { ...stored.scene, yawDeg } };
      if (taken) await takeFrame(page, { url, jobId: job.id, taken, settings: settingsOf(setup), planned: square, phone: seen.scene });
      setups.push({ ...entry({ name, file, setup }, square), taken: taken?.file ?? null });
    }
    const loft = settingsOf(SPHERE.setup);
    const square = { focalMm: SPHERE.focalMm, widthMm: SPHERE.sideMm, heightMm: SPHERE.sideMm };
    const looks = [];
    for (const look of LOOKS) looks.push(await drawn(page, url, job.id, seenBy(loft, square, { ...look, cameraHeightM: 1.6 })));
    await sphereFrom(looks).jpeg({ quality: 82 }).withXmp(PROJECTION).toFile(join(folder, SPHERE.file));
    const scene = { ...loft.scene, cameraHeightM: 1.6 };
    const { distanceM, asideM, cameraHeightM } = scene;
    const settings = await planned(page, url, job.id, {
      file: SPHERE.file,
      name: SPHERE.name,
      settings: { ...loft, scene, plate: null, pins: [] },
      amend: (plate) => ({ ...plate, from: { distanceM, asideM, cameraHeightM } }),
      front: false,
    });
    setups.push({ ...entry(SPHERE, settings), taken: null });
    writeFileSync(join(folder, 'plates.json'), `${JSON.stringify(setups)}\n`);
  });
});
