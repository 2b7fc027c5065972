export { type RobotFlight, flyByRobot, setupOf } from './fly.js';
export { GALLERY, type ShownFault } from './gallery.js';
export { Navigator } from './navigator.js';
export { ROBOT_STEPS } from './robot.js';
export { PILOTS, PILOT_IDS, type PilotId, TECHNIQUES, type Technique } from './techniques.js';
