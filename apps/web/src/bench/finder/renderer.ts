import {
  BufferAttribute,
  BufferGeometry,
  Camera,
  Color,
  DoubleSide,
  FloatType,
  GLSL3,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  NearestFilter,
  PlaneGeometry,
  RawShaderMaterial,
  Scene,
  Vector2,
  WebGLRenderer,
  WebGLRenderTarget,
} from 'three';
import { aperturePoints, finderMatrix } from '@gangway/core/perspective/finderMatrix';
import { facesOf } from '@gangway/core/scene/faces';
import type { Subject } from '@gangway/core/scene/subject';
import { inCamera, type Pose } from '@gangway/core/stand/pose';
import type { FinderView } from './view';

/** Points of the aperture that a still picture is made of. */
export const SAMPLES = 64;
/** Goes through the spiral in leaps, so that an unfinished picture is already balanced (27 and 64 have no common divisor). */
const LEAP = 27;

const SKY = new Color(0.82, 0.85, 0.88);

export interface Veils {
  readonly circle: boolean;
  readonly falloff: boolean;
}

export interface FinderRenderer {
  /** Shows another view: the first picture at the next frame, the rest while nothing changes. */
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
  in vec2 at;
  out vec4 colour;
  void main() {
    vec2 uv = at * 0.5 + 0.5;
    colour = mix(texture(before, uv), texture(sample_, uv), share);
  }`;

const DEVELOP = /* glsl */ `
  precision highp float;
  uniform sampler2D mean;
  uniform vec2 half_;
  uniform vec2 moved;
  uniform float image;
  uniform vec2 circles;
  uniform vec2 veils;
  in vec2 at;
  out vec4 colour;
  void main() {
    vec3 light = texture(mean, at * 0.5 + 0.5).rgb;
    // Untilted: the axis stands on the back's normal.
    float angle = atan(length(at * half_ + moved), image);
    if (veils.y > 0.5) light *= pow(cos(angle), 4.0);
    if (veils.x > 0.5) {
      if (circles.x > 0.0 && angle > circles.x) light = vec3(0.02);
      else if (circles.y > 0.0 && angle > circles.y) {
        float stripe = step(0.5, fract((gl_FragCoord.x + gl_FragCoord.y) / 10.0));
        light *= 1.0 - 0.4 * stripe;
      }
    }
    colour = vec4(pow(light, vec3(1.0 / 2.2)), 1.0);
  }`;

/** A shader pass over the whole picture. */
function pass(fragmentShader: string, uniforms: RawShaderMaterial['uniforms']): { scene: Scene; uniforms: RawShaderMaterial['uniforms']; dispose: () => void } {
  const material = new RawShaderMaterial({ vertexShader: SCREEN, fragmentShader, uniforms, glslVersion: GLSL3, depthTest: false, depthWrite: false });
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

/**
 * The true picture of a thin lens: each point of the aperture sees the scene
 * through its own projective map (from the core), and their mean is the
 * picture, blur included. Throws when there is no WebGL 2.
 */
export function createFinderRenderer(canvas: HTMLCanvasElement): FinderRenderer {
  const renderer = new WebGLRenderer({ canvas, antialias: false, alpha: false, preserveDrawingBuffer: true });
  renderer.autoClear = false;
  renderer.outputColorSpace = 'srgb-linear';
  const target = () => new WebGLRenderTarget(1, 1, { type: FloatType, minFilter: NearestFilter, magFilter: NearestFilter });
  const one = new WebGLRenderTarget(1, 1, { samples: 4, minFilter: NearestFilter, magFilter: NearestFilter });
  let [mean, next] = [target(), target()];
  const camera = new Camera();
  camera.matrixAutoUpdate = false;
  camera.matrixWorldAutoUpdate = false;
  const world = new Scene();
  world.background = null;
  const faces = new Mesh(new BufferGeometry(), new MeshBasicMaterial({ vertexColors: true, side: DoubleSide, polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: 1 }));
  const edges = new LineSegments(new BufferGeometry(), new LineBasicMaterial({ color: 0x1f1d1a }));
  faces.frustumCulled = false;
  edges.frustumCulled = false;
  world.add(faces, edges);
  const averaging = pass(MEAN, { before: { value: null }, sample_: { value: null }, share: { value: 1 } });
  const developing = pass(DEVELOP, { mean: { value: null }, half_: { value: new Vector2() }, moved: { value: new Vector2() }, image: { value: 1 }, circles: { value: new Vector2() }, veils: { value: new Vector2() } });

  let drawn: Subject | null = null;
  let now: { view: FinderView; veils: Veils } | null = null;
  let size = { width: 0, height: 0 };
  let taken = 0;
  let frame = 0;

  const build = (view: FinderView) => {
    // The world is put into the camera frame here: the matrix of the core does the rest.
    const positions: number[] = [];
    const colours: number[] = [];
    const lines: number[] = [];
    facesOf(view.subject).forEach(({ corners, tone }, i) => {
      const seen = corners.map((corner) => inCamera(view.pose, corner));
      const light = tone ** 2.2;
      for (let j = 1; j + 1 < seen.length; j++) {
        for (const corner of [seen[0], seen[j], seen[j + 1]]) {
          if (!corner) continue;
          positions.push(...corner);
          colours.push(light, light, light);
        }
      }
      // The ground has no edge that could be seen.
      if (i === 0 && view.subject.kind !== 'interior') return;
      seen.forEach((corner, j) => {
        const after = seen[(j + 1) % seen.length];
        if (after) lines.push(...corner, ...after);
      });
    });
    faces.geometry.dispose();
    edges.geometry.dispose();
    faces.geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(new Float32Array(positions), 3)).setAttribute('color', new BufferAttribute(new Float32Array(colours), 3));
    edges.geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(new Float32Array(lines), 3));
  };

  const take = ({ view }: { view: FinderView }) => {
    const points = aperturePoints(view.openingMm, SAMPLES);
    // The first picture goes through the middle of the lens: it is where everything is, not yet how soft.
    const at = taken === 0 ? ([0, 0] as const) : (points[(taken * LEAP) % SAMPLES] ?? ([0, 0] as const));
    camera.projectionMatrix.fromArray(Array.from(finderMatrix(view.camera, at)));
    camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
    renderer.setRenderTarget(one);
    renderer.setClearColor(SKY, 1);
    renderer.clear(true, true, false);
    renderer.render(world, camera);
    set(averaging.uniforms, { before: mean.texture, sample_: one.texture, share: taken <= 1 ? 1 : 1 / taken });
    renderer.setRenderTarget(next);
    renderer.render(averaging.scene, camera);
    [mean, next] = [next, mean];
    taken++;
  };

  const develop = ({ view, veils }: { view: FinderView; veils: Veils }) => {
    const { camera: c, frame: f, lightAngle, sharpAngle } = view;
    set(developing.uniforms, {
      mean: mean.texture,
      half_: new Vector2(f.widthMm / 2, f.heightMm / 2),
      moved: new Vector2(c.movements.shiftMm, c.movements.riseMm),
      image: c.imageMm,
      circles: new Vector2(lightAngle ?? 0, sharpAngle ?? 0),
      veils: new Vector2(veils.circle ? 1 : 0, veils.falloff ? 1 : 0),
    });
    renderer.setRenderTarget(null);
    renderer.render(developing.scene, camera);
    canvas.dataset.samples = String(Math.max(1, taken - 1));
  };

  const step = () => {
    frame = 0;
    if (!now) return;
    take(now);
    develop(now);
    if (taken <= SAMPLES) frame = requestAnimationFrame(step);
  };

  return {
    show: (view, veils, width, height) => {
      if (size.width !== width || size.height !== height) {
        size = { width, height };
        renderer.setSize(width, height, false);
        for (const each of [one, mean, next]) each.setSize(width, height);
      }
      if (!now || drawn !== view.subject || !samePose(now.view.pose, view.pose)) build(view);
      drawn = view.subject;
      now = { view, veils };
      taken = 0;
      if (frame === 0) frame = requestAnimationFrame(step);
    },
    dispose: () => {
      cancelAnimationFrame(frame);
      now = null;
      for (const each of [one, mean, next]) each.dispose();
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

function samePose(a: Pose, b: Pose): boolean {
  return a.xM === b.xM && a.heightM === b.heightM && a.zM === b.zM && a.yawDeg === b.yawDeg && a.pitchDeg === b.pitchDeg && a.rollDeg === b.rollDeg;
}

function set(uniforms: RawShaderMaterial['uniforms'], values: Readonly<Record<string, unknown>>): void {
  for (const [name, value] of Object.entries(values)) {
    const uniform = uniforms[name];
    if (uniform) uniform.value = value;
  }
}
