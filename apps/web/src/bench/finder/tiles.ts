import { DataArrayTexture, LinearFilter, LinearMipmapNearestFilter, RepeatWrapping, RGBAFormat, UnsignedByteType } from 'three';
import { numbersFrom } from '@gangway/core/capture/shots';
import type { Surface } from '@gangway/core/scene/faces';

/** Pixels along a tile. */
const SIDE = 256;

type Colour = readonly [number, number, number];

/** A square piece of a surface that repeats: how long it is, m, and its colour at a place from 0 to 1. */
interface Tile {
  readonly sideM: number;
  readonly at: (u: number, v: number, grain: Grain) => Colour;
}

/** Noise that repeats after one tile, 0 to 1: so many cells across and up. */
type Grain = (u: number, v: number, across: number, up?: number) => number;

const mixed = (a: Colour, b: Colour, t: number): Colour => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t];
const times = (a: Colour, by: number): Colour => [a[0] * by, a[1] * by, a[2] * by];
const clamped = (t: number): number => Math.min(1, Math.max(0, t));
const step = (from: number, to: number, at: number): number => {
  const t = clamped((at - from) / (to - from));
  return t * t * (3 - 2 * t);
};

const LATTICE = 128;

function grainOf(seed: number): Grain {
  const random = numbersFrom(seed);
  const values = Float32Array.from({ length: LATTICE * LATTICE }, () => random());
  const value = (x: number, y: number, across: number, up: number): number =>
    values[(((y % up) + up) % up) * LATTICE + (((x % across) + across) % across)] ?? 0;
  return (u, v, across, up = across) => {
    const [x, y] = [u * across, v * up];
    const [i, j] = [Math.floor(x), Math.floor(y)];
    const [s, t] = [step(0, 1, x - i), step(0, 1, y - j)];
    const lower = value(i, j, across, up) * (1 - s) + value(i + 1, j, across, up) * s;
    const upper = value(i, j + 1, across, up) * (1 - s) + value(i + 1, j + 1, across, up) * s;
    return lower * (1 - t) + upper * t;
  };
}

/** Courses of pieces, each course moved along: which piece a place is in, and how far it is from the joint, as a share of a piece. */
function courses(u: number, v: number, across: number, up: number): { readonly id: number; readonly fromJoint: readonly [number, number] } {
  const row = Math.floor(v * up);
  const x = u * across + (row % 2) / 2;
  const column = ((Math.floor(x) % across) + across) % across;
  const [s, t] = [x - Math.floor(x), v * up - row];
  return { id: row * across + column, fromJoint: [Math.min(s, 1 - s), Math.min(t, 1 - t)] };
}

const chance = (id: number, of: number): number => {
  const x = Math.sin(id * 127.1 + of * 311.7) * 43_758.5453;
  return x - Math.floor(x);
};

/** Boards side by side, along the tile's height. */
function boards(u: number, v: number, grain: Grain, tone: Colour): Colour {
  const count = 8;
  const board = Math.floor(u * count);
  const s = u * count - board;
  const fibre = grain(u, v, 96, 4) * 0.16 + grain(u + chance(board, 1), v, 24, 2) * 0.14;
  const joint = step(0, 0.04, Math.min(s, 1 - s));
  return times(tone, (0.72 + 0.22 * chance(board, 2) + fibre) * (0.35 + 0.65 * joint));
}

const TILES: { readonly [S in Exclude<Surface, 'glass'>]: Tile } & { readonly clouds: Tile } = {
  brick: {
    sideM: 1.2,
    at: (u, v, grain) => {
      // 240 × 75 mm with their joints: five to a course, sixteen courses (common practice).
      const { id, fromJoint } = courses(u, v, 5, 16);
      const brick = times(mixed([156, 88, 66], [140, 76, 60], chance(id, 1)), 0.92 + 0.1 * chance(id, 2) + 0.12 * grain(u, v, 96));
      const joint = Math.min(step(0.012, 0.035, fromJoint[0]), step(0.05, 0.12, fromJoint[1]));
      return mixed(times([168, 156, 140], 0.85 + 0.2 * grain(u, v, 120)), brick, joint);
    },
  },
  stone: {
    sideM: 1.6,
    at: (u, v, grain) => times([172, 164, 148], 0.8 + 0.16 * grain(u, v, 64) + 0.12 * grain(u, v, 12) + 0.06 * grain(u, v, 128)),
  },
  paving: {
    sideM: 3.2,
    at: (u, v, grain) => {
      const { id, fromJoint } = courses(u, v, 4, 6);
      const slab = times([150, 146, 138], 0.82 + 0.2 * chance(id, 3) + 0.14 * grain(u, v, 110) + 0.08 * grain(u, v, 20));
      const joint = Math.min(step(0.008, 0.024, fromJoint[0]), step(0.012, 0.036, fromJoint[1]));
      return mixed([84, 82, 76], slab, joint);
    },
  },
  gravel: {
    sideM: 2,
    at: (u, v, grain) =>
      times(
        mixed([128, 116, 98], [108, 108, 92], grain(u, v, 5)),
        0.55 + 0.5 * grain(u, v, 110) + 0.22 * grain(u + 0.3, v + 0.7, 60) + 0.18 * grain(u, v, 16),
      ),
  },
  timber: { sideM: 1.2, at: (u, v, grain) => boards(u, v, grain, [118, 86, 56]) },
  boards: { sideM: 1.4, at: (u, v, grain) => boards(u, v, grain, [150, 122, 88]) },
  plaster: { sideM: 3, at: (u, v, grain) => times([206, 200, 186], 0.9 + 0.06 * grain(u, v, 90) + 0.08 * grain(u, v, 7)) },
  brass: { sideM: 0.12, at: (u, v, grain) => times([196, 158, 84], 0.82 + 0.22 * grain(u, v, 4, 128) + 0.06 * grain(u, v, 3)) },
  paper: { sideM: 0.4, at: (u, v, grain) => times([236, 230, 214], 0.95 + 0.05 * grain(u, v, 70)) },
  print: {
    sideM: 0.04,
    at: (u, v, grain) => {
      const line = v * 7 - Math.floor(v * 7);
      const inked = line > 0.3 && line < 0.68 && grain(u, Math.floor(v * 7) / 7 + 0.05, 40, 7) > 0.38;
      return inked ? [54, 48, 42] : times([232, 226, 208], 0.96 + 0.04 * grain(u, v, 60));
    },
  },
  cloth: { sideM: 0.5, at: (u, v, grain) => times([62, 70, 84], 0.85 + 0.2 * grain(u, v, 128) + 0.12 * grain(u, v, 10)) },
  skin: { sideM: 0.5, at: (u, v, grain) => times([176, 132, 106], 0.94 + 0.08 * grain(u, v, 24)) },
  clouds: {
    sideM: 1,
    at: (u, v, grain) => {
      const wisps = 0.5 * grain(u, v, 4, 6) + 0.28 * grain(u, v, 9, 14) + 0.15 * grain(u, v, 22, 30) + 0.07 * grain(u, v, 60, 64);
      const c = 255 * step(0.42, 0.78, wisps);
      return [c, c, c];
    },
  },
};

type Layer = keyof typeof TILES;
export const LAYERS = Object.keys(TILES) as readonly Layer[];
/** How long the tile of each layer is, m. */
export const SIDES_M: readonly number[] = LAYERS.map((layer) => TILES[layer].sideM);
/** Drawn without a tile: it shows what is behind the camera. */
export const GLASS = LAYERS.length;

/** The layer of a surface. */
export const layerOf = (surface: Surface): number => (surface === 'glass' ? GLASS : LAYERS.indexOf(surface));

/** All tiles as one texture, a layer each; made once, the same on every machine. */
export function tileTexture(): DataArrayTexture {
  const data = new Uint8Array(LAYERS.length * SIDE * SIDE * 4);
  LAYERS.forEach((layer, k) => {
    const { at } = TILES[layer];
    const grain = grainOf(k + 1);
    for (let j = 0; j < SIDE; j++)
      for (let i = 0; i < SIDE; i++) {
        const [r, g, b] = at((i + 0.5) / SIDE, (j + 0.5) / SIDE, grain);
        data.set([Math.min(255, r), Math.min(255, g), Math.min(255, b), 255], ((k * SIDE + j) * SIDE + i) * 4);
      }
  });
  const texture = new DataArrayTexture(data, SIDE, SIDE, LAYERS.length);
  texture.format = RGBAFormat;
  texture.type = UnsignedByteType;
  [texture.wrapS, texture.wrapT] = [RepeatWrapping, RepeatWrapping];
  texture.minFilter = LinearMipmapNearestFilter;
  texture.magFilter = LinearFilter;
  texture.generateMipmaps = true;
  texture.needsUpdate = true;
  return texture;
}
