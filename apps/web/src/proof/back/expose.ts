import { heightAt, measuredFalloff } from '@gangway/core/aberrations/aberrations';
import { idealPlace } from '@gangway/core/aberrations/warp';
import { geometryOf } from '@gangway/core/geometry/geometry';
import {
  AddEquation,
  BufferAttribute,
  BufferGeometry,
  Camera,
  Color,
  CustomBlending,
  DoubleSide,
  FloatType,
  GLSL3,
  HalfFloatType,
  LinearFilter,
  Matrix4,
  Mesh,
  NearestFilter,
  OneFactor,
  PlaneGeometry,
  RawShaderMaterial,
  Scene,
  Vector2,
  Vector3,
  Vector4,
  WebGLRenderer,
  WebGLRenderTarget,
} from 'three';
import { developedTile, type Sensor } from '@gangway/core/capture/develop';
import { numbersFrom, type BackOptions, type Take } from '@gangway/core/capture/shots';
import { stratifiedAperture } from '@gangway/core/capture/aperture';
import { finderMatrix } from '@gangway/core/perspective/finderMatrix';
import { finderView, type FinderView } from '../../setup/finder/view';
import { WARP, warpUniforms } from '../../setup/finder/warp';
import { worldOf } from '../../setup/finder/world';

/** Tiles are so large at the most, px. */
const TILE = 768;
/** With aberrations the tiles of the frame are smaller than those of the picture that they are read from: up to a fifth of it may lie beside them. */
const WARPED_TILE = 640;
/** From so many points on, edges are smoothed by moving the pictures. */
const MANY = 16;
/** Steps that fill a square evenly. Source: Roberts, “The Unreasonable Effectiveness of Quasirandom Sequences”, 2018, from memory. */
const R2 = [0.7548776662466927, 0.5698402909980532] as const;
const SKY = new Color(0.66, 0.7, 0.75);

const WORLD = /* glsl */ `
  in vec3 position;
  in vec3 light;
  in vec3 place;
  uniform mat4 projectionMatrix;
  out vec3 shade;
  out vec3 at;
  void main() { shade = light; at = place; gl_Position = projectionMatrix * vec4(position, 1.0); }`;

// Surfaces carry a grain, so that there is something to compare: noise of the
// place in the world at three sizes.
const SURFACE = /* glsl */ `
  precision highp float;
  in vec3 shade;
  in vec3 at;
  uniform float grain;
  out vec4 colour;
  float number(vec3 p) { p = fract(p * vec3(0.1031, 0.1030, 0.0973)); p += dot(p, p.yxz + 33.33); return fract((p.x + p.y) * p.z); }
  float noise(vec3 p) {
    vec3 i = floor(p); vec3 f = fract(p); f = f * f * (3.0 - 2.0 * f);
    return mix(mix(mix(number(i), number(i + vec3(1,0,0)), f.x), mix(number(i + vec3(0,1,0)), number(i + vec3(1,1,0)), f.x), f.y),
               mix(mix(number(i + vec3(0,0,1)), number(i + vec3(1,0,1)), f.x), mix(number(i + vec3(0,1,1)), number(i + vec3(1,1,1)), f.x), f.y), f.z);
  }
  void main() {
    float n = 0.5 * noise(at / grain + 7.0) + 0.3 * noise(at / (grain * 4.0) + 51.0) + 0.2 * noise(at / (grain * 19.0) + 93.0);
    colour = vec4(shade * (0.55 + 0.7 * n), 1.0);
  }`;

const FULL = /* glsl */ `
  in vec3 position;
  out vec2 uv;
  void main() { uv = position.xy * 0.5 + 0.5; gl_Position = vec4(position.xy, 0.0, 1.0); }`;
const ADD_WARPED = /* glsl */ `
  precision highp float;
  uniform sampler2D one;
  uniform float share;
  // Left, right, lower and upper edge, −1 to 1 across and up the frame: of the tile, and of the picture that it is read from.
  uniform vec4 tile;
  uniform vec4 source;
  uniform vec2 half_;
  uniform vec2 moved;
  uniform float image;
  uniform vec3 axis;
  uniform vec2 through;
  in vec2 uv;
  out vec4 colour;
  ${WARP}
  void main() {
    vec2 at = mix(tile.xz, tile.yw, uv);
    vec2 from = (ideal(at * half_ + moved, image, axis, through) - moved) / half_;
    colour = texture(one, (from - source.xz) / (source.yw - source.xz)) * share;
  }`;
const ADD = /* glsl */ `
  precision highp float;
  uniform sampler2D one;
  uniform float share;
  in vec2 uv;
  out vec4 colour;
  void main() { colour = texture(one, uv) * share; }`;

/** A frame as it leaves the back. */
export interface Exposed {
  readonly samples: Uint8Array | Uint16Array;
  readonly columns: number;
  readonly rows: number;
}

export interface ExposedInput {
  readonly canvas: OffscreenCanvas;
  readonly shot: Take;
  readonly options: BackOptions;
  readonly onShare: (share: number) => void;
  readonly wanted: () => boolean;
}

/**
 * Exposes one shot: tile by tile, each the mean of pictures through points of
 * the aperture by the core's own matrices, then developed by the core. Answers
 * `null` when `wanted` says that nobody waits any more. Throws without WebGL 2
 * that can average in floating point, or for a setup without a subject.
 */
export async function exposed({ canvas, shot, options, onShare, wanted }: ExposedInput): Promise<Exposed | null> {
  const view = finderView(geometryOf(shot.settings));
  if (!view) throw new Error('This setup has no subject: choose one in the step Position.');
  const { columns, rows } = shot;
  const renderer = new WebGLRenderer({ canvas, antialias: false });
  renderer.autoClear = false;
  renderer.outputColorSpace = 'srgb-linear';
  if (!renderer.extensions.has('EXT_color_buffer_float') || !renderer.extensions.has('EXT_float_blend'))
    throw new Error('This browser cannot average pictures in floating point, which the simulated back needs.');
  // With many points of the aperture each picture is moved by a part of a pixel as well, which smooths edges; with few they are smoothed in each.
  const many = options.samples >= MANY;
  const one = new WebGLRenderTarget(TILE, TILE, {
    samples: many ? 0 : 4,
    type: HalfFloatType,
    minFilter: view.aberrations ? LinearFilter : NearestFilter,
    magFilter: view.aberrations ? LinearFilter : NearestFilter,
  });
  const size = view.aberrations ? WARPED_TILE : TILE;
  const mean = new WebGLRenderTarget(size, size, {
    type: FloatType,
    minFilter: NearestFilter,
    magFilter: NearestFilter,
    depthBuffer: false,
  });
  const { right, up } = view.from.axes;
  const moved = (i: 0 | 1 | 2): number => view.from.at[i] + (right[i] * shot.movedMm.right + up[i] * shot.movedMm.up) / 1000;
  const world = worldOf(view.subject, { ...view.from, at: [moved(0), moved(1), moved(2)] });
  const positions = [...world.positions];
  const colours = [...world.colours];
  const places = [...world.places];
  for (const { corners } of shot.boards) {
    for (const k of [0, 1, 2, 0, 2, 3]) {
      const corner = corners[k] ?? [0, 0, 1];
      positions.push(...corner);
      places.push(...corner);
      colours.push(0.06, 0.06, 0.06);
    }
  }
  const { focalMm } = view.camera;
  const { imageMm } = view;
  const pitchMm = view.frame.widthMm / columns;
  // A grain of about five pixels where the subject stands.
  const grain = (5 * pitchMm * (shot.settings.scene?.distanceM ?? 1)) / imageMm;
  const surface = new RawShaderMaterial({
    vertexShader: WORLD,
    fragmentShader: SURFACE,
    uniforms: { grain: { value: grain } },
    glslVersion: GLSL3,
    side: DoubleSide,
  });
  const geometry = new BufferGeometry()
    .setAttribute('position', new BufferAttribute(new Float32Array(positions), 3))
    .setAttribute('light', new BufferAttribute(new Float32Array(colours), 3))
    .setAttribute('place', new BufferAttribute(new Float32Array(places), 3));
  const mesh = new Mesh(geometry, surface);
  mesh.frustumCulled = false;
  const scene = new Scene();
  scene.add(mesh);
  const adding = new RawShaderMaterial({
    vertexShader: FULL,
    fragmentShader: view.aberrations ? ADD_WARPED : ADD,
    uniforms: { one: { value: one.texture }, share: { value: 1 / options.samples }, ...(view.aberrations && warpedUniforms(view)) },
    glslVersion: GLSL3,
    depthTest: false,
    depthWrite: false,
    transparent: true,
    blending: CustomBlending,
    blendSrc: OneFactor,
    blendDst: OneFactor,
    blendEquation: AddEquation,
  });
  const full = new Mesh(new PlaneGeometry(2, 2), adding);
  full.frustumCulled = false;
  const adder = new Scene();
  adder.add(full);
  const camera = new Camera();
  camera.matrixAutoUpdate = false;
  camera.matrixWorldAutoUpdate = false;
  try {
    const points = stratifiedAperture(view.openingMm, options.samples);
    const matrices = points.map((point) =>
      new Matrix4().fromArray(Array.from(finderMatrix({ ...view.camera, focalMm }, options.samples === 1 ? [0, 0] : point))),
    );
    const random = options.noise ? numbersFrom(options.seed * 1000 + shot.number + 131 * (shot.bracket ?? 0)) : null;
    const sensor: Sensor = {
      bits: options.bits,
      gain: shot.gain,
      leftMm: view.moved.shiftMm - view.frame.widthMm / 2,
      topMm: view.moved.riseMm + view.frame.heightMm / 2,
      pitchMm,
      imageMm,
      axis: view.axis,
      lightAngle: view.lightAngle,
      measured: falloffOf(shot),
      random,
    };
    const samples = options.bits === 8 ? new Uint8Array(3 * columns * rows) : new Uint16Array(3 * columns * rows);
    const light = new Float32Array(4 * size * size);
    const [nx, ny] = [Math.ceil(columns / size), Math.ceil(rows / size)];
    for (let t = 0; t < nx * ny; t++) {
      const [left, top] = [(t % nx) * size, Math.floor(t / nx) * size];
      const [w, h] = [Math.min(size, columns - left), Math.min(size, rows - top)];
      // The part of the frame that this tile is, −1 to 1 across and up, made the whole of the target.
      const tile: Edges = [
        (2 * left) / columns - 1,
        (2 * (left + size)) / columns - 1,
        1 - (2 * (top + size)) / rows,
        1 - (2 * top) / rows,
      ];
      // With aberrations it is read from a little around it.
      const [x0, x1, y0, y1] = view.aberrations ? sourceOf(shot, view, tile, [4 / columns, 4 / rows]) : tile;
      Object.assign(adding.uniforms, { tile: { value: new Vector4(...tile) }, source: { value: new Vector4(x0, x1, y0, y1) } });
      const crop = new Matrix4().set(
        2 / (x1 - x0),
        0,
        0,
        -(x1 + x0) / (x1 - x0),
        0,
        2 / (y1 - y0),
        0,
        -(y1 + y0) / (y1 - y0),
        0,
        0,
        1,
        0,
        0,
        0,
        0,
        1,
      );
      renderer.setRenderTarget(mean);
      renderer.setClearColor(0x000000, 0);
      renderer.clear(true, false, false);
      for (const [k, matrix] of matrices.entries()) {
        const [jx, jy] = many ? [((k * R2[0]) % 1) - 0.5, ((k * R2[1]) % 1) - 0.5] : [0, 0];
        const jitter = new Matrix4().makeTranslation((2 * jx) / TILE, (2 * jy) / TILE, 0);
        camera.projectionMatrix.multiplyMatrices(jitter.multiply(crop), matrix);
        camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
        renderer.setRenderTarget(one);
        renderer.setClearColor(SKY, 1);
        renderer.clear(true, true, false);
        renderer.render(scene, camera);
        const through = points[k] ?? [0, 0];
        if (view.aberrations) adding.uniforms.through = { value: options.samples === 1 ? new Vector2() : new Vector2(...through) };
        adding.uniformsNeedUpdate = true;
        renderer.setRenderTarget(mean);
        renderer.render(adder, camera);
      }
      renderer.readRenderTargetPixels(mean, 0, 0, size, size, light);
      // WebGL's rows run from the bottom.
      const upright = new Float32Array(4 * w * h);
      for (let y = 0; y < h; y++) upright.set(light.subarray(4 * (size - 1 - y) * size, 4 * ((size - 1 - y) * size + w)), 4 * y * w);
      const developed = developedTile({ light: upright, columns: w, rows: h, left, top, sensor });
      for (let y = 0; y < h; y++) samples.set(developed.subarray(3 * y * w, 3 * (y + 1) * w), 3 * ((top + y) * columns + left));
      onShare((t + 1) / (nx * ny));
      // Lets a cancel come in.
      await new Promise((next) => setTimeout(next, 0));
      if (!wanted()) return null;
    }
    return { samples, columns, rows };
  } finally {
    for (const each of [one, mean, geometry, surface, adding]) each.dispose();
    renderer.dispose();
  }
}

/** Left, right, lower and upper edge, −1 to 1 across and up the frame. */
type Edges = readonly [number, number, number, number];

function warpedUniforms({ aberrations, camera, frame, moved, imageMm, axis }: FinderView) {
  const { lens_, table } = warpUniforms(aberrations, camera.focalMm);
  return {
    lens_: { value: lens_ },
    table: { value: table },
    half_: { value: new Vector2(frame.widthMm / 2, frame.heightMm / 2) },
    moved: { value: new Vector2(moved.shiftMm, moved.riseMm) },
    image: { value: imageMm },
    axis: { value: new Vector3(...axis) },
    through: { value: new Vector2() },
    tile: { value: new Vector4() },
    source: { value: new Vector4() },
  };
}

/** Falloff as measured at the aperture of a shot, by the angle off the lens axis; `null` where nobody has measured it there. */
function falloffOf({ settings }: Take): ((offAxisDeg: number) => number) | null {
  const { aberrations, focalMm } = geometryOf(settings).focus;
  if (!aberrations || measuredFalloff(aberrations, 0, settings.fNumber) === null) return null;
  return (offAxisDeg) => measuredFalloff(aberrations, heightAt(focalMm, offAxisDeg), settings.fNumber) ?? 0;
}

/** So many places along each edge of a tile are looked at. */
const ALONG_EDGE = 9;

/** The part of the ideal picture that a tile is read from, with a margin, by what the lens does along the edges of the tile and at the rim of the aperture. */
function sourceOf(shot: Take, view: FinderView, [x0, x1, y0, y1]: Edges, [marginX, marginY]: readonly [number, number]): Edges {
  const { aberrations, focalMm, pupilRatio = 1, magnification = 0 } = geometryOf(shot.settings).focus;
  if (!aberrations) return [x0, x1, y0, y1];
  const { imageMm, axis, moved, frame } = view;
  const picture = { imageMm, axis, lens: { focalMm, pupilRatio, magnification }, fNumber: shot.settings.fNumber };
  const rim = view.openingMm / 2;
  const steps = Array.from({ length: ALONG_EDGE }, (_, i) => i / (ALONG_EDGE - 1));
  const edge = steps.flatMap((s): readonly (readonly [number, number])[] => [
    [x0 + (x1 - x0) * s, y0],
    [x0 + (x1 - x0) * s, y1],
    [x0, y0 + (y1 - y0) * s],
    [x1, y0 + (y1 - y0) * s],
  ]);
  const apertures: readonly (readonly [number, number])[] = [
    [rim, 0],
    [-rim, 0],
    [0, rim],
    [0, -rim],
  ];
  const places = edge.flatMap(([x, y]) =>
    apertures.map((aperture) => {
      const at = [(x * frame.widthMm) / 2 + moved.shiftMm, (y * frame.heightMm) / 2 + moved.riseMm] as const;
      const [ix, iy] = idealPlace(aberrations, picture, at, aperture);
      return [((ix - moved.shiftMm) * 2) / frame.widthMm, ((iy - moved.riseMm) * 2) / frame.heightMm] as const;
    }),
  );
  const [xs, ys] = [places.map(([x]) => x), places.map(([, y]) => y)];
  return [Math.min(...xs) - marginX, Math.max(...xs) + marginX, Math.min(...ys) - marginY, Math.max(...ys) + marginY];
}
