import {
  BufferAttribute,
  BufferGeometry,
  Camera,
  Color,
  DepthTexture,
  DoubleSide,
  FloatType,
  GLSL3,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  LinearFilter,
  NearestFilter,
  PlaneGeometry,
  RawShaderMaterial,
  Scene,
  Vector2,
  Vector3,
  WebGLRenderer,
  WebGLRenderTarget,
} from 'three';
import { finderMatrix, type FinderCamera } from '@gangway/core/perspective/finderMatrix';
import type { Subject } from '@gangway/core/subjects/subject';
import type { Placed } from '@gangway/core/space/pose';
import type { Vec3 } from '@gangway/core/space/vector';
import type { FinderView } from '../../setup/finder/view';
import { dressedWorld, type DressedWorld } from './dressedWorld';
import { overscanOf, WARP, warpUniforms } from '../../setup/finder/warp';
import { aperturePath, SAMPLES, samplesFor } from '../../setup/finder/samples';
import { worldOf } from '../../setup/finder/world';

const SKY = new Color(0.82, 0.85, 0.88);

export interface Veils {
  readonly circle: boolean;
  readonly falloff: boolean;
  /** Hatches what is sharp enough. */
  readonly sharp: boolean;
  /** Materials, sun and sky; without, faces of one tone with their edges drawn. */
  readonly materials: boolean;
}

export interface FinderRenderer {
  /** Shows another view: the first picture at the next frame, the rest while nothing changes. While views follow each other closely they are drawn at half size. */
  readonly show: (view: FinderView, veils: Veils, width: number, height: number) => void;
  readonly dispose: () => void;
}

const SCREEN = /* glsl */ `
  in vec3 position;
  out vec2 at;
  void main() { at = position.xy; gl_Position = vec4(position.xy, 0.0, 1.0); }`;

const MEAN = /* glsl */ `
  precision highp float;
  uniform sampler2D before;
  uniform sampler2D sample_;
  uniform float share;
  uniform vec2 half_;
  uniform vec2 moved;
  uniform float image;
  uniform vec3 axis;
  // The point of the aperture, and how much larger than the frame the ideal picture is.
  uniform vec3 through;
  in vec2 at;
  out vec4 colour;
  ${WARP}
  void main() {
    vec2 from = at;
    if (lens_.x > 0.5) from = (ideal(at * half_ + moved, image, axis, through.xy) - moved) / half_ / through.z;
    colour = mix(texture(before, at * 0.5 + 0.5), texture(sample_, from * 0.5 + 0.5), share);
  }`;

const DEVELOP = /* glsl */ `
  precision highp float;
  uniform sampler2D mean;
  uniform vec2 half_;
  uniform vec2 moved;
  uniform float image;
  uniform vec3 axis;
  uniform vec2 circles;
  uniform vec2 veils;
  // How much lighter it is shown than metered, and what a centre filter takes off the falloff, stops.
  uniform vec2 light_;
  uniform sampler2D depth;
  // Whether it is hatched, focal length mm, opening mm over the blur allowed, and the two numbers of the depth.
  uniform vec3 sharpness;
  // Exit pupil over entrance pupil, and from the lens to the back as it is focused.
  uniform float pupil;
  uniform float focus_;
  uniform vec2 range;
  in vec2 at;
  out vec4 colour;
  ${WARP}
  void main() {
    vec3 light = texture(mean, at * 0.5 + 0.5).rgb;
    // The ray of this place against the lens axis, in the frame of the back.
    vec3 ray = vec3(at * half_ + moved, image);
    float angle = atan(length(cross(ray, axis)), dot(ray, axis));
    vec4 error = lens_.x > 0.5 ? error_(ray.xy, image, axis) : vec4(0.0, 0.0, 0.0, -1.0);
    if (veils.y > 0.5) {
      float falloff = error.w >= 0.0 ? error.w : -4.0 * log2(cos(angle));
      light *= exp2(-max(0.0, falloff - light_.y));
    }
    light *= exp2(light_.x);
    if (veils.x > 0.5) {
      if (circles.x > 0.0 && angle > circles.x) light = vec3(0.02);
      else if (circles.y > 0.0 && angle > circles.y) {
        float stripe = step(0.5, fract((gl_FragCoord.x + gl_FragCoord.y) / 10.0));
        light *= 1.0 - 0.4 * stripe;
      }
    }
    vec3 seen = pow(light, vec3(1.0 / 2.2));
    if (sharpness.x > 0.5) {
      float ndc = texture(depth, at * 0.5 + 0.5).r * 2.0 - 1.0;
      if (ndc < 0.9999999) {
        // Depth in m from the depth of the picture through the middle of the lens, then how far out of focus: 1 − v(P·l − f)/(f·z).
        float z = range.y / (ndc - range.x) * 1000.0;
        float along = dot(ray, axis) * z / image;
        // The softer of two directions of lines; a focus away from the lens is as a nearer back.
        float spread = pupil / (pupil + (1.0 - pupil) * sharpness.y / z);
        vec2 backs = vec2(focus_) - error.xy * axis.z;
        vec2 offs = abs(1.0 - backs * (along - sharpness.y) / (sharpness.y * z)) * spread;
        float off = max(offs.x, offs.y);
        if (off * sharpness.z <= 1.0) {
          float line = step(0.7, fract(gl_FragCoord.y / 5.0));
          seen = mix(seen, vec3(0.04, 0.46, 0.42), 0.16 + 0.5 * line);
        }
      }
    }
    colour = vec4(seen, 1.0);
  }`;

const emptyWarp = () => {
  const { lens_, table } = warpUniforms(null, 1);
  return { lens_: { value: lens_ }, table: { value: table } };
};

/** A camera that sees a little more all around. */
function withRoom(camera: FinderCamera, by: number): FinderCamera {
  return { ...camera, frame: { widthMm: camera.frame.widthMm * by, heightMm: camera.frame.heightMm * by } };
}

/** A shader pass over the whole picture. */
function pass(
  fragmentShader: string,
  uniforms: RawShaderMaterial['uniforms'],
): { scene: Scene; uniforms: RawShaderMaterial['uniforms']; dispose: () => void } {
  const material = new RawShaderMaterial({
    vertexShader: SCREEN,
    fragmentShader,
    uniforms,
    glslVersion: GLSL3,
    depthTest: false,
    depthWrite: false,
  });
  const geometry = new PlaneGeometry(2, 2);
  const scene = new Scene();
  const mesh = new Mesh(geometry, material);
  mesh.frustumCulled = false;
  scene.add(mesh);
  return {
    scene,
    uniforms,
    dispose: () => {
      material.dispose();
      geometry.dispose();
    },
  };
}

/** Views that follow each other within this are a drag: longer than a slow machine waits between two, ms. */
const DRAG_MS = 500;
/** So long nothing must follow before the whole picture is made, ms; more where views come more slowly. */
const SETTLE_MS = 160;
/** So many samples make the picture while it is dragged, and are gathered before the still one takes its place. */
const WHILE_DRAGGED = 3;

/** Where samples are gathered: one of them, and the mean so far in two that take turns. */
function gathering() {
  const target = () => new WebGLRenderTarget(1, 1, { type: FloatType, minFilter: NearestFilter, magFilter: NearestFilter });
  return {
    // Aberrations read it between its pixels.
    one: new WebGLRenderTarget(1, 1, { samples: 4, minFilter: LinearFilter, magFilter: LinearFilter }),
    mean: target(),
    next: target(),
  };
}

/** How the renderer gets its next turn: the screen's frames where there are any. */
const soon = (step: () => void): number =>
  typeof requestAnimationFrame === 'function' ? requestAnimationFrame(step) : Number(setTimeout(step, 16));
const notSoon = (id: number): void => (typeof cancelAnimationFrame === 'function' ? cancelAnimationFrame(id) : clearTimeout(id));

/**
 * The true picture of a thin lens: each point of the aperture sees the scene
 * through its own projective map (from the core), and their mean is the
 * picture, blur included. `onSamples` hears of how many points it is made.
 * Runs in a page or a worker. Throws when there is no WebGL 2.
 */
export function createFinderRenderer(
  canvas: HTMLCanvasElement | OffscreenCanvas,
  onSamples: (samples: number, whole: boolean) => void,
): FinderRenderer {
  const renderer = new WebGLRenderer({ canvas, antialias: false, alpha: false, preserveDrawingBuffer: true });
  renderer.autoClear = false;
  renderer.outputColorSpace = 'srgb-linear';
  const [whole, quick] = [gathering(), gathering()];
  const camera = new Camera();
  camera.matrixAutoUpdate = false;
  camera.matrixWorldAutoUpdate = false;
  const world = new Scene();
  world.background = null;
  const faces = new Mesh(
    new BufferGeometry(),
    new MeshBasicMaterial({ vertexColors: true, side: DoubleSide, polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: 1 }),
  );
  const edges = new LineSegments(new BufferGeometry(), new LineBasicMaterial({ color: 0x1f1d1a }));
  faces.frustumCulled = false;
  edges.frustumCulled = false;
  world.add(faces, edges);
  const averaging = pass(MEAN, {
    before: { value: null },
    sample_: { value: null },
    share: { value: 1 },
    half_: { value: new Vector2() },
    moved: { value: new Vector2() },
    image: { value: 1 },
    axis: { value: new Vector3() },
    through: { value: new Vector3(0, 0, 1) },
    ...emptyWarp(),
  });
  const developing = pass(DEVELOP, {
    mean: { value: null },
    half_: { value: new Vector2() },
    moved: { value: new Vector2() },
    image: { value: 1 },
    axis: { value: new Vector3() },
    circles: { value: new Vector2() },
    veils: { value: new Vector2() },
    light_: { value: new Vector2() },
    depth: { value: null },
    sharpness: { value: new Vector3() },
    pupil: { value: 1 },
    focus_: { value: 1 },
    ...emptyWarp(),
    range: { value: new Vector2() },
  });

  // How deep each place is, seen through the middle of the lens.
  const deep = new WebGLRenderTarget(1, 1, {
    minFilter: NearestFilter,
    magFilter: NearestFilter,
    depthTexture: new DepthTexture(1, 1, FloatType),
  });

  // Made when it is first wanted: a plain picture does without.
  let dressed: DressedWorld | null = null;
  let built: { subject: Subject; from: Placed; sun: Vec3; materials: boolean } | null = null;
  let now: { view: FinderView; veils: Veils } | null = null;
  let size = { width: 0, height: 0 };
  let taken = 0;
  let most: number = SAMPLES;
  let frame = 0;
  let dragged = false;
  let shownAt = -Infinity;
  let settling: ReturnType<typeof setTimeout> | undefined;

  const build = (view: FinderView, materials: boolean) => {
    if (materials) {
      dressed ??= dressedWorld();
      dressed.build(renderer, view.subject, view.from, view.sun);
    }
    const { positions, colours, lines } = worldOf(view.subject, view.from);
    faces.geometry.dispose();
    edges.geometry.dispose();
    faces.geometry = new BufferGeometry()
      .setAttribute('position', new BufferAttribute(new Float32Array(positions), 3))
      .setAttribute('color', new BufferAttribute(new Float32Array(colours), 3));
    edges.geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(new Float32Array(lines), 3));
  };

  const lookThrough = (c: FinderCamera, at: readonly [number, number]) => {
    camera.projectionMatrix.fromArray(Array.from(finderMatrix(c, at)));
    camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
  };

  const take = ({ view, veils }: { view: FinderView; veils: Veils }) => {
    const into = dragged ? quick : whole;
    // The first picture goes through the middle of the lens: it is where everything is, not yet how soft.
    const at = taken === 0 ? ([0, 0] as const) : (aperturePath(view.openingMm)[taken - 1] ?? ([0, 0] as const));
    const overscan = overscanOf(view);
    lookThrough(overscan === 1 ? view.camera : withRoom(view.camera, overscan), at);
    renderer.setRenderTarget(into.one);
    renderer.setClearColor(SKY, 1);
    renderer.clear(true, true, false);
    renderer.render(veils.materials && dressed ? dressed.scene : world, camera);
    if (taken === 0 && now?.veils.sharp) {
      lookThrough(view.camera, at);
      renderer.setRenderTarget(deep);
      renderer.clear(true, true, false);
      renderer.render(world, camera);
    }
    set(averaging.uniforms, {
      before: into.mean.texture,
      sample_: into.one.texture,
      share: taken <= 1 ? 1 : 1 / taken,
      half_: new Vector2(view.frame.widthMm / 2, view.frame.heightMm / 2),
      moved: new Vector2(view.moved.shiftMm, view.moved.riseMm),
      image: view.imageMm,
      axis: new Vector3(...view.axis),
      through: new Vector3(at[0], at[1], overscan),
      ...warpUniforms(view.aberrations, view.camera.focalMm),
    });
    renderer.setRenderTarget(into.next);
    renderer.render(averaging.scene, camera);
    [into.mean, into.next] = [into.next, into.mean];
    taken++;
  };

  const develop = ({ view, veils }: { view: FinderView; veils: Veils }) => {
    const { camera: c, frame: f, lightAngle, sharpAngle, axis } = view;
    set(developing.uniforms, {
      mean: (dragged ? quick : whole).mean.texture,
      half_: new Vector2(f.widthMm / 2, f.heightMm / 2),
      moved: new Vector2(view.moved.shiftMm, view.moved.riseMm),
      image: view.imageMm,
      axis: new Vector3(...axis),
      circles: new Vector2(lightAngle ?? 0, sharpAngle ?? 0),
      veils: new Vector2(veils.circle ? 1 : 0, veils.falloff ? 1 : 0),
      light_: new Vector2(view.recordedStops, view.centreFilterStops),
      depth: deep.depthTexture,
      sharpness: new Vector3(veils.sharp ? 1 : 0, c.focalMm, view.openingMm / view.allowedMm),
      pupil: c.pupilRatio ?? 1,
      focus_: c.imageMm,
      ...warpUniforms(view.aberrations, c.focalMm),
      range: new Vector2((c.farM + c.nearM) / (c.farM - c.nearM), (-2 * c.farM * c.nearM) / (c.farM - c.nearM)),
    });
    renderer.setRenderTarget(null);
    renderer.render(developing.scene, camera);
    onSamples(Math.max(1, taken - 1), !dragged && taken > most);
  };

  /** After a drag the whole picture takes over from the quick one only when it is no rougher. */
  let takesOver = false;
  const step = () => {
    frame = 0;
    if (!now) return;
    const { subject, from, sun } = now.view;
    const { materials } = now.veils;
    if (built?.subject !== subject || built.materials !== materials || !sameStance(built.from, from) || built.sun.join() !== sun.join()) {
      build(now.view, materials);
      built = { subject, from, sun, materials };
    }
    take(now);
    if (!takesOver || taken > WHILE_DRAGGED) develop(now);
    if (taken <= (dragged ? WHILE_DRAGGED : most)) frame = soon(step);
  };

  const settle = () => {
    dragged = false;
    takesOver = true;
    taken = 0;
    if (frame === 0) frame = soon(step);
  };

  return {
    show: (view, veils, width, height) => {
      if (size.width !== width || size.height !== height) {
        size = { width, height };
        renderer.setSize(width, height, false);
        for (const each of [whole.one, whole.mean, whole.next]) each.setSize(width, height);
        deep.setSize(width, height);
        for (const each of [quick.one, quick.mean, quick.next]) each.setSize(Math.ceil(width / 2), Math.ceil(height / 2));
      }
      const at = performance.now();
      const sinceMs = at - shownAt;
      dragged = sinceMs < DRAG_MS;
      shownAt = at;
      clearTimeout(settling);
      if (dragged) settling = setTimeout(settle, Math.max(SETTLE_MS, sinceMs * 1.5));
      now = { view, veils };
      most = samplesFor(view, width);
      taken = 0;
      takesOver = false;
      if (frame === 0) frame = soon(step);
    },
    dispose: () => {
      notSoon(frame);
      clearTimeout(settling);
      now = null;
      for (const { one, mean, next } of [whole, quick]) for (const each of [one, mean, next]) each.dispose();
      deep.depthTexture?.dispose();
      deep.dispose();
      dressed?.dispose();
      faces.geometry.dispose();
      faces.material.dispose();
      edges.geometry.dispose();
      edges.material.dispose();
      averaging.dispose();
      developing.dispose();
      renderer.dispose();
    },
  };
}

function sameStance(a: Placed, b: Placed): boolean {
  const flat = ({ at, axes: { right, up, forward } }: Placed): readonly number[] => [...at, ...right, ...up, ...forward];
  const other = flat(b);
  return flat(a).every((value, i) => value === other[i]);
}

function set(uniforms: RawShaderMaterial['uniforms'], values: Readonly<Record<string, unknown>>): void {
  for (const [name, value] of Object.entries(values)) {
    const uniform = uniforms[name];
    if (uniform) uniform.value = value;
  }
}
