export * from './assist.js';
export * from './controls.js';
export * from './flight.js';
export * from './random.js';
export * from './recording.js';
export * from './resume.js';
export * from './turbulence.js';
export * from './weather.js';
