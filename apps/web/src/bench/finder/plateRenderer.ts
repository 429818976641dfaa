import {
  Camera,
  GLSL3,
  LinearFilter,
  LinearMipmapLinearFilter,
  Matrix3,
  Mesh,
  NoColorSpace,
  PlaneGeometry,
  RawShaderMaterial,
  Scene,
  Texture,
  Vector2,
  Vector3,
  Vector4,
  WebGLRenderer,
} from 'three';
import { radians } from '@gangway/core/angles';
import { middleOf, type PlateProjection } from '@gangway/core/plate/pixel';
import { GUESS_LIGHT } from '@gangway/core/plate/view';
import type { Turned } from '@gangway/core/plate/throughRig';
import { cameraAxes, type CameraAxes } from '@gangway/core/space/pose';
import type { PlateInView } from '@gangway/core/plate/inView';
import type { FinderView } from '../../setup/finder/view';
import type { Veils } from './renderer';

interface PlateShown {
  readonly plate: PlateInView;
  /** The pixels of the photographs beside the first, by their ids, as far as they are there. */
  readonly others: ReadonlyMap<string, ImageBitmap>;
  readonly view: FinderView;
  readonly veils: Pick<Veils, 'circle' | 'sharp'>;
  readonly width: number;
  readonly height: number;
}

export interface PlateRenderer {
  readonly show: (shown: PlateShown) => void;
  readonly dispose: () => void;
}

const SCREEN = /* glsl */ `
  in vec3 position;
  out vec2 at;
  void main() { at = position.xy; gl_Position = vec4(position.xy, 0.0, 1.0); }`;

// Each place of the frame: its ray meets the front, the ground or neither, and that is looked up in the photograph.
// As `metPlane` of the core has it.
const LOOKED_UP = /* glsl */ `
  precision highp float;
  uniform sampler2D photograph;
  uniform vec2 half_;
  uniform vec2 moved;
  uniform float image;
  // From the back of the rig to the world, and from there to the camera of the photograph.
  uniform mat3 toWorld;
  uniform mat3 toPlate;
  // Focal length and where the lens pointed, as shares of the photograph’s sides; for a sphere not used.
  uniform vec2 reach;
  uniform vec2 middle;
  uniform bool sphere;
  // Whether another photograph is drawn already where this one ends.
  uniform bool over;
  uniform vec3 axis;
  // Half-angles of image circle and sharp circle; 0 where they are not drawn.
  uniform vec2 circles;
  // Where the rig stands in a known place, and the photograph was taken, m.
  uniform vec3 rigAt;
  uniform vec3 plateAt;
  // Half the width and the height of the front, m; then sine and cosine of its turn. No front where the height is 0.
  uniform vec4 front;
  uniform bool elsewhere;
  uniform bool level;
  // Focal length, from lens to back as it is focused, opening, mm; and pupil ratio.
  uniform vec4 focus_;
  // Whether what is sharp enough is hatched, the blur allowed in mm, and how many points of a blur are looked up.
  uniform vec3 sharpness;
  in vec2 at;
  out vec4 colour;
  const float PI = 3.141592653589793;
  const float FAR = 1e9;

#ifdef PLACED
  vec3 squared(vec3 p) { return vec3(p.x * front.w + p.z * front.z, p.y, p.z * front.w - p.x * front.z); }

  // How far a ray goes, in multiples of it, and on what: 0 a guess, 1 the front, 2 the ground.
  float met(vec3 ray, out int on) {
    on = 0;
    float ground = level && rigAt.y > 0.0 && ray.y < 0.0 ? rigAt.y / -ray.y : FAR;
    float wall = FAR;
    bool within = false;
    if (front.y > 0.0) {
      vec3 from = squared(rigAt);
      vec3 along = squared(ray);
      float times = -from.z / along.z;
      if (times > 0.0 && times < FAR && from.z * squared(plateAt).z > 0.0) {
        wall = times;
        vec2 place = from.xy + times * along.xy;
        within = abs(place.x) <= front.x && place.y >= 0.0 && place.y <= front.y;
      }
    }
    if (ground < FAR && ground < wall) { on = 2; return ground; }
    if (wall < FAR && within) on = 1;
    return wall;
  }

  // How many times a ray is gone along to a plane that is met already.
  float again(vec3 ray, int on) {
    if (on == 2) return rigAt.y / -ray.y;
    return -squared(rigAt).z / squared(ray).z;
  }
#endif

  vec2 lookup(vec3 seen, out bool there) {
    if (sphere) {
      there = true;
      return vec2(atan(seen.x, seen.z) / (2.0 * PI) + 0.5, 0.5 - asin(seen.y / length(seen)) / PI);
    }
    vec2 found = middle + vec2(1.0, -1.0) * reach * seen.xy / seen.z;
    there = seen.z > 0.0 && found == clamp(found, 0.0, 1.0);
    return found;
  }

  // Where the ray of a place of the back, mm, is looked up, by what it meets.
  vec2 lookedUp(vec3 back, float times, out bool there) {
    vec3 ray = toWorld * back;
#ifdef PLACED
    if (times < FAR) ray = rigAt + times * ray - plateAt;
#endif
    return lookup(toPlate * ray, there);
  }

  void main() {
    vec3 ray = vec3(at * half_ + moved, image);
    int on = 0;
    float times = FAR;
#ifdef PLACED
    times = met(toWorld * ray, on);
#endif
    bool there;
    vec2 place = lookedUp(ray, times, there);
    vec3 light = texture(photograph, place).rgb;
    float blur = 0.0;
#ifdef PLACED
    if (on > 0) {
      // How far out of focus, 1 − v(P·l − f)/(f·z), through the opening.
      float z = times * image * 1000.0;
      float along = dot(ray, axis) * z / image;
      float spread = focus_.w / (focus_.w + (1.0 - focus_.w) * focus_.x / z);
      blur = focus_.z * spread * abs(1.0 - focus_.y * (along - focus_.x) / (focus_.x * z));
      vec2 pixel = 2.0 * half_ / vec2(textureSize(photograph, 0));
      if (there && blur > 0.5 * pixel.x && sharpness.z > 0.5) {
        float radius = 0.5 * blur;
        bool seen;
        vec3 right = ray + vec3(radius, 0.0, 0.0);
        vec3 up = ray + vec3(0.0, radius, 0.0);
        vec2 across = lookedUp(right, again(toWorld * right, on), seen) - place;
        vec2 above = lookedUp(up, again(toWorld * up, on), seen) - place;
        if (sphere) { across.x = fract(across.x + 0.5) - 0.5; above.x = fract(above.x + 0.5) - 0.5; }
        vec2 size = vec2(textureSize(photograph, 0));
        float footprint = max(length(across * size), length(above * size));
        // Each point stands for its share of the disc.
        float level = max(0.0, log2(2.0 * footprint / sqrt(sharpness.z)));
        vec3 sum = vec3(0.0);
        for (float k = 0.5; k < sharpness.z; k += 1.0) {
          float r = sqrt(k / sharpness.z);
          float turn = 2.399963 * k;
          vec2 point = place + r * (cos(turn) * across + sin(turn) * above);
          sum += pow(textureLod(photograph, point, level).rgb, vec3(2.2));
        }
        light = pow(sum / sharpness.z, vec3(1.0 / 2.2));
      }
    }
#endif
    if (!there && over) discard;
    if (!there) {
      float stripe = step(0.86, fract((gl_FragCoord.x + gl_FragCoord.y) / 14.0));
      light = vec3(mix(0.27, 0.59, stripe));
    } else if (elsewhere && on == 0) {
      light *= ${GUESS_LIGHT.toFixed(2)};
    }
    float angle = atan(length(cross(ray, axis)), dot(ray, axis));
    if (circles.x > 0.0 && angle > circles.x) light = vec3(0.02);
    else if (circles.y > 0.0 && angle > circles.y) {
      float stripe = step(0.5, fract((gl_FragCoord.x - gl_FragCoord.y) / 10.0));
      light *= 1.0 - 0.3 * stripe;
    }
    if (sharpness.x > 0.5 && there && on > 0 && blur <= sharpness.y) {
      float line = step(0.7, fract(gl_FragCoord.y / 5.0));
      light = mix(light, vec3(0.04, 0.46, 0.42), 0.16 + 0.5 * line);
    }
    colour = vec4(light, 1.0);
  }`;

/** No front, as the shader is told. */
const NO_FRONT = { widthM: 0, heightM: 0, turnDeg: 0 };

/** So many points of a blur are looked up at rest; while views follow each other it is left out, so that they follow the hand. */
const POINTS_RESTING = 24;
/** After so long without another view nothing moves any more, ms. */
const RESTING_MS = 160;

/** Draws a photograph through rigs into a canvas, one lookup to the pixel: as fast as a hand drags. */
export function createPlateRenderer(canvas: HTMLCanvasElement, bitmap: ImageBitmap, sphere: boolean): PlateRenderer {
  const renderer = new WebGLRenderer({ canvas, antialias: false, alpha: false, depth: false, stencil: false });
  renderer.autoClear = false;
  const photograph = textureOf(bitmap, sphere);
  const beside = new Map<ImageBitmap, Texture>();
  const besideTexture = (other: ImageBitmap): Texture => {
    const made = beside.get(other) ?? textureOf(other, false);
    beside.set(other, made);
    return made;
  };
  const uniforms = {
    photograph: { value: photograph },
    half_: { value: new Vector2() },
    moved: { value: new Vector2() },
    image: { value: 1 },
    toWorld: { value: new Matrix3() },
    toPlate: { value: new Matrix3() },
    rigAt: { value: new Vector3() },
    plateAt: { value: new Vector3() },
    front: { value: new Vector4() },
    elsewhere: { value: false },
    level: { value: true },
    focus_: { value: new Vector4() },
    sharpness: { value: new Vector3() },
    reach: { value: new Vector2(1, 1) },
    middle: { value: new Vector2(0.5, 0.5) },
    sphere: { value: sphere },
    over: { value: false },
    axis: { value: new Vector3(0, 0, 1) },
    circles: { value: new Vector2() },
  };
  // Without what is known of the place it is quicker.
  const materialFor = (placed: boolean) =>
    new RawShaderMaterial({
      glslVersion: GLSL3,
      vertexShader: SCREEN,
      fragmentShader: LOOKED_UP,
      defines: placed ? { PLACED: 1 } : {},
      uniforms,
      depthTest: false,
      depthWrite: false,
    });
  const [plain, knowing] = [materialFor(false), materialFor(true)];
  const sheet = new PlaneGeometry(2, 2);
  const scene = new Scene();
  const mesh = new Mesh(sheet, plain);
  mesh.frustumCulled = false;
  scene.add(mesh);
  const camera = new Camera();
  let timer = 0;
  // Those beside the first, and the first over them all.
  let shown: readonly Photograph[] = [];
  const draw = (points: number, placed: boolean) => {
    mesh.material = placed ? knowing : plain;
    uniforms.sharpness.value.z = points;
    shown.forEach(({ texture, projection, held }, i) => {
      uniforms.photograph.value = texture;
      // The columns of a turn are its axes; its inverse is its transpose.
      uniforms.toPlate.value.copy(matrixOf(cameraAxes(held)).transpose());
      uniforms.sphere.value = projection.kind === 'sphere';
      if (projection.kind === 'flat') {
        const { widthPx, heightPx, focalPx } = projection;
        const [u, v] = middleOf(projection);
        uniforms.reach.value.set(focalPx / widthPx, focalPx / heightPx);
        uniforms.middle.value.set(u / widthPx, v / heightPx);
      }
      uniforms.over.value = i > 0;
      renderer.render(scene, camera);
    });
  };
  return {
    show: ({ plate: { projection, held, place, awayM, others }, others: bitmaps, view, veils, width, height }) => {
      if (width < 1 || height < 1) return;
      uniforms.half_.value.set(view.frame.widthMm / 2, view.frame.heightMm / 2);
      uniforms.moved.value.set(view.moved.shiftMm, view.moved.riseMm);
      uniforms.image.value = view.imageMm;
      uniforms.toWorld.value.copy(matrixOf(view.from.axes));
      const under = others.flatMap(({ pictureId, ...other }): readonly Photograph[] => {
        const there = bitmaps.get(pictureId);
        return there ? [{ texture: besideTexture(there), ...other }] : [];
      });
      shown = [...under.reverse(), { texture: photograph, projection, held }];
      uniforms.axis.value.set(...view.axis);
      uniforms.circles.value.set(veils.circle ? (view.lightAngle ?? 0) : 0, veils.circle ? (view.sharpAngle ?? 0) : 0);
      if (place) {
        uniforms.level.value = place.ground;
        uniforms.plateAt.value.set(...place.plateAt);
        // So near that it makes no difference: then all of it is exact.
        uniforms.rigAt.value.set(...(awayM === 0 ? place.plateAt : view.from.at));
        const { widthM, heightM, turnDeg } = place.front ?? NO_FRONT;
        uniforms.front.value.set(widthM / 2, heightM, Math.sin(radians(turnDeg)), Math.cos(radians(turnDeg)));
      }
      uniforms.elsewhere.value = awayM > 0;
      const { camera: lens } = view;
      uniforms.focus_.value.set(lens.focalMm, lens.imageMm, view.openingMm, lens.pupilRatio ?? 1);
      uniforms.sharpness.value.set(veils.sharp ? 1 : 0, view.allowedMm, 0);
      renderer.setPixelRatio(Math.min(2, devicePixelRatio));
      renderer.setSize(width, height, false);
      clearTimeout(timer);
      // From where it was taken the planes tell blur alone, which is drawn when nothing moves any more.
      draw(0, place !== null && (awayM > 0 || veils.sharp));
      if (place) timer = window.setTimeout(() => draw(POINTS_RESTING, true), RESTING_MS);
    },
    dispose: () => {
      clearTimeout(timer);
      sheet.dispose();
      plain.dispose();
      knowing.dispose();
      photograph.dispose();
      for (const each of beside.values()) each.dispose();
      renderer.dispose();
    },
  };
}

/** One photograph as it is drawn. */
interface Photograph {
  readonly texture: Texture;
  readonly projection: PlateProjection;
  readonly held: Turned;
}

function textureOf(bitmap: ImageBitmap, sphere: boolean): Texture {
  const photograph = new Texture(bitmap);
  photograph.flipY = false;
  photograph.colorSpace = NoColorSpace;
  photograph.magFilter = LinearFilter;
  // Where a sphere goes on round its edge the next pixel is far away: smaller copies would draw a line there.
  photograph.minFilter = sphere ? LinearFilter : LinearMipmapLinearFilter;
  photograph.generateMipmaps = !sphere;
  photograph.needsUpdate = true;
  return photograph;
}

const matrixOf = ({ right, up, forward }: CameraAxes): Matrix3 =>
  new Matrix3(right[0], up[0], forward[0], right[1], up[1], forward[1], right[2], up[2], forward[2]);
