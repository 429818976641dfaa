import { BRACKET_FIELDS, EXPOSURE_FIELDS } from '../fields/exposure';

/** For which part of the picture the falloff is made up. */
export const FAVOURS = EXPOSURE_FIELDS.favour.choices;
export const RELEASES = EXPOSURE_FIELDS.release.choices;
export const NOMINALS = EXPOSURE_FIELDS.nominal.choices;
export const SHUTTERS = EXPOSURE_FIELDS.shutter.choices;
/** In which order the exposures of a bracket are made. */
export const BRACKET_ORDERS = BRACKET_FIELDS.order.choices;
