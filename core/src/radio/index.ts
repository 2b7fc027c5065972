export * from './beacon.js';
export * from './morse.js';
export * from './receivers.js';
export * from './rnav.js';
export * from './settings.js';
export * from './signal.js';
