export { ArcPath } from './arc/path.js';
export { type BriefAnswer, type Maker, type PathQuestion } from './brief.js';
export { CoursePath } from './course/path.js';
export { holdInputOf } from './hold/brief.js';
export { FixPassages } from './hold/fix-passages.js';
export { HoldPath } from './hold/path.js';
export { HomingPath } from './homing/path.js';
export {
	PATH_NAMES,
	Path,
	aidsOf,
	arcOf,
	courseOf,
	identifiedAids,
	type PathKindId,
	type PathOf
} from './path.js';
export { CardNavigation, CardPlace, alongCourse, bearingTo, compassCourseDeg, placeOn } from './places.js';
export { questionsOf } from './questions.js';
export { ReversalPath } from './reversal/path.js';
export { fullScaleOf, glideShare, scaleShare } from './scale.js';
