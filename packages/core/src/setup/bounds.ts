/** The most that a movement may be written down, mm; what the rig allows is a check, not a limit of the file. */
export const MOVEMENT_MOST_MM = 500;

/** The farthest that a focus may be written down, m; beyond it is infinity. */
export const FOCUS_FARTHEST_M = 100_000;
