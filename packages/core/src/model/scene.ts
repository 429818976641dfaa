export type { Accepted, LightSource, Scene } from '../fields/scene';
