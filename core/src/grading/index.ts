export * from './faults.js';
export * from './grade.js';
export * from './measure.js';
export * from './noticed.js';
export * from './standard.js';
