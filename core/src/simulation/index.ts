export { Flight } from './flight.js';
export { RESUME_EDITIONS, ResumeState, inputsKept, snapshotOf } from './resume.js';
export { sampleFlight } from './sample.js';
export { propellerLever, type FlightEnd, type FlightSetup } from './setup.js';
export { STEPS_PER_SECOND } from './steps.js';
