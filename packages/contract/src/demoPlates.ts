import { centredSetup } from '@gangway/core/planning/centred';
import { z } from 'zod';
import { DEMO_SETUPS } from './demo';
import { plateSchema } from './plate';
import { sceneSchema } from './scene';
import { movementsSchema } from './setup';
import { storedSettings, type StoredSettings } from './storedSetup';

/** Setups that ship with the demo job and are planned on photographs, as their file says them: the photograph has an id once it is attached. */
const demoPlatesSchema = z.array(
  z.strictObject({
    name: z.string(),
    /** The photograph beside the file. */
    file: z.string(),
    /** How the name of the setup begins whose scene was photographed; its rig is used. */
    of: z.string(),
    movements: movementsSchema,
    scene: sceneSchema,
    plate: z.unknown(),
    /** The frame that was taken in the end, beside the file too; `null` for none. */
    taken: z.string().nullable(),
  }),
);

/** A demo setup planned on a photograph. */
export interface DemoPlate {
  readonly name: string;
  readonly file: string;
  /** The frame that was taken in the end; `null` for none. */
  readonly taken: string | null;
  /** Its settings, once the photograph has an id. */
  readonly settings: (pictureId: string) => StoredSettings;
}

/** The demo setups that are planned on photographs, from the file that lies beside these. */
export function demoPlates(file: unknown): readonly DemoPlate[] {
  return demoPlatesSchema.parse(file).map(({ name, file: picture, of, movements, scene, plate, taken }) => {
    const like = DEMO_SETUPS.find((setup) => setup.name.startsWith(of));
    if (!like) throw new Error(`there is no demo setup “${of}”`);
    const { rig, orientation, fNumber } = like.settings;
    return {
      name,
      file: picture,
      taken,
      settings: (pictureId) =>
        storedSettings({
          ...centredSetup(rig, orientation),
          fNumber,
          movements,
          focusM: scene.distanceM,
          scene,
          plate: plateSchema.parse({ ...(plate as object), pictureId }),
        }),
    };
  });
}
