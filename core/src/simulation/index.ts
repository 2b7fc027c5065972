export { Flight } from './flight.js';
export { RESUME_EDITIONS, ResumeState, inputsKept, snapshotOf } from './resume.js';
export { sampleFlight, writeSample } from './sample.js';
export { FLIGHT_ENDS, propellerLever, type FlightEnd, type FlightSetup } from './setup.js';
export { flyStall } from './stall.js';
export { PICTURE_STEPS, STEPS_PER_SECOND } from './steps.js';
