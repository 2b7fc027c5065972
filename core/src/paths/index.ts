export { ArcGuide } from './arc/path.js';
export { CourseGuide } from './course/path.js';
export { FixPassages } from './hold/fix-passages.js';
export { HoldGuide } from './hold/path.js';
export { HomingGuide } from './homing/path.js';
export { Guide, courseOf } from './path.js';
export { CardNavigation, CardPlace, alongCourse, bearingTo, placeOn } from './places.js';
export { ReversalGuide } from './reversal/path.js';
export { fullScaleOf, scaleShare } from './scale.js';
