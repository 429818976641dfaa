export type { Mosaic, MosaicFrame, Mover, Rect, Series, Zone } from '../fields/mosaic';
