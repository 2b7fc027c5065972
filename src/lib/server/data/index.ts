export * from './assignments.js';
export * from './attempts.js';
export * from './numbers.js';
export * from './people.js';
export * from './remarks.js';
