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
  WebGLRenderer,
} from 'three';
import { cameraAxes, type CameraAxes } from '@gangway/core/space/pose';
import type { PlateInView } from '../../setup/finder/plateInView';
import type { FinderView } from '../../setup/finder/view';

interface PlateShown {
  readonly plate: PlateInView;
  readonly view: FinderView;
  /** Whether what lies outside the image circle is dark. */
  readonly circle: boolean;
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

// Each place of the frame: its ray, turned into the world and into the camera of the photograph, and looked up there.
const LOOKED_UP = /* glsl */ `
  precision highp float;
  uniform sampler2D photograph;
  uniform vec2 half_;
  uniform vec2 moved;
  uniform float image;
  // From the back of the rig to the camera of the photograph.
  uniform mat3 turn;
  // Half of the photograph over its focal length; for a sphere not used.
  uniform vec2 reach;
  uniform bool sphere;
  uniform vec3 axis;
  // Half-angles of image circle and sharp circle; 0 where they are not drawn.
  uniform vec2 circles;
  in vec2 at;
  out vec4 colour;
  const float PI = 3.141592653589793;
  void main() {
    vec3 ray = vec3(at * half_ + moved, image);
    vec3 seen = turn * ray;
    vec2 place;
    bool there;
    if (sphere) {
      float longitude = atan(seen.x, seen.z);
      float latitude = asin(seen.y / length(seen));
      place = vec2(longitude / (2.0 * PI) + 0.5, 0.5 - latitude / PI);
      there = true;
    } else {
      vec2 off = seen.xy / seen.z / reach;
      place = vec2(0.5 + 0.5 * off.x, 0.5 - 0.5 * off.y);
      there = seen.z > 0.0 && abs(off.x) <= 1.0 && abs(off.y) <= 1.0;
    }
    vec3 light = texture(photograph, place).rgb;
    if (!there) {
      float stripe = step(0.86, fract((gl_FragCoord.x + gl_FragCoord.y) / 14.0));
      light = vec3(mix(0.27, 0.59, stripe));
    }
    float angle = atan(length(cross(ray, axis)), dot(ray, axis));
    if (circles.x > 0.0 && angle > circles.x) light = vec3(0.02);
    else if (circles.y > 0.0 && angle > circles.y) {
      float stripe = step(0.5, fract((gl_FragCoord.x - gl_FragCoord.y) / 10.0));
      light *= 1.0 - 0.3 * stripe;
    }
    colour = vec4(light, 1.0);
  }`;

/** Draws a photograph through rigs into a canvas, one lookup to the pixel: as fast as a hand drags. */
export function createPlateRenderer(canvas: HTMLCanvasElement, bitmap: ImageBitmap, sphere: boolean): PlateRenderer {
  const renderer = new WebGLRenderer({ canvas, antialias: false, alpha: false, depth: false, stencil: false });
  const photograph = new Texture(bitmap);
  photograph.flipY = false;
  photograph.colorSpace = NoColorSpace;
  photograph.magFilter = LinearFilter;
  // Where a sphere goes on round its edge the next pixel is far away: smaller copies would draw a line there.
  photograph.minFilter = sphere ? LinearFilter : LinearMipmapLinearFilter;
  photograph.generateMipmaps = !sphere;
  photograph.needsUpdate = true;
  const uniforms = {
    photograph: { value: photograph },
    half_: { value: new Vector2() },
    moved: { value: new Vector2() },
    image: { value: 1 },
    turn: { value: new Matrix3() },
    reach: { value: new Vector2(1, 1) },
    sphere: { value: sphere },
    axis: { value: new Vector3(0, 0, 1) },
    circles: { value: new Vector2() },
  };
  const material = new RawShaderMaterial({
    glslVersion: GLSL3,
    vertexShader: SCREEN,
    fragmentShader: LOOKED_UP,
    uniforms,
    depthTest: false,
    depthWrite: false,
  });
  const sheet = new PlaneGeometry(2, 2);
  const scene = new Scene();
  const mesh = new Mesh(sheet, material);
  mesh.frustumCulled = false;
  scene.add(mesh);
  const camera = new Camera();
  return {
    show: ({ plate: { projection, held }, view, circle, width, height }) => {
      if (width < 1 || height < 1) return;
      uniforms.half_.value.set(view.frame.widthMm / 2, view.frame.heightMm / 2);
      uniforms.moved.value.set(view.moved.shiftMm, view.moved.riseMm);
      uniforms.image.value = view.imageMm;
      uniforms.turn.value.copy(fromTo(view.from.axes, cameraAxes(held)));
      if (projection.kind === 'flat')
        uniforms.reach.value.set(projection.widthPx / 2 / projection.focalPx, projection.heightPx / 2 / projection.focalPx);
      uniforms.axis.value.set(...view.axis);
      uniforms.circles.value.set(circle ? (view.lightAngle ?? 0) : 0, circle ? (view.sharpAngle ?? 0) : 0);
      renderer.setPixelRatio(Math.min(2, devicePixelRatio));
      renderer.setSize(width, height, false);
      renderer.render(scene, camera);
    },
    dispose: () => {
      sheet.dispose();
      material.dispose();
      photograph.dispose();
      renderer.dispose();
    },
  };
}

/** Turns directions of one camera into those of another. */
function fromTo(from: CameraAxes, to: CameraAxes): Matrix3 {
  const [a, b] = [matrixOf(from), matrixOf(to)];
  // The columns of a turn are its axes; its inverse is its transpose.
  return b.transpose().multiply(a);
}

const matrixOf = ({ right, up, forward }: CameraAxes): Matrix3 =>
  new Matrix3(right[0], up[0], forward[0], right[1], up[1], forward[1], right[2], up[2], forward[2]);
