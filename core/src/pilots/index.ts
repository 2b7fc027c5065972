export * from './fly.js';
export * from './gallery.js';
export * from './plan.js';
export * from './robot.js';
export * from './techniques.js';
export * from './upset.js';
