export { ArcPath } from './arc/path.js';
export { CoursePath } from './course/path.js';
export { FixPassages } from './hold/fix-passages.js';
export { HoldPath } from './hold/path.js';
export { HomingPath } from './homing/path.js';
export { Path, courseOf } from './path.js';
export { CardNavigation, CardPlace, alongCourse, bearingTo, placeOn } from './places.js';
export { ReversalPath } from './reversal/path.js';
export { fullScaleOf, scaleShare } from './scale.js';
