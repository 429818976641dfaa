import { itemOf, type Specs } from '../kit/item';
import type { RigParts } from '../model/rig';

// Plain components to vary in tests. Sizes are round, not any maker's.

type Lens = Partial<Specs<'lens'>>;

export const body = (specs: Partial<Specs<'body'>> = {}) =>
  itemOf('body', 'body', 'small body', {
    widthMm: 36,
    heightMm: 24,
    mount: 'short',
    flangeDistanceMm: 18,
    throatMm: 52,
    ownLens: false,
    contacts: true,
    ...specs,
  });

export const lens = (specs: Lens = {}) =>
  itemOf('lens', 'lens', 'normal lens', {
    focalMm: 50,
    widestFNumber: 2,
    smallestFNumber: 16,
    attachment: 'mount',
    mount: 'short',
    flangeDistanceMm: 18,
    contacts: true,
    imageCircleMm: 70,
    slides: 'none',
    tilts: 'none',
    ...specs,
  });

export const adapter = (specs: Partial<Specs<'adapter'>> = {}, name = 'adapter') =>
  itemOf('adapter', name, name, {
    lensMount: 'long',
    lensFlangeDistanceMm: 44.5,
    bodyMount: 'short',
    bodyFlangeDistanceMm: 18,
    contacts: false,
    slides: 'none',
    tilts: 'none',
    ...specs,
  });

export const reducer = (factor = 0.71) =>
  itemOf('converter', 'reducer', 'reducer', {
    factor,
    lensMount: 'long',
    lensFlangeDistanceMm: 44.5,
    bodyMount: 'short',
    bodyFlangeDistanceMm: 18,
    contacts: false,
  });

export const film = (specs: Partial<Specs<'film'>> = {}) =>
  itemOf('film', 'film', 'sheet film', { widthMm: 120, heightMm: 95, form: 'sheet', mount: 'sheet back', ...specs });

export const camera = (specs: Partial<Specs<'camera'>> = {}) =>
  itemOf('camera', 'camera', 'field camera', {
    boardMount: 'board',
    backMount: 'sheet back',
    bellowsMinMm: 80,
    bellowsMaxMm: 300,
    frontRiseMm: 40,
    frontFallMm: 25,
    frontShiftMm: 20,
    frontTiltDeg: 20,
    frontSwingDeg: 15,
    rearRiseMm: 5,
    rearFallMm: 10,
    rearShiftMm: 0,
    rearTiltDeg: 0,
    rearSwingDeg: 0,
    ...specs,
  });

export const board = (offsetMm = 0, id = 'board') =>
  itemOf('board', id, `board ${offsetMm}`, { boardMount: 'board', hole: 'shutter 0', offsetMm });

export const fieldLens = (specs: Lens = {}) =>
  lens({
    focalMm: 90,
    widestFNumber: 8,
    smallestFNumber: 45,
    attachment: 'board',
    mount: 'shutter 0',
    flangeDistanceMm: null,
    flangeFocalMm: 98,
    imageCircleMm: 220,
    contacts: false,
    ...specs,
  });

export const mounted = (more: Partial<Extract<RigParts, { kind: 'mounted' }>> = {}): Extract<RigParts, { kind: 'mounted' }> => ({
  kind: 'mounted',
  back: body(),
  between: [],
  lens: lens(),
  front: [],
  ...more,
});

export const view = (more: Partial<Extract<RigParts, { kind: 'view' }>> = {}): Extract<RigParts, { kind: 'view' }> => ({
  kind: 'view',
  back: film(),
  between: [],
  camera: camera(),
  bag: false,
  board: board(),
  lens: fieldLens(),
  front: [],
  ...more,
});
