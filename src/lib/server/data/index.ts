export * from './assignments.js';
export * from './attempts.js';
export * from './cards.js';
export * from './looks.js';
export * from './numbers.js';
export * from './orders.js';
export * from './people.js';
export * from './remarks.js';
