import {
  BufferAttribute,
  BufferGeometry,
  Camera,
  Color,
  DepthTexture,
  DoubleSide,
  FloatType,
  GLSL3,
  LessEqualCompare,
  LinearFilter,
  Matrix3,
  Matrix4,
  Mesh,
  RawShaderMaterial,
  Scene,
  Vector3,
  WebGLRenderTarget,
  type WebGLRenderer,
} from 'three';
import { dressedFaces } from '@gangway/core/scene/dressing';
import type { Face } from '@gangway/core/scene/faces';
import { seenFrom, type Placed } from '@gangway/core/space/pose';
import { cross, dot, length, minus, scaled, type Vec3 } from '@gangway/core/space/vector';
import type { Subject } from '@gangway/core/subjects/subject';
import { GLASS, LAYERS, layerOf, SIDES_M, tileTexture } from './tiles';

/** Where the sun stands: a unit vector toward it in the world. */
export type Sun = Vec3;

/** The sky is drawn this far away, m: as good as infinity for its blur. */
const SKY_M = 1500;
const SKY = -1;
/** Side of the shadow map, px. */
const SHADOW_PX = 1024;
/** An interior is lit by at most this many windows. */
const MOST_PANES = 3;

const VERTEX = /* glsl */ `
  in vec3 position;
  in vec3 normal;
  in vec2 uv;
  in float layer;
  uniform mat4 projectionMatrix;
  uniform mat4 toSun;
  out vec3 at;
  out vec3 normal_;
  out vec2 tile;
  flat out float layer_;
  out vec3 sunlit;
  void main() {
    at = position; normal_ = normal; tile = uv; layer_ = layer;
    sunlit = (toSun * vec4(position, 1.0)).xyz * 0.5 + 0.5;
    gl_Position = projectionMatrix * vec4(position, 1.0);
    // The sky is behind everything, however far that is.
    if (layer < -0.5) gl_Position.z = gl_Position.w * 0.999999;
  }`;

const FRAGMENT = /* glsl */ `
  precision highp float;
  precision highp sampler2DArray;
  precision highp sampler2DShadow;
  uniform sampler2DArray tiles;
  uniform sampler2DShadow shadows;
  // From the frame of the camera to the world.
  uniform mat3 toWorld;
  // Toward the sun, in the frame of the camera, and its light; that of the sky.
  uniform vec3 sun;
  uniform vec3 sunLight;
  uniform vec3 skyLight;
  uniform vec3 horizon;
  uniform vec3 zenith;
  // Inside, windows light: where they are, how large, and where they look.
  uniform vec4 panes[${MOST_PANES}];
  uniform vec3 into_;
  uniform bool inside;
  in vec3 at;
  in vec3 normal_;
  in vec2 tile;
  flat in float layer_;
  in vec3 sunlit;
  out vec4 colour;

  float pow4(float x) { return x * x * x * x; }

  vec3 skyOf(vec3 way) {
    float up = max(way.y, 0.0);
    vec3 sky = mix(horizon, zenith, sqrt(up));
    vec2 place = way.xz / (up + 0.18) * 0.16;
    float cloud = texture(tiles, vec3(place + 0.13, ${LAYERS.indexOf('clouds').toFixed(1)})).r * smoothstep(0.02, 0.2, up);
    return mix(sky, horizon * 0.55 + vec3(0.42), cloud * 0.75);
  }

  void main() {
    vec3 way = normalize(at);
    if (layer_ < -0.5) { colour = vec4(skyOf(toWorld * way), 1.0); return; }
    vec3 n = normalize(normal_);
    if (dot(n, way) > 0.0) n = -n;
    vec3 up = toWorld * n;
    if (layer_ > ${GLASS.toFixed(1)} - 0.5) {
      if (inside) { colour = vec4(horizon * 1.6, 1.0); return; }
      vec3 back = toWorld * reflect(way, n);
      float share = 0.18 + 0.82 * pow4(1.0 - abs(dot(way, n)));
      // Below the horizon it mirrors the ground.
      vec3 mirrored = back.y > 0.0 ? skyOf(back) : vec3(0.16) * (skyLight + sunLight * 0.5);
      colour = vec4(mix(vec3(0.012, 0.014, 0.016), mirrored, share + 0.22), 1.0);
      return;
    }
    // Stored by the root of the light.
    vec3 surface = texture(tiles, vec3(tile, layer_)).rgb;
    surface *= surface;
    vec3 light;
    if (inside) {
      light = skyLight * (0.68 + 0.14 * up.y);
      for (int i = 0; i < ${MOST_PANES}; i++) {
        vec3 there = panes[i].xyz - at;
        float far = dot(there, there) + 0.4;
        vec3 to = there * inversesqrt(far);
        light += skyLight * 11.0 * panes[i].w * max(dot(n, to), 0.0) * max(-dot(to, into_), 0.0) / far;
      }
    } else {
      float facing = dot(n, sun);
      float lit = 0.0;
      if (facing > 0.0 && dot(sunLight, sunLight) > 0.0) {
        // One look-up: the hardware weighs the four places around it.
        bool known = all(greaterThan(sunlit, vec3(0.0))) && all(lessThan(sunlit, vec3(1.0)));
        lit = known ? texture(shadows, sunlit) : 1.0;
      }
      light = sunLight * max(facing, 0.0) * lit + skyLight * (0.62 + 0.38 * up.y) + sunLight * 0.06 * (1.0 - up.y);
    }
    vec3 seen = surface * light;
    colour = vec4(inside ? seen : mix(seen, horizon, 1.0 - exp(-length(at) / 1100.0)), 1.0);
  }`;

const SHADOW_VERTEX = /* glsl */ `
  in vec3 position;
  uniform mat4 toSun;
  void main() { gl_Position = toSun * vec4(position, 1.0); }`;
const SHADOW_FRAGMENT = /* glsl */ `
  precision highp float;
  out vec4 colour;
  void main() { colour = vec4(1.0); }`;

export interface DressedWorld {
  readonly scene: Scene;
  /** Puts a subject before the camera, lit by a sun; what the sun sees is drawn with it. */
  readonly build: (renderer: WebGLRenderer, subject: Subject, from: Placed, sun: Sun) => void;
  readonly dispose: () => void;
}

/** Adds the triangles of a face, with its place on the tile of its surface. */
function addFace(into: { positions: number[]; normals: number[]; uvs: number[]; layers: number[] }, face: Face, from: Placed): void {
  const [a, b, c] = face.corners;
  if (!a || !b || !c) return;
  const n = cross(minus(b, a), minus(c, a));
  const size = length(n);
  const normal: Vec3 = size === 0 ? [0, 1, 0] : scaled(n, 1 / size);
  const layer = layerOf(face.surface);
  const side = SIDES_M[layer] ?? 1;
  const [across, up] = tileAxes(face, normal);
  const seen = face.corners.map((corner) => seenFrom(from, corner));
  const { right, up: top, forward } = from.axes;
  const turned: Vec3 = [dot(normal, right), dot(normal, top), dot(normal, forward)];
  for (let j = 1; j + 1 < seen.length; j++)
    for (const k of [0, j, j + 1]) {
      const [corner, place] = [seen[k], face.corners[k]];
      if (!corner || !place) continue;
      into.positions.push(...corner);
      into.normals.push(...turned);
      into.uvs.push(dot(place, across) / side, dot(place, up) / side);
      into.layers.push(layer);
    }
}

/** Which way a tile lies on a face: across a wall and up it, on the ground by the map, wood along its longest edge. */
function tileAxes({ corners, surface }: Face, normal: Vec3): readonly [Vec3, Vec3] {
  if (surface === 'timber' || surface === 'boards') {
    const edges = corners.map((corner, i) => minus(corners[(i + 1) % corners.length] ?? corner, corner));
    const longest = edges.reduce((best, each) => (length(each) > length(best) ? each : best));
    const up = scaled(longest, 1 / (length(longest) || 1));
    return [cross(up, normal), up];
  }
  if (Math.abs(normal[1]) > 0.85)
    return [
      [1, 0, 0],
      [0, 0, 1],
    ];
  const across = scaled([normal[2], 0, -normal[0]], 1 / Math.hypot(normal[0], normal[2]));
  return [across, cross(normal, across)];
}

/** The eight corners' cube about the camera on which the sky is drawn, in the frame of the camera. */
function skyCube(from: Placed): readonly (readonly Vec3[])[] {
  const { right, up, forward } = from.axes;
  const corner = (x: number, y: number, z: number): Vec3 => {
    const world: Vec3 = [x * SKY_M, y * SKY_M, z * SKY_M];
    return [dot(world, right), dot(world, up), dot(world, forward)];
  };
  const side = (of: (s: number, t: number) => Vec3): readonly Vec3[] => [of(-1, -1), of(1, -1), of(1, 1), of(-1, 1)];
  return [
    side((s, t) => corner(s, t, 1)),
    side((s, t) => corner(s, t, -1)),
    side((s, t) => corner(1, s, t)),
    side((s, t) => corner(-1, s, t)),
    side((s, t) => corner(s, 1, t)),
    side((s, t) => corner(s, -1, t)),
  ];
}

/** From the frame of the camera to what the sun sees: all that stands on the ground, with the shadow that it may throw. */
function sunMatrix(faces: readonly Face[], from: Placed, sun: Vec3): Matrix4 {
  const { right, up, forward } = from.axes;
  const toward: Vec3 = [dot(sun, right), dot(sun, up), dot(sun, forward)];
  const aside = Math.abs(toward[1]) > 0.9 ? ([1, 0, 0] as const) : ([0, 1, 0] as const);
  const across = cross(aside, toward);
  const x = scaled(across, 1 / length(across));
  const y = cross(toward, x);
  const low: [number, number, number] = [Infinity, Infinity, Infinity];
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (const { corners } of faces)
    for (const corner of corners) {
      const p = seenFrom(from, corner);
      [x, y, toward].forEach((axis, i) => {
        low[i] = Math.min(low[i] ?? 0, dot(p, axis));
        high[i] = Math.max(high[i] ?? 0, dot(p, axis));
      });
    }
  // The shadow on the ground goes on away from the sun.
  const reach = Math.hypot(high[0] - low[0], high[1] - low[1], high[2] - low[2]);
  low[2] -= reach * 2;
  const row = (axis: Vec3, i: 0 | 1 | 2, sign: number): readonly number[] => {
    const half = ((high[i] - low[i]) / 2) * 1.02 || 1;
    return [...axis.map((each) => (sign * each) / half), (-sign * ((high[i] + low[i]) / 2)) / half];
  };
  const [r0, r1, r2] = [row(x, 0, 1), row(y, 1, 1), row(toward, 2, -1)];
  return new Matrix4().fromArray([0, 1, 2, 3].flatMap((j) => [r0[j] ?? 0, r1[j] ?? 0, r2[j] ?? 0, j === 3 ? 1 : 0]));
}

/** The light of a sun that stands so high, and of its sky: warm and weak near the horizon. */
function lights(sun: Sun): Readonly<Record<'sunLight' | 'skyLight' | 'horizon' | 'zenith', Color>> {
  const high = Math.max(-0.2, sun[1]);
  const day = Math.min(1, Math.max(0, (high + 0.12) / 0.25));
  const warm = Math.min(1, Math.max(0, 1 - high / 0.4));
  return {
    sunLight: new Color(1, 0.95 - 0.33 * warm, 0.86 - 0.5 * warm).multiplyScalar(high <= 0 ? 0 : 1.25 * Math.min(1, high / 0.12)),
    skyLight: new Color(0.5, 0.56, 0.66).multiplyScalar(0.12 + 0.68 * day),
    horizon: new Color(0.78 + 0.1 * warm, 0.84 - 0.04 * warm, 0.92 - 0.2 * warm).multiplyScalar(0.06 + 0.8 * day),
    zenith: new Color(0.2, 0.38, 0.74).multiplyScalar(0.05 + 0.8 * day),
  };
}

/** The subject with its materials under a sun and a sky, drawn by a shader of our own: 64 times for a picture, so it has to be quick. */
export function dressedWorld(): DressedWorld {
  const tiles = tileTexture();
  const target = new WebGLRenderTarget(SHADOW_PX, SHADOW_PX, { depthTexture: new DepthTexture(SHADOW_PX, SHADOW_PX, FloatType) });
  if (target.depthTexture) {
    target.depthTexture.compareFunction = LessEqualCompare;
    [target.depthTexture.minFilter, target.depthTexture.magFilter] = [LinearFilter, LinearFilter];
  }
  const toSun = { value: new Matrix4() };
  const material = new RawShaderMaterial({
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    glslVersion: GLSL3,
    side: DoubleSide,
    uniforms: {
      tiles: { value: tiles },
      shadows: { value: target.depthTexture },
      toSun,
      toWorld: { value: new Matrix3() },
      sun: { value: new Vector3() },
      sunLight: { value: new Color() },
      skyLight: { value: new Color() },
      horizon: { value: new Color() },
      zenith: { value: new Color() },
      panes: { value: new Array<number>(4 * MOST_PANES).fill(0) },
      into_: { value: new Vector3() },
      inside: { value: false },
    },
  });
  const caster = new RawShaderMaterial({
    vertexShader: SHADOW_VERTEX,
    fragmentShader: SHADOW_FRAGMENT,
    glslVersion: GLSL3,
    side: DoubleSide,
    polygonOffset: true,
    polygonOffsetFactor: 2.5,
    polygonOffsetUnits: 4,
    uniforms: { toSun },
  });
  const mesh = new Mesh(new BufferGeometry(), material);
  const shade = new Mesh(mesh.geometry, caster);
  const scene = new Scene();
  const sunScene = new Scene();
  const eye = new Camera();
  for (const each of [mesh, shade]) each.frustumCulled = false;
  scene.add(mesh);
  sunScene.add(shade);

  return {
    scene,
    build: (renderer, subject, from, sun) => {
      const faces = dressedFaces(subject);
      const into = { positions: [] as number[], normals: [] as number[], uvs: [] as number[], layers: [] as number[] };
      for (const face of faces) addFace(into, face, from);
      const solid = into.layers.length;
      for (const [a, b, c, d] of skyCube(from))
        if (a && b && c && d)
          for (const corner of [a, b, c, a, c, d]) {
            into.positions.push(...corner);
            into.normals.push(0, 0, 1);
            into.uvs.push(0, 0);
            into.layers.push(SKY);
          }
      mesh.geometry.dispose();
      mesh.geometry = new BufferGeometry()
        .setAttribute('position', new BufferAttribute(new Float32Array(into.positions), 3))
        .setAttribute('normal', new BufferAttribute(new Float32Array(into.normals), 3))
        .setAttribute('uv', new BufferAttribute(new Float32Array(into.uvs), 2))
        .setAttribute('layer', new BufferAttribute(new Float32Array(into.layers), 1));
      const { right, up, forward } = from.axes;
      const { uniforms } = material;
      const inside = subject.kind === 'interior';
      const put = (name: string, value: unknown): void => {
        const uniform = uniforms[name];
        if (uniform) uniform.value = value;
      };
      put('toWorld', new Matrix3().set(right[0], up[0], forward[0], right[1], up[1], forward[1], right[2], up[2], forward[2]));
      put('sun', new Vector3(dot(sun, right), dot(sun, up), dot(sun, forward)));
      for (const [name, value] of Object.entries(lights(sun))) put(name, value);
      // On a bench and before a copying stand a lamp is softer than the sun.
      if (subject.kind === 'table' || subject.kind === 'sheet') put('sunLight', lights(sun).sunLight.multiplyScalar(0.85));
      put('inside', inside);
      put('panes', panesOf(inside ? faces : [], from));
      put('into_', new Vector3(-right[2], -up[2], -forward[2]));
      // Without the ground, which throws no shadow, and the sky.
      const ground = inside ? 0 : 6;
      toSun.value.copy(sunMatrix(inside ? faces : faces.slice(1), from, sun));
      shade.geometry = mesh.geometry;
      shade.geometry.setDrawRange(ground, solid - ground);
      renderer.setRenderTarget(target);
      renderer.clear(true, true, false);
      if (!inside && sun[1] > 0) renderer.render(sunScene, eye);
      mesh.geometry.setDrawRange(0, Infinity);
    },
    dispose: () => {
      tiles.dispose();
      target.depthTexture?.dispose();
      target.dispose();
      mesh.geometry.dispose();
      material.dispose();
      caster.dispose();
    },
  };
}

/** Middle of each window in the frame of the camera with its area, m²; nothing where there are fewer. */
function panesOf(faces: readonly Face[], from: Placed): readonly number[] {
  const glass = faces.filter(({ surface }) => surface === 'glass').slice(0, MOST_PANES);
  return Array.from({ length: MOST_PANES }, (_, i) => i).flatMap((i) => {
    const corners = glass[i]?.corners;
    const [a, b, c] = corners ?? [];
    if (!corners || !a || !b || !c) return [0, 0, 0, 0];
    const middle = scaled(
      corners.reduce<Vec3>((sum, [x, y, z]) => [sum[0] + x, sum[1] + y, sum[2] + z], [0, 0, 0]),
      1 / corners.length,
    );
    return [...seenFrom(from, middle), length(cross(minus(b, a), minus(c, b)))];
  });
}
