/** Simulation steps in a second. */
export const STEPS_PER_SECOND = 120;
export const STEP_SECONDS = 1 / STEPS_PER_SECOND;
