import { body } from './kinds/body';
import { film } from './kinds/film';
import { lens } from './kinds/lens';
import { adapter } from './kinds/adapter';
import { converter } from './kinds/converter';
import { board } from './kinds/board';
import { camera } from './kinds/camera';
import { ring } from './kinds/ring';
import { filter } from './kinds/filter';
import { hood } from './kinds/hood';

/**
 * Everything that can be owned, each kind a definition in a file of its own.
 * Forms, tables, CSV headers, the schema and the questions that a rig asks are
 * all read from here. Lengths in mm, angles in degrees, circles as diameters
 * at infinity.
 */
export const KINDS = { body, film, lens, adapter, converter, board, camera, ring, filter, hood } as const;
