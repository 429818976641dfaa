import { fixedNumber } from '@gangway/messages/number';
import { sceneText } from '@gangway/messages/web/bench/scene';
import { say } from '@gangway/messages/say';
import { Group, Matrix4, Mesh, Vector3, type BufferGeometry, type Object3D } from 'three';
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js';
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js';
import { MODEL_MOST } from '@gangway/contract/scene';

/** The largest file that is read, bytes. */
export const MODEL_MOST_BYTES = 20 * 1024 * 1024;

/** A file that is no massing model, in a sentence to show. */
export class ModelRefused extends Error {}

/** The loose triangles of a glTF or OBJ file, nine numbers each, in units of the file. Throws `ModelRefused`. */
export async function readModel(file: File): Promise<Float64Array> {
  if (file.size > MODEL_MOST_BYTES)
    throw new ModelRefused(
      say(sceneText.hasMbAMassingModel, {
        name: file.name,
        size: fixedNumber(file.size / 1024 / 1024, 1),
        modelMostBytes: MODEL_MOST_BYTES / 1024 / 1024,
      }),
    );
  if (file.size === 0) throw new ModelRefused(say(sceneText.isEmpty, { name: file.name }));
  const ending = /\.(obj|gltf|glb)$/iu.exec(file.name)?.[1]?.toLowerCase();
  if (ending === undefined) throw new ModelRefused(say(sceneText.isNeitherGltfGltfGlb, { name: file.name }));
  const bytes = new Uint8Array(await file.arrayBuffer());
  try {
    return trianglesOf(ending === 'obj' ? readObj(bytes) : await readGltf(bytes));
  } catch (error) {
    if (error instanceof ModelRefused) throw error;
    throw new ModelRefused(
      say(sceneText.couldNotBeReadAs, {
        name: file.name,
        ending: ending === 'obj' ? 'yes' : 'no',
        error: error instanceof Error ? error.message : String(error),
      }),
    );
  }
}

function readObj(bytes: Uint8Array): Object3D {
  const text = new TextDecoder('utf-8', { fatal: false }).decode(bytes);
  if (!/^\s*v\s+\S/mu.test(text)) throw new ModelRefused(sceneText.theFileHasNoCorners);
  return new OBJLoader().parse(text);
}

interface GltfJson {
  asset?: { version?: string };
  buffers?: { byteLength: number; uri?: string }[];
  bufferViews?: { buffer: number; byteOffset?: number }[];
  meshes?: { primitives?: { material?: number; mode?: number }[] }[];
  images?: unknown;
  textures?: unknown;
  materials?: unknown;
  samplers?: unknown;
  animations?: unknown;
  extensionsRequired?: string[];
}

const GLB_MAGIC = 0x46546c67;
const JSON_CHUNK = 0x4e4f534a;
const BIN_CHUNK = 0x004e4942;

/** The JSON and the embedded data of a glTF file; nothing is fetched from anywhere. Layout: glTF 2.0, binary file format. */
function unpacked(bytes: Uint8Array): { readonly json: GltfJson; readonly bin: Uint8Array | null } {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 20 || view.getUint32(0, true) !== GLB_MAGIC)
    return { json: JSON.parse(new TextDecoder().decode(bytes)) as GltfJson, bin: null };
  let json: GltfJson | null = null;
  let bin: Uint8Array | null = null;
  for (let at = 12; at + 8 <= bytes.length;) {
    const [length, type] = [view.getUint32(at, true), view.getUint32(at + 4, true)];
    const chunk = bytes.subarray(at + 8, at + 8 + length);
    if (chunk.length < length) throw new ModelRefused(sceneText.theFileEndsBeforeIt);
    if (type === JSON_CHUNK) json = JSON.parse(new TextDecoder().decode(chunk)) as GltfJson;
    if (type === BIN_CHUNK) bin = chunk;
    at += 8 + length;
  }
  if (!json) throw new ModelRefused(sceneText.theFileHasNoDescription);
  return { json, bin };
}

/** Only shapes are wanted: surfaces, pictures and motion go, and all data is put into one block, so that the loader has nothing to fetch. */
async function readGltf(bytes: Uint8Array): Promise<Object3D> {
  const { json, bin } = unpacked(bytes);
  if (!json.asset?.version?.startsWith('2'))
    throw new ModelRefused(say(sceneText.theFileIsNotGltf, { version: json.asset?.version ?? sceneText.ofNoStatedVersion }));
  if (json.extensionsRequired && json.extensionsRequired.length > 0)
    throw new ModelRefused(say(sceneText.theFileNeedsWhichIs, { extensionsRequired: json.extensionsRequired.join(', ') }));
  const starts: number[] = [];
  const parts: Uint8Array[] = [];
  let length = 0;
  for (const { uri, byteLength } of json.buffers ?? []) {
    const part = uri === undefined ? bin : embedded(uri);
    if (!part || part.length < byteLength) throw new ModelRefused(sceneText.theFileHasLessData);
    starts.push(length);
    parts.push(part);
    length += Math.ceil(part.length / 4) * 4;
  }
  const data = new Uint8Array(length);
  parts.forEach((part, i) => data.set(part, starts[i]));
  json.bufferViews = (json.bufferViews ?? []).map((view) => ({
    ...view,
    buffer: 0,
    byteOffset: (view.byteOffset ?? 0) + (starts[view.buffer] ?? 0),
  }));
  json.buffers = [{ byteLength: length }];
  for (const key of ['images', 'textures', 'materials', 'samplers', 'animations'] as const) Reflect.deleteProperty(json, key);
  for (const { primitives } of json.meshes ?? []) for (const primitive of primitives ?? []) delete primitive.material;
  const gltf = await new GLTFLoader().parseAsync(packed(json, data), '');
  return gltf.scene;
}

function embedded(uri: string): Uint8Array {
  const found = /^data:[^,]*;base64,(.*)$/su.exec(uri);
  if (!found?.[1]) throw new ModelRefused(say(sceneText.theFileRefersToAnother, { uri: uri.slice(0, 60) }));
  return Uint8Array.from(atob(found[1]), (letter) => letter.charCodeAt(0));
}

function packed(json: GltfJson, data: Uint8Array): ArrayBuffer {
  const text = new TextEncoder().encode(JSON.stringify(json));
  const textLength = Math.ceil(text.length / 4) * 4;
  const whole = new Uint8Array(12 + 8 + textLength + 8 + data.length).fill(0x20);
  const view = new DataView(whole.buffer);
  [GLB_MAGIC, 2, whole.length, textLength, JSON_CHUNK].forEach((value, i) => view.setUint32(4 * i, value, true));
  whole.set(text, 20);
  view.setUint32(20 + textLength, data.length, true);
  view.setUint32(24 + textLength, BIN_CHUNK, true);
  whole.set(data, 28 + textLength);
  return whole.buffer;
}

/** Every triangle of every mesh where its place in the scene puts it. */
function trianglesOf(root: Object3D): Float64Array {
  const scene = new Group().add(root);
  scene.updateMatrixWorld(true);
  const meshes: { geometry: BufferGeometry; place: Matrix4 }[] = [];
  scene.traverse((each) => {
    if (each instanceof Mesh) meshes.push({ geometry: each.geometry as BufferGeometry, place: each.matrixWorld });
  });
  const counted = meshes.reduce(
    (sum, { geometry }) => sum + Math.floor((geometry.index ? geometry.index.count : geometry.getAttribute('position').count) / 3),
    0,
  );
  if (counted > MODEL_MOST.triangles)
    throw new ModelRefused(say(sceneText.theModelHasTrianglesA, { counted, triangles: MODEL_MOST.triangles }));
  const soup: number[] = [];
  const point = new Vector3();
  for (const { geometry, place } of meshes) {
    const positions = geometry.getAttribute('position');
    const count = geometry.index ? geometry.index.count : positions.count;
    for (let i = 0; i + 2 < count; i += 3) {
      for (let k = 0; k < 3; k++) {
        point.fromBufferAttribute(positions, geometry.index ? geometry.index.getX(i + k) : i + k).applyMatrix4(place);
        soup.push(point.x, point.y, point.z);
      }
    }
  }
  return new Float64Array(soup);
}
