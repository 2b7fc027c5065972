export { flyByRobot, type RobotFlight } from './fly.js';
export { GALLERY, type ShownFault } from './gallery.js';
export { Navigator } from './navigator.js';
export { Sketch, sketchOf } from './sketch.js';
export { PILOTS, PILOT_IDS, TECHNIQUES, type PilotId, type Technique } from './techniques.js';
