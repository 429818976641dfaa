import { itemOf, type Figures } from '../kit/item';
import type { RigParts } from '../model/rig';

// Plain components to vary in tests. Sizes are round, not any maker's.

type Lens = Partial<Figures<'lens'>>;

export const body = (figures: Partial<Figures<'body'>> = {}) =>
  itemOf('body', 'body', 'small body', {
    widthMm: 36,
    heightMm: 24,
    mount: 'short',
    registerMm: 18,
    throatMm: 52,
    ownLens: false,
    contacts: true,
    ...figures,
  });

export const lens = (figures: Lens = {}) =>
  itemOf('lens', 'lens', 'normal lens', {
    focalMm: 50,
    widestFNumber: 2,
    smallestFNumber: 16,
    attachment: 'mount',
    mount: 'short',
    registerMm: 18,
    contacts: true,
    lightMm: 70,
    slides: 'none',
    tilts: 'none',
    ...figures,
  });

export const adapter = (figures: Partial<Figures<'adapter'>> = {}, name = 'adapter') =>
  itemOf('adapter', name, name, {
    lensMount: 'long',
    lensRegisterMm: 44.5,
    bodyMount: 'short',
    bodyRegisterMm: 18,
    contacts: false,
    slides: 'none',
    tilts: 'none',
    ...figures,
  });

export const reducer = (factor = 0.71) =>
  itemOf('converter', 'reducer', 'reducer', {
    factor,
    lensMount: 'long',
    lensRegisterMm: 44.5,
    bodyMount: 'short',
    bodyRegisterMm: 18,
    contacts: false,
  });

export const film = (figures: Partial<Figures<'film'>> = {}) =>
  itemOf('film', 'film', 'sheet film', { widthMm: 120, heightMm: 95, form: 'sheet', mount: 'sheet back', ...figures });

export const camera = (figures: Partial<Figures<'camera'>> = {}) =>
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
    ...figures,
  });

export const board = (offsetMm = 0, id = 'board') =>
  itemOf('board', id, `board ${offsetMm}`, { boardMount: 'board', hole: 'shutter 0', offsetMm });

export const fieldLens = (figures: Lens = {}) =>
  lens({
    focalMm: 90,
    widestFNumber: 8,
    smallestFNumber: 45,
    attachment: 'board',
    mount: 'shutter 0',
    registerMm: null,
    flangeFocalMm: 98,
    lightMm: 220,
    contacts: false,
    ...figures,
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
