export { Curves } from './math/curve.js';
export { meanDirection } from './math/directions.js';
export { runs } from './math/runs.js';
export { correlation, meanOf, median, reversals, runningMean, slope, spread } from './math/statistics.js';
export { directionDeg, dot, length, plus, rightOf, times, type Vec2, unit } from './math/vec2.js';
export { SeededRandom } from './random.js';
export { normalizeDeg, signedDeg, toDegrees, toRadians } from './units/angles.js';
export { clamp } from './units/clamp.js';
export {
	FEET_PER_NM,
	GRAVITY_MPS2,
	METRES_PER_FT,
	METRES_PER_NM,
	MPS_PER_FPM,
	MPS_PER_KT,
	PA_PER_INHG,
	STANDARD_RATE_DEG_PER_SECOND,
	WATTS_PER_HP
} from './units/constants.js';
export { formatClock, formatHeading, signed } from './units/text.js';
export { Editions, type Document } from './validation/editions.js';
export { HanzaError, InfeasibleError, InputError } from './validation/errors.js';
export { parse, problemsOf } from './validation/parse.js';
export { AltitudeFt, Direction, Identifier, Speed } from './validation/schema.js';
