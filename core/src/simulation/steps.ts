/** Simulation steps in a second. */
export const STEPS_PER_SECOND = 120;
export const STEP_SECONDS = 1 / STEPS_PER_SECOND;
/** Steps between two readings of attitude and heading, which have no lag: sixty a second, as many as a screen shows. */
export const PICTURE_STEPS = 2;
/** Steps between two readings of the other instruments: thirty a second, finer than any of their lags. */
export const PANEL_STEPS = 4;
/** Steps between two readings of the radios, and between two looks at which stations reach the aircraft. */
export const RADIO_STEPS = 4;
export const RECEPTION_STEPS = 60;
