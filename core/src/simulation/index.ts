export { AssistLevel, type ControlInputs, type DrawnLine, MOST_LINES, NOTHING_SAID } from './controls.js';
export { Flight } from './flight.js';
export { ResumeState } from './resume.js';
export { sampleFlight } from './sample.js';
export { type FlightEnd, type FlightSetup, propellerLever } from './setup.js';
export { STEPS_PER_SECOND } from './steps.js';
