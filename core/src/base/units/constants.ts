/** Standard gravity, m/s² (ISO 80000-3). */
export const GRAVITY_MPS2 = 9.80665;
/** International nautical mile, m (exact). */
export const METRES_PER_NM = 1852;
/** International foot, m (exact). */
export const METRES_PER_FT = 0.3048;
/** Feet in a nautical mile. */
export const FEET_PER_NM = METRES_PER_NM / METRES_PER_FT;
/** Knot, m/s (exact). */
export const MPS_PER_KT = METRES_PER_NM / 3600;
/** One foot per minute in m/s. */
export const MPS_PER_FPM = METRES_PER_FT / 60;
/** Mechanical horsepower, W. */
export const WATTS_PER_HP = 745.699872;
/** Standard-rate turn, degrees per second. */
export const STANDARD_RATE_DEG_PER_SECOND = 3;
/** Inch of mercury at 0 °C, ISO 31. */
export const PA_PER_INHG = 3386.389;
